import type { AssignmentId, DocumentId, PersonId } from '@/core/ids';
import type { DocNode } from '@/core/text/document-json';
import type { Queryable } from '@/store/database';
import { documentsOfWork } from '@/store/documents';
import { piecesOf, receiptsOf } from '@/store/hand-ins';
import { piecesOfWork } from '@/store/pieces';
import { goingAlong } from './going-along';
import { contentOf } from './stored-documents';

/** A piece of one version: a text with its words, or a file or link by its fingerprint. */
interface VersionPiece {
  /** By what it is found again in another version. */
  readonly key: string;
  readonly title: string;
  readonly content: DocNode | null;
  readonly sha256: string | null;
}

/** One piece in two versions; a side is `null` where it is missing. */
export interface PiecePair {
  readonly title: string;
  readonly before: DocNode | null;
  readonly after: DocNode | null;
  /** What became of a file: a text has its words compared instead. */
  readonly file: 'same' | 'other' | 'new' | 'gone' | null;
}

async function handedInPieces(db: Queryable, handIn: Parameters<typeof piecesOf>[1]): Promise<VersionPiece[]> {
  return (await piecesOf(db, handIn)).map((piece) => ({
    key: 'content' in piece ? piece.document_id : `${piece.kind} ${piece.title}`,
    title: piece.title,
    content: 'content' in piece ? piece.content : null,
    sha256: piece.sha256,
  }));
}

async function presentPieces(db: Queryable, assignmentId: AssignmentId, studentId: PersonId): Promise<VersionPiece[]> {
  const text = async (id: DocumentId, title: string): Promise<VersionPiece> => {
    const read = await contentOf(db, studentId, id);
    return { key: id, title, content: read.ok ? read.content : null, sha256: null };
  };
  const found: VersionPiece[] = [];
  for (const { id, title } of await documentsOfWork(db, assignmentId, studentId)) found.push(await text(id, title));
  for (const piece of goingAlong(await piecesOfWork(db, assignmentId, studentId))) {
    if (piece.kind === 'document') found.push(await text(piece.document_id, piece.name));
    else {
      const sha256 = piece.kind === 'file' ? piece.sha256 : null;
      found.push({ key: `${piece.kind} ${piece.name}`, title: piece.name, content: null, sha256 });
    }
  }
  return found;
}

/** The pieces of two versions side by side, in the order of the later one. */
export function pairPieces(before: readonly VersionPiece[], after: readonly VersionPiece[]): readonly PiecePair[] {
  const was = new Map(before.map((piece) => [piece.key, piece]));
  const is = new Set(after.map(({ key }) => key));
  const file = (b: VersionPiece | undefined, a: VersionPiece | undefined): PiecePair['file'] => {
    if (b?.content || a?.content) return null;
    if (!b) return 'new';
    if (!a) return 'gone';
    return a.sha256 !== null && b.sha256 !== a.sha256 ? 'other' : 'same';
  };
  return [
    ...after.map((a) => ({ a, b: was.get(a.key) })),
    ...before.filter(({ key }) => !is.has(key)).map((b) => ({ a: undefined, b })),
  ].map(({ a, b }) => ({
    title: (a ?? b)?.title ?? '',
    before: b?.content ?? (a?.content ? { type: 'doc' } : null),
    after: a?.content ?? (b?.content ? { type: 'doc' } : null),
    file: file(b, a),
  }));
}

/**
 * Two versions of a student's work: any two hand-ins, or one and what is there now. What is not named, or is not
 * there, is the hand-in before the newest, and now.
 *
 * @param from the number of a receipt
 * @param to the number of a receipt, or `now`
 */
export async function compareVersions(
  db: Queryable,
  studentId: PersonId,
  assignmentId: AssignmentId,
  from: string | null,
  to: string | null,
) {
  const receipts = await receiptsOf(db, assignmentId, studentId);
  const numbered = (number: string | null) => receipts.find((receipt) => String(receipt.number) === number);
  const later = to === 'now' ? undefined : numbered(to);
  const before = numbered(from) ?? (later ? receipts[receipts.indexOf(later) + 1] : receipts[0]) ?? receipts[0];
  const versions = receipts.map(({ number, at }) => ({ number, at }));
  if (!before) return { versions, from: null, to: null, pairs: [] };
  const after = later ? await handedInPieces(db, later.id) : await presentPieces(db, assignmentId, studentId);
  return {
    versions,
    from: before.number,
    to: later?.number ?? null,
    pairs: pairPieces(await handedInPieces(db, before.id), after),
  };
}

export type ComparedVersions = Awaited<ReturnType<typeof compareVersions>>;
