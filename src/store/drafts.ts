import { z } from 'zod';
import { BRIEF } from '@/core/documents/kept';
import type { AssignmentId, ClassId, DocumentId, Instant, PersonId } from '@/core/ids';
import { id } from './columns';
import { type Queryable, read, row, time } from './database';
import { appendUpdates } from './updates';

const draftRow = z.object({
  id: id<DocumentId>(),
  class_id: id<ClassId>(),
  /** What was posted from it; `null` as long as nothing was. */
  assignment_id: id<AssignmentId>().nullable(),
});

/** A draft, by its document. With `hold` whoever posts it meanwhile waits until the transaction ends. */
export const findDraftDocument = (documentId: DocumentId, hold = false) =>
  row(
    draftRow,
    `SELECT id, class_id, assignment_id FROM document WHERE id = $1 AND role = 'draft'${hold ? ' FOR NO KEY UPDATE' : ''}`,
    [documentId],
  );

/** The draft in which an assignment is changed; `null` before the first change. */
const draftOfAssignment = (assignmentId: AssignmentId) =>
  row(draftRow, `SELECT id, class_id, assignment_id FROM document WHERE assignment_id = $1 AND role = 'draft'`, [
    assignmentId,
  ]);

/**
 * Adds a draft to a class, with its first update; or finds the one in which an assignment is changed already, whoever began
 * it.
 */
export async function addDraft(
  tx: Queryable,
  made: {
    readonly id: DocumentId;
    readonly by: PersonId;
    readonly classId: ClassId;
    readonly assignmentId: AssignmentId | null;
    readonly title: string;
    readonly at: Instant;
    readonly firstUpdate: () => Uint8Array;
  },
): Promise<DocumentId> {
  const { affected } = await tx.query(
    `INSERT INTO document (id, owner_id, class_id, assignment_id, role, kind, title, created_at)
     VALUES ($1, $2, $3, $4, 'draft', $5, $6, $7) ON CONFLICT (assignment_id) WHERE role = 'draft' DO NOTHING`,
    [made.id, made.by, made.classId, made.assignmentId, BRIEF, made.title, time(made.at)],
  );
  if (affected === 1) {
    await appendUpdates(tx, [{ documentId: made.id, update: made.firstUpdate(), at: made.at }]);
    return made.id;
  }
  const there = made.assignmentId && (await read(tx, draftOfAssignment(made.assignmentId)));
  if (!there) throw new Error(`draft ${made.id} was refused though there is none`);
  return there.id;
}

/** Says what was posted from a draft. */
export async function nameDraft(
  tx: Queryable,
  documentId: DocumentId,
  assignmentId: AssignmentId,
  title: string,
): Promise<void> {
  await tx.query(`UPDATE document SET assignment_id = $2, title = $3 WHERE id = $1`, [documentId, assignmentId, title]);
}
