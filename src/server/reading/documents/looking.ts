import type { CheckedFile } from '@/core/asks/checked';
import type { ReadyCheck } from '@/core/asks/ready-check';
import { canonicalJson } from '@/core/documents/fingerprint';
import type { AssignmentId, DocumentId } from '@/core/ids';
import type { DocumentName } from '@/core/kinds/document';
import { checkedAs, documentIn } from '@/core/kinds/piece';
import { workshop } from '@/server/workshop';
import { findClass } from '@/store/classes';
import { type Queryable, read } from '@/store/database';
import { documentsOfWork, kindOfDocument } from '@/store/documents';
import { ownWordsOf } from '@/store/own-words';
import type { Person } from '@/store/people';
import { piecesOfWork, type StoredPiece } from '@/store/pieces';
import { lastUpdates, updateBytesOf } from '@/store/updates';
import { findAssignment, findBrief, type ListedAssignment, stepsOf } from '@/store/work';
import type { ReadDocument, StoredUpdates } from '@/workshop/documents';
import { goingAlong } from './going-along';
import { starterOf } from './starters';
import type { Unread } from './stored-documents';

export async function assignmentOr404(
  db: Queryable,
  assignmentId: AssignmentId,
  student: Person,
): Promise<ListedAssignment> {
  const assignment = await read(db, findAssignment(assignmentId, student.id));
  if (!assignment) throw new Error(`assignment ${assignmentId} is gone`);
  return assignment;
}

/** A document that would go along. */
interface OpenDocument {
  readonly id: DocumentId;
  readonly kind: DocumentName;
  readonly title: string;
}

/** What would go along as things stand. */
export interface Open {
  readonly documents: readonly OpenDocument[];
  /** What goes along and is no document: files, links. */
  readonly attached: readonly StoredPiece[];
}

export async function openPieces(db: Queryable, assignmentId: AssignmentId, student: Person): Promise<Open> {
  const documents: OpenDocument[] = (await read(db, documentsOfWork(assignmentId, student.id))).map(
    ({ id, kind, title }) => ({
      id,
      kind,
      title,
    }),
  );
  const attached: StoredPiece[] = [];
  for (const piece of goingAlong(await read(db, piecesOfWork(assignmentId, student.id)))) {
    const id = documentIn(piece.is);
    const kind = id && (await kindOfDocument(db, id));
    if (id && kind) documents.push({ id, kind, title: piece.name });
    else attached.push(piece);
  }
  return { documents, attached };
}

/** What would go along, named in such a way that it is another name as soon as anybody changes any of it. */
export async function nameOf(db: Queryable, open: Open): Promise<string> {
  const last = await lastUpdates(
    db,
    open.documents.map(({ id }) => id),
  );
  return canonicalJson([open.documents.map(({ id, title }) => [id, title, last.get(id) ?? 0]), open.attached]);
}

/** What is attached, as the ready check looks at it. */
export const checkedFiles = (pieces: readonly StoredPiece[]): readonly CheckedFile[] =>
  pieces.flatMap(({ name, is }) => checkedAs(name, is) ?? []);

/** What would go along, read and checked, and the name of what was looked at. */
export interface Looked {
  readonly open: Open;
  readonly name: string;
  readonly documents: readonly ReadDocument[];
  readonly check: ReadyCheck;
}

/** Reads and checks what would go along, in the workshop: a page of others waits for none of it. */
export async function lookAt(db: Queryable, assignment: ListedAssignment, student: Person): Promise<Looked | Unread> {
  const open = await openPieces(db, assignment.id, student);
  const name = await nameOf(db, open);
  const documents: StoredUpdates[] = [];
  for (const { id, kind } of open.documents) documents.push({ kind, updates: await updateBytesOf(db, id) });
  const brief = await read(db, findBrief(assignment.id));
  const steps = await read(db, stepsOf(assignment.id));
  const done = await workshop().do(student.id, 'checkWork', {
    documents,
    asks: brief?.asks ?? [],
    starters: steps.flatMap((step) => starterOf(step) ?? []),
    locale: (await read(db, findClass(assignment.classId)))?.locale ?? 'en',
    files: checkedFiles(open.attached),
    names: [student.name, student.short_name],
    spelling: { variety: student.spelling, own: await read(db, ownWordsOf(student.id)) },
  });
  if (!done.ok) return done;
  const { check, documents: found } = done.made;
  return check ? { open, name, documents: found, check } : { ok: false, code: 'too-intricate' };
}

/** What the ready check finds in what is stored of a student's work; `null` where that cannot be read now. */
export async function checkWork(
  db: Queryable,
  assignmentId: AssignmentId,
  student: Person,
): Promise<ReadyCheck | null> {
  const looked = await lookAt(db, await assignmentOr404(db, assignmentId, student), student);
  return 'ok' in looked ? null : looked.check;
}
