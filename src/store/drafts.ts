import { z } from 'zod';
import { BRIEF } from '@/core/documents/kept';
import type { AssignmentId, ClassId, DocumentId, Instant, PersonId } from '@/core/ids';
import { id, instant, maybeInstant } from './columns';
import { made, type Queryable, read, row, rows, time } from './database';
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

const listedDraft = z.object({
  id: id<DocumentId>(),
  title: z.string(),
  at: instant,
  removed_at: maybeInstant,
  /** When it will be posted; `null` where nothing is said of that yet. */
  waits_until: maybeInstant,
  /** Since when it is taken back from the class. */
  withdrawn_at: maybeInstant,
  class_name: z.string(),
  weave: z.string(),
});

const LISTED = `SELECT d.id, d.title, d.created_at AS at, d.removed_at, a.posted_at AS waits_until, a.withdrawn_at, c.name AS class_name, c.weave
  FROM document d JOIN class c ON c.id = d.class_id LEFT JOIN assignment a ON a.id = d.assignment_id`;
const NOT_THERE = (now: string) =>
  `d.role = 'draft' AND (d.assignment_id IS NULL OR a.posted_at > ${now} OR a.withdrawn_at IS NOT NULL)`;

/** The drafts of a class of which the class sees nothing yet, the newest first; those that were put away come with their time. */
export const draftsOf = (classId: ClassId, now: Instant) =>
  rows(listedDraft, `${LISTED} WHERE d.class_id = $1 AND ${NOT_THERE('$2')} ORDER BY d.created_at DESC LIMIT 200`, [
    classId,
    time(now),
  ]);

/** The drafts of all classes that somebody teaches, and that run, the newest first. */
export const draftsOfTeacher = (teacherId: PersonId, now: Instant) =>
  rows(
    listedDraft,
    `${LISTED} JOIN membership m ON m.class_id = c.id AND m.person_id = $1 AND m.role = 'teacher'
     WHERE c.ended_at IS NULL AND d.removed_at IS NULL AND ${NOT_THERE('$2')} ORDER BY d.created_at DESC LIMIT 50`,
    [teacherId, time(now)],
  );

/** From when on the times of a draft are counted: when it was posted, or begun. */
export const beganAt = (documentId: DocumentId) =>
  made(
    row(
      z.object({ at: instant }),
      `SELECT coalesce(a.posted_at, d.created_at) AS at FROM document d LEFT JOIN assignment a ON a.id = d.assignment_id
       WHERE d.id = $1`,
      [documentId],
    ),
    (found) => found?.at ?? null,
  );

/** Puts a draft away of which nothing was posted, or brings it back. @returns false where something was */
export async function putDraftAway(tx: Queryable, documentId: DocumentId, at: Instant | null): Promise<boolean> {
  const { affected } = await tx.query(
    `UPDATE document SET removed_at = $2 WHERE id = $1 AND role = 'draft' AND assignment_id IS NULL`,
    [documentId, time(at)],
  );
  return affected === 1;
}

/** Gives a draft the name under which lists show it. */
export async function titleDraft(tx: Queryable, documentId: DocumentId, title: string): Promise<void> {
  await tx.query(`UPDATE document SET title = $2 WHERE id = $1 AND role = 'draft'`, [documentId, title]);
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
