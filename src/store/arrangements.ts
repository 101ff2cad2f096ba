import { z } from 'zod';
import type { AssignmentId, Instant, PersonId } from '@/core/ids';
import { id, instant } from './columns';
import { first, many, type Queryable, time } from './database';

/** Who was given more time for an assignment, and how much. */
export const extraTimesOf = (db: Queryable, assignmentId: AssignmentId) =>
  many(
    db,
    z.object({ student_id: id<PersonId>(), minutes: z.number(), given_by: z.string() }),
    `SELECT x.student_id, x.minutes, p.name AS given_by FROM extra_time x JOIN person p ON p.id = x.given_by
     WHERE x.assignment_id = $1`,
    [assignmentId],
  );

/** More time in milliseconds, under the assignment's id, a space and the student's. Who has none is not in it. */
export async function extraTimes(
  db: Queryable,
  assignmentIds: readonly AssignmentId[],
  studentIds: readonly PersonId[],
): Promise<ReadonlyMap<string, number>> {
  const rows = await many(
    db,
    z.object({ assignment_id: z.string(), student_id: z.string(), minutes: z.number() }),
    'SELECT assignment_id, student_id, minutes FROM extra_time WHERE assignment_id = ANY($1) AND student_id = ANY($2)',
    [assignmentIds, studentIds],
  );
  return new Map(rows.map((row) => [`${row.assignment_id} ${row.student_id}`, row.minutes * 60_000]));
}

/** Gives one student more time for an assignment, or takes that back with 0 minutes. */
export async function giveExtraTime(
  tx: Queryable,
  given: { assignmentId: AssignmentId; studentId: PersonId; minutes: number; teacherId: PersonId; at: Instant },
): Promise<void> {
  if (given.minutes === 0) {
    await tx.query('DELETE FROM extra_time WHERE assignment_id = $1 AND student_id = $2', [
      given.assignmentId,
      given.studentId,
    ]);
    return;
  }
  await tx.query(
    `INSERT INTO extra_time (assignment_id, student_id, minutes, given_by, at) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (assignment_id, student_id) DO UPDATE SET minutes = $3, given_by = $4, at = $5`,
    [given.assignmentId, given.studentId, given.minutes, given.teacherId, time(given.at)],
  );
}

/** Everybody who works on an assignment together with a student, by name, the student included; empty for one's own work. */
export const groupOf = (db: Queryable, assignmentId: AssignmentId, studentId: PersonId) =>
  many(
    db,
    z.object({ id: id<PersonId>(), name: z.string() }),
    `SELECT p.id, p.name FROM work_group own JOIN work_group g
       ON g.assignment_id = own.assignment_id AND g.number = own.number
     JOIN person p ON p.id = g.student_id WHERE own.assignment_id = $1 AND own.student_id = $2 ORDER BY p.name`,
    [assignmentId, studentId],
  );

/** Notes that somebody stands before the last question of a hand-in, or has gone away from it. */
export async function keepHandInBegun(
  tx: Queryable,
  assignmentId: AssignmentId,
  studentId: PersonId,
  at: Instant | null,
): Promise<void> {
  if (at === null) {
    await tx.query('DELETE FROM hand_in_begun WHERE assignment_id = $1 AND student_id = $2', [assignmentId, studentId]);
    return;
  }
  await tx.query(
    `INSERT INTO hand_in_begun (assignment_id, student_id, at) VALUES ($1, $2, $3)
     ON CONFLICT (assignment_id, student_id) DO UPDATE SET at = $3`,
    [assignmentId, studentId, time(at)],
  );
}

/** When somebody began to hand in; `null` when they have not. */
export async function handInBegunAt(
  db: Queryable,
  assignmentId: AssignmentId,
  studentId: PersonId,
): Promise<Instant | null> {
  const row = await first(
    db,
    z.object({ at: instant }),
    'SELECT at FROM hand_in_begun WHERE assignment_id = $1 AND student_id = $2',
    [assignmentId, studentId],
  );
  return row?.at ?? null;
}
