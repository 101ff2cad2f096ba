import { z } from 'zod';
import type { AssignmentId, PersonId } from '@/core/ids';
import { criterion, id, instant, mark } from './columns';
import { made, rows } from './database';
import { whose } from './hand-ins';

const earlier = z.object({
  assignment_id: id<AssignmentId>(),
  title: z.string(),
  at: instant,
  rubric: z.array(criterion),
  marks: z.array(mark),
});

/** What a student earned by criterion in a class so far, oldest first: of each assignment the newest hand-back. */
export const earlierMarksOf = (classId: string, studentId: PersonId) =>
  rows(
    earlier,
    `SELECT assignment_id, title, at, rubric, marks FROM (
       SELECT DISTINCT ON (a.id) a.id AS assignment_id, a.title, b.at, b.rubric, b.marks
       FROM hand_in h JOIN hand_back b ON b.hand_in_id = h.id JOIN assignment a ON a.id = h.assignment_id
       WHERE a.class_id = $1 AND ${whose('$2')} AND b.earned IS NOT NULL ORDER BY a.id, b.at DESC) newest
     ORDER BY at`,
    [classId, studentId],
  );

/** Points after the loss for lateness, of everything of a student that came back, by assignment: the newest counts. */
export const gradesOf = (studentId: PersonId, classId: string | null) =>
  made(
    rows(
      z.object({ assignment_id: id<AssignmentId>(), grade: z.number() }),
      `SELECT h.assignment_id, b.earned - b.lost_late AS grade FROM hand_in h JOIN hand_back b ON b.hand_in_id = h.id
     JOIN assignment a ON a.id = h.assignment_id
     WHERE ${whose('$1')} AND b.earned IS NOT NULL AND ($2::text IS NULL OR a.class_id = $2) ORDER BY b.at`,
      [studentId, classId],
    ),
    (found) => new Map(found.map((one) => [one.assignment_id, one.grade])),
  );

/** The points of everybody on an assignment whose work is back, the newest of each. */
export const gradesOnAssignment = (assignmentId: AssignmentId) =>
  made(
    rows(
      z.object({ grade: z.number() }),
      `SELECT earned - lost_late AS grade FROM (
       SELECT DISTINCT ON (m.student) b.earned, b.lost_late FROM hand_in h JOIN hand_back b ON b.hand_in_id = h.id
       CROSS JOIN LATERAL unnest(CASE WHEN h.members = '{}' THEN ARRAY[h.student_id] ELSE h.members END) AS m (student)
       WHERE h.assignment_id = $1 ORDER BY m.student, b.at DESC) newest WHERE earned IS NOT NULL`,
      [assignmentId],
    ),
    (found): readonly number[] => found.map(({ grade }) => grade),
  );
