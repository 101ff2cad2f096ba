import type { AssignmentId, HandInId, Instant, PersonId } from '@/core/ids';
import { rulesFor } from '@/core/work/rules';
import { listOf, type State, standing, type WorkState } from '@/core/work/standing';
import { studentsOfAssignment } from '@/store/classes';
import { type Answers, type Queryable, readTogether } from '@/store/database';
import { factsOfAssignment } from '@/store/events';
import { findAssignment } from '@/store/work';

/** One student as the teacher sees them on the list of an assignment. */
export interface StudentOnList {
  readonly id: PersonId;
  readonly name: string;
  readonly state: State;
  /** The list it is on. */
  readonly list: WorkState;
  readonly handInId: HandInId | null;
  readonly handedInAt: Instant | null;
  readonly lateBy: number;
  /** More time than the others have. */
  readonly extraMinutes: number;
  /** Need they not do it? Then nobody waits for it, and it is on no list. */
  readonly excused: boolean;
}

/** What is asked for everybody's work on an assignment. */
export const studentsQueries = (assignmentId: AssignmentId) => ({
  assignment: findAssignment(assignmentId),
  facts: factsOfAssignment(assignmentId),
  people: studentsOfAssignment(assignmentId),
});

/** Everybody in the class with where their work stands: who has handed in, and who has not. */
export const studentsOn = async (db: Queryable, assignmentId: AssignmentId, now: Instant): Promise<StudentOnList[]> =>
  studentsAsked(await readTogether(db, studentsQueries(assignmentId)), now);

/** Those that were asked for. */
export function studentsAsked(
  { assignment, facts, people }: Answers<ReturnType<typeof studentsQueries>>,
  now: Instant,
): StudentOnList[] {
  if (!assignment) return [];
  return people.map(({ id, name, extraMinutes, joined_at: joinedAt, excused }) => {
    const rules = rulesFor(assignment.rules, { extra: extraMinutes * 60_000, joinedAt });
    const { state, handIn } = standing(facts.get(id) ?? [], rules, now);
    return {
      id,
      name,
      state,
      list: excused ? 'later' : listOf(state, rules),
      handInId: handIn?.id ?? null,
      handedInAt: handIn?.at ?? null,
      lateBy: handIn?.lateBy ?? 0,
      extraMinutes,
      excused,
    };
  });
}
