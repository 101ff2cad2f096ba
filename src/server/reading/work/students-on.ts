import type { AssignmentId, HandInId, Instant, PersonId } from '@/core/ids';
import { withExtraTime } from '@/core/work/rules';
import { type State, standing } from '@/core/work/standing';
import { extraTimesOf } from '@/store/arrangements';
import { peopleOf } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { factsOfAssignment } from '@/store/events';
import { findAssignment } from '@/store/work';

/** One student as the teacher sees them on the list of an assignment. */
export interface StudentOnList {
  readonly id: PersonId;
  readonly name: string;
  readonly state: State;
  readonly handInId: HandInId | null;
  readonly handedInAt: Instant | null;
  readonly lateBy: number;
  /** More time than the others have. */
  readonly extraMinutes: number;
}

/** Everybody in the class with where their work stands: who has handed in, and who has not. */
export async function studentsOn(db: Queryable, assignmentId: AssignmentId, now: Instant): Promise<StudentOnList[]> {
  const assignment = await findAssignment(db, assignmentId);
  if (!assignment) return [];
  const facts = await factsOfAssignment(db, assignmentId);
  const students = await peopleOf(db, assignment.classId, 'student');
  const more = new Map((await extraTimesOf(db, assignmentId)).map((one) => [one.student_id, one.minutes]));
  return students.map(({ id, name }) => {
    const extraMinutes = more.get(id) ?? 0;
    const rules = withExtraTime(assignment.rules, extraMinutes * 60_000);
    const { state, handIn } = standing(facts.get(id) ?? [], rules, now);
    return {
      id,
      name,
      state,
      handInId: handIn?.id ?? null,
      handedInAt: handIn?.at ?? null,
      lateBy: handIn?.lateBy ?? 0,
      extraMinutes,
    };
  });
}
