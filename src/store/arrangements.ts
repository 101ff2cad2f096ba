import { z } from 'zod';
import type { AssignmentId, Instant, PersonId } from '@/core/ids';
import type { OwnTerms } from '@/core/work/rules';
import { id, instant, maybeInstant } from './columns';
import { first, made, type Queryable, rows, time } from './database';
import type { Work } from './events';

/** What holds for the student of each of some works alone, under the assignment's id, a space and the student's. */
export const ownTermsOf = (works: readonly Work[]) =>
  made(
    rows(
      z.object({ assignment_id: z.string(), student_id: z.string(), minutes: z.number(), joined_at: maybeInstant }),
      `SELECT a.id AS assignment_id, m.person_id AS student_id, coalesce(x.minutes, 0) AS minutes, m.joined_at
       FROM unnest($1::text[], $2::text[]) AS w (assignment_id, student_id) JOIN assignment a ON a.id = w.assignment_id
       JOIN membership m ON m.class_id = a.class_id AND m.person_id = w.student_id
       LEFT JOIN extra_time x ON x.assignment_id = a.id AND x.student_id = m.person_id`,
      [works.map((work) => work.assignmentId), works.map((work) => work.studentId)],
    ),
    (found) =>
      new Map(
        found.map((one): [string, OwnTerms] => [
          `${one.assignment_id} ${one.student_id}`,
          { extra: one.minutes * 60_000, joinedAt: one.joined_at },
        ]),
      ),
  );

/**
 * Of some works, what tells whether anything has been decided about one since: another stamp says that something happened to
 * it, that the assignment was set anew, that its student was given other times or is in the class in another way. Under the
 * assignment's id, a space and the student's.
 */
export const stampsOf = (works: readonly Work[]) =>
  made(
    rows(
      z.object({ key: z.string(), stamp: z.string() }),
      // Which version of its row an assignment has the database numbers itself (xmin).
      `SELECT w.assignment_id || ' ' || w.student_id AS key, concat_ws(' ', (SELECT max(e.id) FROM event e
         WHERE e.student_id = w.student_id AND e.assignment_id = w.assignment_id), a.xmin, x.minutes, m.role, m.joined_at) AS stamp
       FROM unnest($1::text[], $2::text[]) AS w (assignment_id, student_id) JOIN assignment a ON a.id = w.assignment_id
       LEFT JOIN membership m ON m.class_id = a.class_id AND m.person_id = w.student_id
       LEFT JOIN extra_time x ON x.assignment_id = a.id AND x.student_id = w.student_id`,
      [works.map((work) => work.assignmentId), works.map((work) => work.studentId)],
    ),
    (found) => new Map(found.map(({ key, stamp }) => [key, stamp])),
  );

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
export const groupOf = (assignmentId: AssignmentId, studentId: PersonId) =>
  rows(
    z.object({ id: id<PersonId>(), name: z.string() }),
    `SELECT p.id, p.name FROM work_group own JOIN work_group g
       ON g.assignment_id = own.assignment_id AND g.number = own.number
     JOIN person p ON p.id = g.student_id WHERE own.assignment_id = $1 AND own.student_id = $2 ORDER BY p.name`,
    [assignmentId, studentId],
  );

/** The groups of an assignment: the first of each by id, and their names. */
export const groupsOf = (assignmentId: AssignmentId) =>
  rows(
    z.object({ id: id<PersonId>(), names: z.string() }),
    `SELECT min(p.id) AS id, string_agg(p.short_name, ', ' ORDER BY p.name) AS names FROM work_group g JOIN person p ON p.id = g.student_id
     WHERE g.assignment_id = $1 GROUP BY g.number ORDER BY g.number`,
    [assignmentId],
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
