import type { AssignmentId, ClassId, Instant } from '@/core/ids';
import type { Unlocked } from '@/core/plan/do-next';
import { factsOfKind } from '@/core/work/facts';
import { allowedMoves } from '@/core/work/moves';
import { closingTime, type LateRule, type Takes } from '@/core/work/rules';
import { type State, standing } from '@/core/work/standing';
import { stepsDone } from '@/core/work/steps';
import { classesOf } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { factsOfStudent } from '@/store/events';
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

/**
 * All work of one student, or that in one class: the one source of Today, the Class line and whatever
 * else lists work, so that no two of them can disagree.
 */
export async function workOf(
  db: Queryable,
  student: Person,
  classId: ClassId | null,
  now: Instant,
): Promise<readonly WorkItem[]> {
  const classes = new Map((await classesOf(db, student.id)).map((found) => [found.id, found]));
  const assignments = await assignmentsFor(db, student.id, classId, now);
  const facts = await factsOfStudent(db, student.id, classId === null ? null : assignments.map(({ id }) => id));
  const grades = await gradesOf(db, student.id, classId);
  const waiting = await waitingOf(db, student.id, now);
  const putOffs = await putOffsOf(db, student.id, now);
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

/** The classes of a person that have not ended. */
export const runningClasses = async (db: Queryable, person: Person) =>
  (await classesOf(db, person.id)).filter(({ ended_at }) => ended_at === null);
