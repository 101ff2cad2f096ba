import type { AssignmentId, HandInId, Instant, PersonId } from '@/core/ids';
import { addUp, type Criterion, type Mark, pointsProblem, type RubricResult } from '@/core/marks/rubric';
import { lateLoss, lateness } from '@/core/work/lateness';
import { makeMove, type Refusal } from '@/core/work/moves';
import { type State, standing } from '@/core/work/standing';
import { peopleOf } from '@/store/classes';
import type { Database, Queryable } from '@/store/database';
import { addHandBack, findReceipt, keepDraft } from '@/store/hand-ins';
import type { Person } from '@/store/people';
import { factsOf, factsOfAssignment, findAssignment, holdWork, record, rubricOf } from '@/store/work';
import { newId } from './secrets';

/** One student as the teacher sees them on the list of an assignment. */
export interface StudentOnList {
  readonly id: PersonId;
  readonly name: string;
  readonly state: State;
  readonly handedInAt: Instant | null;
  readonly lateBy: number;
}

/** Everybody in the class with where their work stands: who has handed in, and who has not. */
export async function studentsOn(db: Queryable, assignmentId: AssignmentId, now: Instant): Promise<StudentOnList[]> {
  const assignment = await findAssignment(db, assignmentId);
  if (!assignment) return [];
  const facts = await factsOfAssignment(db, assignmentId);
  const students = await peopleOf(db, assignment.classId, 'student');
  return students.map(({ id, name }) => {
    const { state, handIn } = standing(facts.get(id) ?? [], assignment.rules, now);
    return { id, name, state, handedInAt: handIn?.at ?? null, lateBy: handIn?.lateBy ?? 0 };
  });
}

export interface BadPoints {
  readonly ok: false;
  readonly code: 'bad-points';
  readonly criterion: string;
  readonly problem: 'below-zero' | 'above-most' | 'not-half' | 'not-marked';
}

function badPoints(rubric: readonly Criterion[], marks: readonly Mark[]): BadPoints | null {
  for (const criterion of rubric) {
    const points = marks.find((mark) => mark.criterionId === criterion.id)?.points;
    const problem = points === undefined || points === null ? null : pointsProblem(criterion, points);
    if (problem) return { ok: false, code: 'bad-points', criterion: criterion.title, problem };
  }
  return null;
}

async function marked(db: Queryable, handInId: HandInId) {
  const receipt = await findReceipt(db, handInId);
  const assignment = receipt && (await findAssignment(db, receipt.assignment_id));
  if (!receipt || !assignment) throw new Error(`hand-in ${handInId} is gone`);
  return { receipt, assignment, rubric: await rubricOf(db, assignment.id) };
}

/** Keeps what a teacher has marked so far. The student sees nothing of it. */
export async function keepMarks(
  db: Database,
  teacher: Person,
  given: { handInId: HandInId; marks: readonly Mark[]; general: string },
  now: Instant,
): Promise<{ readonly ok: true; readonly at: Instant } | BadPoints> {
  const { rubric } = await marked(db, given.handInId);
  const bad = badPoints(rubric, given.marks);
  if (bad) return bad;
  await keepDraft(db, { ...given, teacherId: teacher.id, at: now });
  return { ok: true, at: now };
}

/** What a hand-in earned, and what lateness takes from it. Without a rubric there is no grade. */
export interface Grade {
  readonly result: RubricResult;
  readonly earned: number | null;
  readonly lostLate: number;
}

/**
 * Hands work back: the marks as they stand, with the rubric they were given by. Work that is handed back
 * for good has every criterion marked; another go may leave some open.
 */
export async function handBack(
  db: Database,
  teacher: Person,
  given: { handInId: HandInId; marks: readonly Mark[]; general: string; anotherGo: boolean },
  now: Instant,
): Promise<({ readonly ok: true } & Grade) | Refusal | BadPoints> {
  return db.transaction(async (tx) => {
    const { receipt, assignment, rubric } = await marked(tx, given.handInId);
    const { rules } = assignment;
    await holdWork(tx, assignment.id, receipt.student_id);
    const facts = await factsOf(tx, assignment.id, receipt.student_id);
    const current = standing(facts, rules, now);
    if (current.handIn !== null && current.handIn.id !== given.handInId)
      return { ok: false, code: 'not-handed-in', at: null };
    const moved = makeMove(facts, { kind: 'hand-back', anotherGo: given.anotherGo }, now, rules);
    if (!moved.ok) return moved;
    const bad = badPoints(rubric, given.marks);
    if (bad) return bad;
    const result = addUp(rubric, given.marks);
    const open = result.byCriterion.find(({ won }) => won === null);
    if (open && !given.anotherGo) {
      return { ok: false, code: 'bad-points', criterion: open.criterion.title, problem: 'not-marked' };
    }
    const earned = rubric.length > 0 && result.complete ? result.total : null;
    const late = lateness(receipt.late_by, 0);
    const lostLate = earned === null ? 0 : lateLoss(rules.late, late, earned);
    await addHandBack(tx, {
      id: newId(),
      handInId: given.handInId,
      teacherId: teacher.id,
      at: now,
      anotherGo: given.anotherGo,
      rubric,
      marks: given.marks,
      general: given.general,
      earned,
      lostLate,
    });
    await record(tx, {
      kind: 'handed-back',
      at: now,
      classId: assignment.classId,
      assignmentId: assignment.id,
      studentId: receipt.student_id,
      actorId: teacher.id,
      data: { handIn: given.handInId, anotherGo: given.anotherGo },
    });
    return { ok: true, result, earned, lostLate };
  });
}
