import type { AssignmentId, ClassId, Instant } from '@/core/ids';
import type { Unlocked } from '@/core/plan/do-next';
import { factsOfKind } from '@/core/work/facts';
import { allowedMoves } from '@/core/work/moves';
import { closingTime, type LateRule, type Takes } from '@/core/work/rules';
import { type State, standing } from '@/core/work/standing';
import { stepsDone } from '@/core/work/steps';
import { classesOf, type SchoolClass } from '@/store/classes';
import { type Answers, type Queryable, readTogether } from '@/store/database';
import { factsOfClassWork } from '@/store/events';
import { gradesOf } from '@/store/grades';
import type { Person } from '@/store/people';
import { assignmentsFor, putOffsOf, waitingOf } from '@/store/work';

/** One assignment as every list shows it to one student. */
export interface WorkItem {
  readonly id: AssignmentId;
  readonly title: string;
  readonly classId: ClassId;
  readonly className: string;
  readonly weave: string;
  readonly unitId: string | null;
  readonly position: number;
  readonly postedAt: Instant;
  readonly minutes: number;
  readonly points: number | null;
  readonly takes: Takes;
  readonly late: LateRule;
  readonly opensAt: Instant | null;
  readonly dueAt: Instant | null;
  readonly closesAt: Instant | null;
  readonly state: State;
  /** Was it due before the student came into the class? It can be done, and nobody waits for it. */
  readonly before: boolean;
  readonly stepsDone: number;
  readonly steps: number;
  readonly handedInAt: Instant | null;
  readonly grade: number | null;
  readonly canTickOff: boolean;
  /** Titles of the work that has to be handed in before this opens. */
  readonly waitsFor: readonly string[];
  /** What opens when this is handed in. */
  readonly unlocks: readonly Unlocked[];
  readonly putOffUntil: Instant | null;
}

/** What is asked for the work of one student, or for that in one class. */
export const workQueries = (student: Pick<Person, 'id'>, classId: ClassId | null, now: Instant) => ({
  classes: classesOf(student.id),
  assignments: assignmentsFor(student.id, classId, now),
  facts: factsOfClassWork(student.id, classId),
  grades: gradesOf(student.id, classId),
  waiting: waitingOf(student.id, now),
  putOffs: putOffsOf(student.id, now),
});

/** All work of one student, or that in one class. */
export const workOf = async (
  db: Queryable,
  student: Person,
  classId: ClassId | null,
  now: Instant,
): Promise<readonly WorkItem[]> => workItems(await readTogether(db, workQueries(student, classId, now)), now);

/**
 * The work that was asked for: the one source of Today, the Class line and whatever else lists work, so that no two of
 * them can disagree.
 */
export function workItems(
  { assignments, facts, grades, waiting, putOffs, ...asked }: Answers<ReturnType<typeof workQueries>>,
  now: Instant,
): readonly WorkItem[] {
  const classes = new Map(asked.classes.map((found) => [found.id, found]));
  const byId = new Map(assignments.map((assignment) => [assignment.id, assignment]));
  const unlocked = (id: AssignmentId): boolean => factsOfKind(facts.get(id) ?? [], 'unlocked').length > 0;
  return assignments.map((assignment) => {
    const { rules } = assignment;
    const own = facts.get(assignment.id) ?? [];
    const { state, handIn } = standing(own, rules, now);
    return {
      id: assignment.id,
      title: assignment.title,
      classId: assignment.classId,
      className: classes.get(assignment.classId)?.name ?? '',
      weave: classes.get(assignment.classId)?.weave ?? 'plain',
      unitId: assignment.unitId,
      position: assignment.position,
      postedAt: assignment.postedAt,
      minutes: assignment.minutes,
      points: assignment.points,
      takes: rules.takes,
      late: rules.late,
      opensAt: rules.opensAt,
      dueAt: rules.dueAt,
      closesAt: closingTime(rules),
      state,
      before: rules.beforeJoining === true,
      stepsDone: stepsDone(own).size,
      steps: assignment.steps,
      handedInAt: handIn?.at ?? null,
      grade: state === 'handed-back' || state === 'another-go' ? (grades.get(assignment.id) ?? null) : null,
      canTickOff: allowedMoves(own, now, rules).includes('tick-off'),
      waitsFor: unlocked(assignment.id)
        ? []
        : waiting.flatMap((one) => (one.assignment_id === assignment.id ? [one.after] : [])),
      unlocks: waiting.flatMap((one) => {
        const next = one.after_id === assignment.id ? byId.get(one.assignment_id) : undefined;
        return next && !unlocked(next.id)
          ? [{ title: next.title, dueAt: next.rules.dueAt, minutes: next.minutes }]
          : [];
      }),
      putOffUntil: putOffs.get(assignment.id) ?? null,
    };
  });
}

const isRunning = ({ ended_at }: SchoolClass): boolean => ended_at === null;

/** All work of one student, and the classes it is in. */
export async function allWork(db: Queryable, student: Person, now: Instant) {
  const asked = await readTogether(db, workQueries(student, null, now));
  return { items: workItems(asked, now), classes: asked.classes.filter(isRunning) };
}
