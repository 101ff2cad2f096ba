import { handInFingerprint } from '../documents/fingerprint';
import type { LateRule } from './rules';

/** One piece as its receipt names it. */
export interface ReceiptPiece {
  readonly title: string;
  readonly kind: string;
  /** In bytes. */
  readonly size: number;
  /** SHA-256 (FIPS 180-4) of its bytes, as 64 hexadecimal digits. */
  readonly sha256: string;
}

/** A receipt as it is taken away: everything that can be said of one hand-in. Times are ISO 8601 in UTC. */
export interface ReceiptFile {
  readonly kind: 'receipt';
  readonly number: number;
  readonly school: string;
  readonly class: string;
  readonly assignment: string;
  readonly student: string;
  readonly members: readonly string[];
  readonly handedInAt: string;
  /** The zone in which the school counts its days, by its IANA name. */
  readonly zone: string;
  readonly dueAt: string | null;
  readonly begunAt: string | null;
  /** From when it counts, where that is not when it was handed in. */
  readonly countsFrom: string | null;
  /** Minutes that the school was away while something was answered against the clock, and that were given back. */
  readonly minutesGivenBack: number;
  readonly lateByMilliseconds: number;
  readonly lateRule: LateRule;
  readonly note: string;
  readonly readyCheck: readonly { readonly ask: string; readonly result: string; readonly found: number }[];
  readonly pieces: readonly ReceiptPiece[];
  /** SHA-256 over the fingerprints of the pieces, one a line, in order. */
  readonly fingerprint: string;
}

/** Does a receipt's own fingerprint follow from its pieces? */
export const isWhole = (receipt: Pick<ReceiptFile, 'pieces' | 'fingerprint'>): boolean =>
  handInFingerprint(receipt.pieces) === receipt.fingerprint;

/** Which pieces of a receipt have a fingerprint, by their position from 0. */
export const piecesWith = (receipt: Pick<ReceiptFile, 'pieces'>, sha256: string): readonly number[] =>
  receipt.pieces.flatMap((piece, at) => (piece.sha256 === sha256 ? [at] : []));
