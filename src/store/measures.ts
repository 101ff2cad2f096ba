import { z } from 'zod';
import type { AssignmentId, PersonId } from '@/core/ids';
import { bigNumber, id } from './columns';
import { type Queryable, read, row, rows } from './database';

/** The number of the last update of whatever would go along, for the work that a row of `of` names; 0 before the first. */
const stampOf = (assignment: string, student: string) => `coalesce((SELECT max((SELECT u.seq FROM document_update u
  WHERE u.document_id = d.id ORDER BY u.seq DESC LIMIT 1)) FROM document d WHERE d.owner_id = ${student}
    AND ((d.assignment_id = ${assignment} AND d.role = 'copy') OR d.id IN (SELECT p.document_id FROM piece p
      WHERE p.assignment_id = ${assignment} AND p.owner_id = ${student} AND p.removed_at IS NULL))), 0)`;

/** How many answers of a student's works are empty, as it was last measured, and whether anything was written since. */
export const measuresOf = (studentId: PersonId) =>
  rows(
    z.object({ assignment_id: id<AssignmentId>(), empty_answers: z.number(), fresh: z.boolean() }),
    `SELECT m.assignment_id, m.empty_answers, m.stamp = ${stampOf('m.assignment_id', 'm.student_id')} AS fresh
     FROM measured m WHERE m.student_id = $1`,
    [studentId],
  );

/** The stamp of a student's work as it is now. */
export const stampOfWork = async (db: Queryable, assignmentId: AssignmentId, studentId: PersonId): Promise<number> =>
  (
    await read(
      db,
      row(z.object({ stamp: bigNumber }), `SELECT ${stampOf('$1', '$2')} AS stamp`, [assignmentId, studentId]),
    )
  )?.stamp ?? 0;

/** Keeps what was measured of the work as it was under a stamp. What was measured of an earlier state changes nothing. */
export async function keepMeasure(
  db: Queryable,
  measure: {
    readonly assignmentId: AssignmentId;
    readonly studentId: PersonId;
    readonly stamp: number;
    readonly emptyAnswers: number;
  },
): Promise<void> {
  await db.query(
    `INSERT INTO measured AS m (assignment_id, student_id, stamp, empty_answers) VALUES ($1, $2, $3, $4)
     ON CONFLICT (student_id, assignment_id) DO UPDATE SET stamp = $3, empty_answers = $4 WHERE m.stamp <= $3`,
    [measure.assignmentId, measure.studentId, measure.stamp, measure.emptyAnswers],
  );
}
