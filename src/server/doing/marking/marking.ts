import type { AssignmentId, HandInId, Instant, PersonId } from '@/core/ids';
import { type Criterion, type Mark, pointsProblem } from '@/core/marks/rubric';
import { giveExtraTime } from '@/store/arrangements';
import { peopleOf } from '@/store/classes';
import { type Database, type Queryable, read } from '@/store/database';
import { holdWork, record } from '@/store/events';
import { ownsLooseFiles } from '@/store/files';
import { findReceipt } from '@/store/hand-ins';
import { handBacksOf, isSoundOf, keepDraft, keepReply, type Marking, repliesOf } from '@/store/marking';
import type { Person } from '@/store/people';
import { findAssignment, rubricOf } from '@/store/work';

export interface BadPoints {
  readonly ok: false;
  readonly code: 'bad-points';
  readonly criterion: string;
  readonly problem: 'below-zero' | 'above-most' | 'not-half' | 'not-marked';
}

export function badPoints(rubric: readonly Criterion[], marks: readonly Mark[]): BadPoints | null {
  for (const criterion of rubric) {
    const points = marks.find((mark) => mark.criterionId === criterion.id)?.points;
    const problem = points === undefined || points === null ? null : pointsProblem(criterion, points);
    if (problem) return { ok: false, code: 'bad-points', criterion: criterion.title, problem };
  }
  return null;
}

export async function marked(db: Queryable, handInId: HandInId) {
  const receipt = await findReceipt(db, handInId);
  const assignment = receipt && (await read(db, findAssignment(receipt.assignment_id, receipt.student_id)));
  if (!receipt || !assignment) throw new Error(`hand-in ${handInId} is gone`);
  return { receipt, assignment, rubric: await read(db, rubricOf(assignment.id)) };
}

/** A recording that this teacher has not made: whoever only knows a fingerprint cannot hand a file on. */
export interface NoSound {
  readonly ok: false;
  readonly code: 'not-found';
}

export async function noSound(
  db: Queryable,
  teacher: Person,
  { handInId, sound }: Pick<Marking, 'sound'> & { readonly handInId: HandInId },
): Promise<NoSound | null> {
  if (sound === null || (await ownsLooseFiles(db, teacher.id, [sound]))) return null;
  return (await isSoundOf(db, handInId, sound, true)) ? null : { ok: false, code: 'not-found' };
}

/** It is about to go back: what was said then goes, unless that is undone first. */
export interface GoingBack {
  readonly ok: false;
  readonly code: 'going-back';
}

/** Keeps what a teacher has marked so far. The student sees nothing of it, and another teacher's draft stays. */
export async function keepMarks(
  db: Database,
  teacher: Person,
  given: Marking & { handInId: HandInId; rubric: string | null },
  now: Instant,
): Promise<{ readonly ok: true; readonly at: Instant } | BadPoints | NoSound | GoingBack> {
  const { rubric } = await marked(db, given.handInId);
  const bad = badPoints(rubric, given.marks) ?? (await noSound(db, teacher, given));
  if (bad) return bad;
  const kept = await keepDraft(db, { ...given, teacherId: teacher.id, at: now });
  return kept ? { ok: true, at: now } : { ok: false, code: 'going-back' };
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
