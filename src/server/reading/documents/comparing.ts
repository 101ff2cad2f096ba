import { canonicalJson } from '@/core/documents/fingerprint';
import type { AssignmentId, DocumentId, PersonId } from '@/core/ids';
import { type DocumentName, documentKind, type Written, writtenAs } from '@/core/kinds/document';
import { documentIn, fingerprintOf, withCaptions } from '@/core/kinds/piece';
import { findClass } from '@/store/classes';
import { type Queryable, read } from '@/store/database';
import { documentsOfWork } from '@/store/documents';
import { piecesOf, receiptsOf } from '@/store/hand-ins';
import { piecesOfWork } from '@/store/pieces';
import { findAssignment } from '@/store/work';
import { goingAlong } from './going-along';
import { writtenIn } from './stored-documents';

/** A piece of one version: a text with its words, or a file or link by its fingerprint. */
interface VersionPiece {
  /** By what it is found again in another version. */
  readonly key: string;
  readonly title: string;
  readonly written: Written | null;
  readonly sha256: string | null;
}

/** One piece in two versions; a side is `null` where it is missing. */
export interface PiecePair {
  readonly title: string;
  readonly before: Written | null;
  readonly after: Written | null;
  /** What became of a file: a text has its words compared instead. */
  readonly file: 'same' | 'other' | 'new' | 'gone' | null;
}

const keyOf = (kind: string, name: string): string => `${kind} ${name}`;

async function handedInPieces(db: Queryable, handIn: Parameters<typeof piecesOf>[0]): Promise<VersionPiece[]> {
  return (await read(db, piecesOf(handIn))).map((piece) => ({
    key: 'document' in piece ? piece.document : keyOf(piece.kind, piece.title),
    title: piece.title,
    written: 'written' in piece ? piece.written : null,
    sha256: withCaptions(piece),
  }));
}

async function presentPieces(db: Queryable, assignmentId: AssignmentId, studentId: PersonId): Promise<VersionPiece[]> {
  const document = async (id: DocumentId, title: string): Promise<VersionPiece> => {
    const read = await writtenIn(db, studentId, id);
    return { key: id, title, written: read.ok ? read.written : null, sha256: null };
  };
  const found: VersionPiece[] = [];
  for (const { id, title } of await read(db, documentsOfWork(assignmentId, studentId)))
    found.push(await document(id, title));
  for (const { name, is } of goingAlong(await read(db, piecesOfWork(assignmentId, studentId)))) {
    const id = documentIn(is);
    if (id) found.push(await document(id, name));
    else found.push({ key: keyOf(is.kind, name), title: name, written: null, sha256: fingerprintOf(is) });
  }
  return found;
}

const nothingOf = (kind: DocumentName): Written => writtenAs(kind, documentKind(kind).empty);

/** The pieces of two versions side by side, in the order of the later one. */
export function pairPieces(before: readonly VersionPiece[], after: readonly VersionPiece[]): readonly PiecePair[] {
  const was = new Map(before.map((piece) => [piece.key, piece]));
  const is = new Set(after.map(({ key }) => key));
  const file = (b: VersionPiece | undefined, a: VersionPiece | undefined): PiecePair['file'] => {
    if (b?.written || a?.written) return null;
    if (!b) return 'new';
    if (!a) return 'gone';
    return a.sha256 !== null && b.sha256 !== a.sha256 ? 'other' : 'same';
  };
  return [
    ...after.map((a) => ({ a, b: was.get(a.key) })),
    ...before.filter(({ key }) => !is.has(key)).map((b) => ({ a: undefined, b })),
  ].map(({ a, b }) => ({
    title: (a ?? b)?.title ?? '',
    before: b?.written ?? (a?.written ? nothingOf(a.written.kind) : null),
    after: a?.written ?? (b?.written ? nothingOf(b.written.kind) : null),
    file: file(b, a),
  }));
}

const isSame = ({ before, after, file }: PiecePair): boolean =>
  file === null ? canonicalJson(before) === canonicalJson(after) : file === 'same';

/**
 * Two versions of a student's work: any two hand-ins, or one and what is there now. What is not named, or is not
 * there, is the newest hand-in, and now; or the two newest, where nothing was changed since.
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
  const receipts = await read(db, receiptsOf(assignmentId, studentId));
  const numbered = (number: string | null) => receipts.find((receipt) => String(receipt.number) === number);
  const later = to === 'now' ? undefined : numbered(to);
  const before = numbered(from) ?? (later ? receipts[receipts.indexOf(later) + 1] : receipts[0]) ?? receipts[0];
  const versions = receipts.map(({ number, at }) => ({ number, at }));
  if (!before) return { versions, from: null, to: null, pairs: [] };
  const after = later ? await handedInPieces(db, later.id) : await presentPieces(db, assignmentId, studentId);
  const was = await handedInPieces(db, before.id);
  const pairs = pairPieces(was, after);
  // Nothing was changed since the newest hand-in: what it changed itself is more to see, unless this was asked for.
  const older = receipts[1];
  if (from === null && to === null && older && pairs.every(isSame))
    return {
      versions,
      from: older.number,
      to: before.number,
      pairs: pairPieces(await handedInPieces(db, older.id), was),
    };
  return { versions, from: before.number, to: later?.number ?? null, pairs };
}

export type ComparedVersions = Awaited<ReturnType<typeof compareVersions>>;

/** Two versions of a student's work as their screen shows them; `null` when there is no such assignment. */
export async function comparePage(
  db: Queryable,
  studentId: PersonId,
  assignmentId: AssignmentId,
  from: string | null,
  to: string | null,
) {
  const assignment = await read(db, findAssignment(assignmentId));
  if (!assignment) return null;
  return {
    assignment: assignmentId,
    title: assignment.title,
    lang: (await read(db, findClass(assignment.classId)))?.locale ?? 'en',
    versions: await compareVersions(db, studentId, assignmentId, from, to),
  };
}
