import type { AssignmentId, HandInId, Instant, PersonId } from '@/core/ids';
import { addUp, type Criterion, type Mark, pointsProblem, type RubricResult, rubricVersion } from '@/core/marks/rubric';
import { lateLoss, lateness } from '@/core/work/lateness';
import { makeMove, type Refusal } from '@/core/work/moves';
import { standing } from '@/core/work/standing';
import { newId } from '@/server/secrets';
import { giveExtraTime } from '@/store/arrangements';
import { peopleOf } from '@/store/classes';
import { type Database, type Queryable, read } from '@/store/database';
import { factsOf, type Happening, holdWork, record, recordAll } from '@/store/events';
import { ownsLooseFiles } from '@/store/files';
import { findReceipt, membersOf } from '@/store/hand-ins';
import {
  addHandBack,
  draftsOf,
  handBacksOf,
  isSoundOf,
  keepDraft,
  keepReply,
  type Marking,
  repliesOf,
} from '@/store/marking';
import type { Person } from '@/store/people';
import { findAssignment, type ListedAssignment, rubricOf } from '@/store/work';

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
  const assignment = receipt && (await read(db, findAssignment(receipt.assignment_id, receipt.student_id)));
  if (!receipt || !assignment) throw new Error(`hand-in ${handInId} is gone`);
  return { receipt, assignment, rubric: await read(db, rubricOf(assignment.id)) };
}

/** A recording that this teacher has not made: whoever only knows a fingerprint cannot hand a file on. */
interface NoSound {
  readonly ok: false;
  readonly code: 'not-found';
}

async function noSound(
  db: Queryable,
  teacher: Person,
  { handInId, sound }: Pick<Marking, 'sound'> & { readonly handInId: HandInId },
): Promise<NoSound | null> {
  if (sound === null || (await ownsLooseFiles(db, teacher.id, [sound]))) return null;
  return (await isSoundOf(db, handInId, sound, true)) ? null : { ok: false, code: 'not-found' };
}

/** Keeps what a teacher has marked so far. The student sees nothing of it, and another teacher's draft stays. */
export async function keepMarks(
  db: Database,
  teacher: Person,
  given: Marking & { handInId: HandInId; rubric: string | null },
  now: Instant,
): Promise<{ readonly ok: true; readonly at: Instant } | BadPoints | NoSound> {
  const { rubric } = await marked(db, given.handInId);
  const bad = badPoints(rubric, given.marks) ?? (await noSound(db, teacher, given));
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

/** The rubric has changed since the marks were given: what is there now has to be looked at first. */
export interface RubricChanged {
  readonly ok: false;
  readonly code: 'rubric-changed';
}

interface HandBack extends Marking {
  readonly handInId: HandInId;
  readonly anotherGo: boolean;
  /** The rubric by which the marks were given, as `rubricVersion` names it; `null` where nobody kept it. */
  readonly rubric: string | null;
}

type Outcome = ({ readonly ok: true } & Grade) | Refusal | BadPoints | RubricChanged | NoSound;

/** Holds the work of everybody in a hand-in, always in the same order. */
async function holdMembers(
  tx: Queryable,
  assignmentId: AssignmentId,
  handInId: HandInId,
): Promise<readonly PersonId[]> {
  const members = [...(await membersOf(tx, handInId))].sort();
  for (const member of members) await holdWork(tx, assignmentId, member);
  return members;
}

/** Records what a teacher did to a hand-in, for everybody whose work is in it. */
const tellMembers = (
  tx: Queryable,
  teacher: Person,
  assignment: ListedAssignment,
  members: readonly PersonId[],
  at: Instant,
  what: Pick<Happening, 'kind' | 'data'>,
): Promise<void> =>
  recordAll(
    tx,
    members.map((studentId) => ({
      ...what,
      at,
      classId: assignment.classId,
      assignmentId: assignment.id,
      studentId,
      actorId: teacher.id,
    })),
  );

function gradeOf(
  given: HandBack,
  { receipt, assignment, rubric }: Awaited<ReturnType<typeof marked>>,
): Grade | BadPoints | RubricChanged {
  if (given.rubric !== null && given.rubric !== rubricVersion(rubric)) return { ok: false, code: 'rubric-changed' };
  const bad = badPoints(rubric, given.marks);
  if (bad) return bad;
  const result = addUp(rubric, given.marks);
  const open = result.byCriterion.find(({ won }) => won === null);
  if (open && !given.anotherGo) {
    return { ok: false, code: 'bad-points', criterion: open.criterion.title, problem: 'not-marked' };
  }
  const earned = rubric.length > 0 && result.complete ? result.total : null;
  const lostLate = earned === null ? 0 : lateLoss(assignment.rules.late, lateness(receipt.late_by, 0), earned);
  return { result, earned, lostLate };
}

/**
 * Hands work back: the marks as they stand, with the rubric they were given by. Work that is handed back
 * for good has every criterion marked; another go may leave some open.
 */
export async function handBack(db: Database, teacher: Person, given: HandBack, now: Instant): Promise<Outcome> {
  return db.transaction(async (tx): Promise<Outcome> => {
    const found = await marked(tx, given.handInId);
    const { receipt, assignment, rubric } = found;
    const members = await holdMembers(tx, assignment.id, given.handInId);
    const facts = await read(tx, factsOf(assignment.id, receipt.student_id));
    const current = standing(facts, assignment.rules, now);
    if (current.handIn !== null && current.handIn.id !== given.handInId)
      return { ok: false, code: 'not-handed-in', at: null };
    const moved = makeMove(facts, { kind: 'hand-back', anotherGo: given.anotherGo }, now, assignment.rules);
    if (!moved.ok) return moved;
    const grade = (await noSound(tx, teacher, given)) ?? gradeOf(given, found);
    if ('ok' in grade) return grade;
    await addHandBack(tx, { ...given, ...grade, id: newId(), teacherId: teacher.id, at: now, rubric, amends: null });
    await tellMembers(tx, teacher, assignment, members, now, {
      kind: 'handed-back',
      data: { handIn: given.handInId, anotherGo: given.anotherGo },
    });
    return { ok: true, ...grade };
  });
}

/**
 * Amends what was handed back. The earlier marks stay and can be read; the newest count. Only what came back last
 * can be amended, and only while the student has not handed in again. With it another go can be asked for of what has come
 * back for good.
 */
export async function amend(
  db: Database,
  teacher: Person,
  { askAgain, ...given }: Omit<HandBack, 'anotherGo'> & { readonly askAgain: boolean },
  now: Instant,
): Promise<Outcome> {
  return db.transaction(async (tx): Promise<Outcome> => {
    const found = await marked(tx, given.handInId);
    const { receipt, assignment, rubric } = found;
    const members = await holdMembers(tx, assignment.id, given.handInId);
    const [last] = await read(tx, handBacksOf(assignment.id, receipt.student_id));
    const facts = await read(tx, factsOf(assignment.id, receipt.student_id));
    const { state } = standing(facts, assignment.rules, now);
    if (last?.hand_in_id !== given.handInId || (state !== 'handed-back' && state !== 'another-go'))
      return { ok: false, code: 'not-handed-in', at: null };
    const moved = askAgain ? makeMove(facts, { kind: 'ask-again' }, now, assignment.rules) : null;
    if (moved && !moved.ok) return moved;
    const back = { ...given, anotherGo: askAgain || last.another_go };
    const grade = (await noSound(tx, teacher, given)) ?? gradeOf(back, found);
    if ('ok' in grade) return grade;
    await addHandBack(tx, { ...back, ...grade, id: newId(), teacherId: teacher.id, at: now, rubric, amends: last.id });
    await tellMembers(
      tx,
      teacher,
      assignment,
      members,
      now,
      askAgain
        ? { kind: 'handed-back', data: { handIn: given.handInId, anotherGo: true } }
        : { kind: 'amended', data: { handIn: given.handInId } },
    );
    return { ok: true, ...grade };
  });
}

/** What became of one hand-in when several were handed back at once. */
export interface HandedBack {
  readonly handIn: HandInId;
  readonly ok: boolean;
  readonly code: string;
}

/**
 * Hands back every hand-in of an assignment for which this teacher has marks: all, or those named. Each stands for
 * itself: one that cannot go keeps none of the others.
 */
export async function handBackMarked(
  db: Database,
  teacher: Person,
  given: { assignmentId: AssignmentId; handIns: readonly HandInId[] | null },
  now: Instant,
): Promise<{ readonly ok: true; readonly each: readonly HandedBack[] }> {
  const drafts = await read(db, draftsOf(given.assignmentId, teacher.id));
  const each: HandedBack[] = [];
  for (const { hand_in_id: handIn, marks, general, remarks, sound, rubric } of drafts) {
    if (given.handIns !== null && !given.handIns.includes(handIn)) continue;
    const back = { handInId: handIn, marks, general, remarks, sound, anotherGo: false, rubric };
    const outcome = await handBack(db, teacher, back, now);
    each.push({ handIn, ok: outcome.ok, code: outcome.ok ? '' : outcome.code });
  }
  return { ok: true, each };
}

/** Gives one student more time, or none with 0 minutes, and lets them know. */
export async function moreTime(
  db: Database,
  teacher: Person,
  given: { assignmentId: AssignmentId; studentId: PersonId; minutes: number },
  now: Instant,
): Promise<{ readonly ok: boolean; readonly code?: string }> {
  return db.transaction(async (tx) => {
    const assignment = await read(tx, findAssignment(given.assignmentId));
    const students = assignment ? await read(tx, peopleOf(assignment.classId, 'student')) : [];
    if (!assignment || !students.some(({ id }) => id === given.studentId)) return { ok: false, code: 'not-found' };
    await holdWork(tx, given.assignmentId, given.studentId);
    await giveExtraTime(tx, { ...given, teacherId: teacher.id, at: now });
    await record(tx, {
      kind: 'extra-time',
      at: now,
      classId: assignment.classId,
      assignmentId: assignment.id,
      studentId: given.studentId,
      actorId: teacher.id,
      data: { minutes: given.minutes },
    });
    return { ok: true };
  });
}

/** What a student does about a remark: ticks it off, or answers it. Who marked it is told of the answer. */
export async function replyTo(
  db: Database,
  student: Person,
  given: { handInId: HandInId; remarkId: string; done: boolean; answer: string },
  now: Instant,
): Promise<{ readonly ok: boolean; readonly code?: string }> {
  return db.transaction(async (tx) => {
    const { receipt, assignment } = await marked(tx, given.handInId);
    const backs = await read(tx, handBacksOf(assignment.id, student.id));
    const known = backs.some(
      (back) => back.hand_in_id === given.handInId && back.remarks.some(({ id }) => id === given.remarkId),
    );
    if (!known) return { ok: false, code: 'not-found' };
    await holdWork(tx, assignment.id, receipt.student_id);
    const before = (await read(tx, repliesOf(given.handInId))).find((one) => one.remark_id === given.remarkId);
    const doneAt = given.done ? (before?.done_at ?? now) : null;
    await keepReply(tx, { ...given, doneAt, at: now });
    if (given.answer !== '' && given.answer !== before?.answer) {
      await record(tx, {
        kind: 'remark-answered',
        at: now,
        classId: assignment.classId,
        assignmentId: assignment.id,
        studentId: student.id,
        actorId: student.id,
      });
    }
    return { ok: true };
  });
}
