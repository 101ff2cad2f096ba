import type { AssignmentId, Instant, PersonId } from '@/core/ids';
import type { Arranged } from '@/core/setting/draft';
import { json, type Queryable, time } from './database';

/**
 * In SQL: is an assignment for a student? It is for everybody in its class, or for those who are named; not for those who are
 * excused, and for nobody once it was taken back from the class.
 *
 * @param assignment how its row is called
 * @param student an expression that names the student
 */
export const isFor = (assignment: string, student: string): string =>
  `(${assignment}.withdrawn_at IS NULL
    AND (NOT ${assignment}.for_named OR EXISTS (SELECT 1 FROM set_for f WHERE f.assignment_id = ${assignment}.id AND f.student_id = ${student}))
    AND NOT EXISTS (SELECT 1 FROM excused k WHERE k.assignment_id = ${assignment}.id AND k.student_id = ${student}))`;

/** The same for many students of many assignments: who is named and who is excused is looked up once for all of them. */
export const isForEach = (assignment: string, student: string): string =>
  `(${assignment}.withdrawn_at IS NULL
    AND (NOT ${assignment}.for_named OR (${assignment}.id, ${student}) IN (SELECT f.assignment_id, f.student_id FROM set_for f))
    AND (${assignment}.id, ${student}) NOT IN (SELECT k.assignment_id, k.student_id FROM excused k))`;

/** Says for whom an assignment is, by name; it is for everybody where nobody is named. */
export async function nameStudents(
  tx: Queryable,
  assignmentId: AssignmentId,
  only: readonly PersonId[],
): Promise<void> {
  if (only.length > 0)
    await tx.query('INSERT INTO set_for (assignment_id, student_id) SELECT DISTINCT $1, unnest($2::text[])', [
      assignmentId,
      only,
    ]);
}

/** Keeps what holds for some students alone from the beginning: more time, or that they are excused. */
export async function arrange(
  tx: Queryable,
  assignmentId: AssignmentId,
  arranged: readonly Arranged[],
  by: PersonId,
  at: Instant,
): Promise<void> {
  if (arranged.length === 0) return;
  const given = [assignmentId, by, time(at), json(arranged)];
  const each = `FROM jsonb_to_recordset($4::text::jsonb) AS g (student text, minutes integer)`;
  await tx.query(
    `INSERT INTO extra_time (assignment_id, student_id, minutes, given_by, at) SELECT $1, student, minutes, $2, $3 ${each}
     WHERE minutes IS NOT NULL`,
    given,
  );
  await tx.query(
    `INSERT INTO excused (assignment_id, student_id, by_id, at) SELECT $1, student, $2, $3 ${each} WHERE minutes IS NULL`,
    given,
  );
}

/** Excuses a student from an assignment, or asks them for it again. @returns false where that was so already */
export async function keepExcused(
  tx: Queryable,
  given: { assignmentId: AssignmentId; studentId: PersonId; excused: boolean; teacherId: PersonId; at: Instant },
): Promise<boolean> {
  const { assignmentId, studentId, teacherId, at } = given;
  const { affected } = given.excused
    ? await tx.query(
        `INSERT INTO excused (assignment_id, student_id, by_id, at) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING`,
        [assignmentId, studentId, teacherId, time(at)],
      )
    : await tx.query('DELETE FROM excused WHERE assignment_id = $1 AND student_id = $2', [assignmentId, studentId]);
  return affected === 1;
}

/** Takes back that some students are excused. */
export async function askAgain(
  tx: Queryable,
  assignmentId: AssignmentId,
  students: readonly PersonId[],
): Promise<void> {
  await tx.query('DELETE FROM excused WHERE assignment_id = $1 AND student_id = ANY($2)', [assignmentId, students]);
}

/** Takes an assignment back from its class, or gives it back to it. @returns false where that was so already */
export async function withdraw(tx: Queryable, assignmentId: AssignmentId, at: Instant | null): Promise<boolean> {
  const { affected } = await tx.query(
    'UPDATE assignment SET withdrawn_at = $2 WHERE id = $1 AND (withdrawn_at IS NULL) = ($2::timestamptz IS NOT NULL)',
    [assignmentId, time(at)],
  );
  return affected === 1;
}
