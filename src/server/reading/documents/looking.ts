import type { CheckedFile, ReadyCheck } from '@/core/asks/ready-check';
import { canonicalJson } from '@/core/documents/fingerprint';
import { fileKind } from '@/core/formats/file-type';
import type { AssignmentId, DocumentId } from '@/core/ids';
import { workshop } from '@/server/workshop';
import { findClass } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { documentsOfWork, lastUpdates, updateBytesOf } from '@/store/documents';
import { ownWordsOf } from '@/store/own-words';
import type { Person } from '@/store/people';
import { piecesOfWork, type StoredPiece } from '@/store/pieces';
import { findAssignment, findBrief, type ListedAssignment, stepsOf } from '@/store/work';
import type { ReadDocument } from '@/workshop/documents';
import { goingAlong } from './going-along';
import type { Unread } from './stored-documents';

export async function assignmentOr404(
  db: Queryable,
  assignmentId: AssignmentId,
  student: Person,
): Promise<ListedAssignment> {
  const assignment = await findAssignment(db, assignmentId, student.id);
  if (!assignment) throw new Error(`assignment ${assignmentId} is gone`);
  return assignment;
}

/** What would go along as things stand. */
export interface Open {
  readonly documents: readonly { readonly id: DocumentId; readonly title: string }[];
  readonly files: readonly Extract<StoredPiece, { kind: 'file' | 'link' }>[];
}

export async function openPieces(db: Queryable, assignmentId: AssignmentId, student: Person): Promise<Open> {
  const documents = (await documentsOfWork(db, assignmentId, student.id)).map(({ id, title }) => ({ id, title }));
  const pieces = goingAlong(await piecesOfWork(db, assignmentId, student.id));
  for (const piece of pieces) {
    if (piece.kind === 'document') documents.push({ id: piece.document_id, title: piece.name });
  }
  return { documents, files: pieces.filter((piece) => piece.kind !== 'document') };
}

/** What would go along, named in such a way that it is another name as soon as anybody changes any of it. */
export async function nameOf(db: Queryable, open: Open): Promise<string> {
  const last = await lastUpdates(
    db,
    open.documents.map(({ id }) => id),
  );
  return canonicalJson([open.documents.map(({ id, title }) => [id, title, last.get(id) ?? 0]), open.files]);
}

/** Files and links as the ready check looks at them. */
export const checkedFiles = (pieces: readonly StoredPiece[]): readonly CheckedFile[] =>
  pieces.flatMap((piece): CheckedFile[] => {
    if (piece.kind === 'document') return [];
    if (piece.kind === 'link') return [{ name: piece.name, kind: 'link', pages: null, address: piece.address }];
    return [{ name: piece.name, kind: fileKind(piece.type), pages: piece.pages }];
  });

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
  const documents: (readonly Uint8Array[])[] = [];
  for (const { id } of open.documents) documents.push(await updateBytesOf(db, id));
  const brief = await findBrief(db, assignment.id);
  const steps = await stepsOf(db, assignment.id);
  const done = await workshop().do(student.id, 'checkWork', {
    documents,
    asks: brief?.asks ?? [],
    starters: steps.flatMap((step) => (step.starter ? [step.starter] : [])),
    locale: (await findClass(db, assignment.classId))?.locale ?? 'en',
    files: checkedFiles(open.files),
    names: [student.name, student.short_name],
    spelling: { variety: student.spelling, own: await ownWordsOf(db, student.id) },
  });
  if (!done.ok) return done;
  const { check, documents: read } = done.made;
  return check ? { open, name, documents: read, check } : { ok: false, code: 'too-intricate' };
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
