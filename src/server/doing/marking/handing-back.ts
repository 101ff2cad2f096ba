import type { AssignmentId, HandInId, Instant, PersonId } from '@/core/ids';
import { addUp, type RubricResult, rubricVersion } from '@/core/marks/rubric';
import { lateLoss, lateness } from '@/core/work/lateness';
import { makeMove, type Refusal } from '@/core/work/moves';
import { standing } from '@/core/work/standing';
import { askedPoints } from '@/server/reading/questions/asked-points';
import { newId } from '@/server/secrets';
import { type Database, type Queryable, read } from '@/store/database';
import { factsOf, type Happening, holdWork, recordAll, tellPerson } from '@/store/events';
import { membersOf } from '@/store/hand-ins';
import { addJob, dropJob } from '@/store/jobs';
import { addHandBack, draftsOf, findDraft, handBacksOf, keepDraft, type Marking, sayDraft } from '@/store/marking';
import { findPerson, type Person } from '@/store/people';
import type { ListedAssignment } from '@/store/work';
import { type BadPoints, badPoints, marked, type NoSound, noSound } from './marking';

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

/** What takes the place of what was handed back, with another go asked for or not. */
type Amendment = Omit<HandBack, 'anotherGo'> & { readonly askAgain: boolean };

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

async function gradeOf(
  tx: Queryable,
  given: HandBack,
  { receipt, assignment, rubric }: Awaited<ReturnType<typeof marked>>,
): Promise<Grade | BadPoints | RubricChanged> {
  if (given.rubric !== null && given.rubric !== rubricVersion(rubric)) return { ok: false, code: 'rubric-changed' };
  const bad = badPoints(rubric, given.marks);
  if (bad) return bad;
  const result = addUp(rubric, given.marks);
  const open = result.byCriterion.find(({ won }) => won === null);
  if (open && !given.anotherGo) {
    return { ok: false, code: 'bad-points', criterion: open.criterion.title, problem: 'not-marked' };
  }
  // What was asked has points of its own: those that were reckoned, and those that somebody gave.
  const asked = await askedPoints(tx, assignment.id, receipt.student_id);
  const unread = asked.find((one) => one.unread > 0);
  if (unread && !given.anotherGo)
    return { ok: false, code: 'bad-points', criterion: unread.title, problem: 'not-marked' };
  const counted = asked.reduce((sum, { points }) => sum + points, 0);
  const graded = rubric.length > 0 || (asked.length > 0 && assignment.points !== null);
  const earned = graded && result.complete ? result.total + counted : null;
  const lostLate = earned === null ? 0 : lateLoss(assignment.rules.late, lateness(receipt.late_by, 0), earned);
  return { result, earned, lostLate };
}

/**
 * Hands work back: the marks as they stand, with the rubric they were given by. Work that is handed back
 * for good has every criterion marked; another go may leave some open.
 */
async function handBackIn(
  tx: Queryable,
  teacher: Person,
  given: HandBack,
  now: Instant,
  does: boolean,
): Promise<Outcome> {
  const found = await marked(tx, given.handInId);
  const { receipt, assignment, rubric } = found;
  const members = await holdMembers(tx, assignment.id, given.handInId);
  const facts = await read(tx, factsOf(assignment.id, receipt.student_id));
  const current = standing(facts, assignment.rules, now);
  if (current.handIn !== null && current.handIn.id !== given.handInId)
    return { ok: false, code: 'not-handed-in', at: null };
  const moved = makeMove(facts, { kind: 'hand-back', anotherGo: given.anotherGo }, now, assignment.rules);
  if (!moved.ok) return moved;
  const grade = (await noSound(tx, teacher, given)) ?? (await gradeOf(tx, given, found));
  if ('ok' in grade) return grade;
  if (!does) return { ok: true, ...grade };
  await addHandBack(tx, { ...given, ...grade, id: newId(), teacherId: teacher.id, at: now, rubric, amends: null });
  await tellMembers(tx, teacher, assignment, members, now, {
    kind: 'handed-back',
    data: { handIn: given.handInId, anotherGo: given.anotherGo },
  });
  return { ok: true, ...grade };
}

/**
 * Amends what was handed back. The earlier marks stay and can be read; the newest count. Only what came back last
 * can be amended, and only while the student has not handed in again. With it another go can be asked for of what has come
 * back for good.
 */
async function amendIn(
  tx: Queryable,
  teacher: Person,
  { askAgain, ...given }: Amendment,
  now: Instant,
  does: boolean,
): Promise<Outcome> {
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
  const grade = (await noSound(tx, teacher, given)) ?? (await gradeOf(tx, back, found));
  if ('ok' in grade) return grade;
  if (!does) return { ok: true, ...grade };
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
}

/** Hands work back at once: for what has no screen on which it could be undone. */
export const handBack = (db: Database, teacher: Person, given: HandBack, now: Instant): Promise<Outcome> =>
  db.transaction((tx) => handBackIn(tx, teacher, given, now, true));

/** Amends at once, likewise. */
export const amend = (db: Database, teacher: Person, given: Amendment, now: Instant): Promise<Outcome> =>
  db.transaction((tx) => amendIn(tx, teacher, given, now, true));

/** So long after it was said a hand-back takes effect, in milliseconds: until then it can be undone. */
export const UNDO_FOR = 10_000;
/** The kind of job by which it does. */
export const HAND_BACK_JOB = 'hand-back';

type SaidOutcome = ({ readonly ok: true; readonly at: Instant } & Grade) | Exclude<Outcome, { readonly ok: true }>;

const jobKey = (handInId: HandInId, teacherId: PersonId): string => `${handInId} ${teacherId}`;

/** Says that work goes back: everything that would refuse it does so now, and the student sees nothing of it yet. */
function say(
  db: Database,
  teacher: Person,
  given: HandBack & { readonly amends: boolean },
  now: Instant,
): Promise<SaidOutcome> {
  return db.transaction(async (tx): Promise<SaidOutcome> => {
    const outcome = given.amends
      ? await amendIn(tx, teacher, { ...given, askAgain: given.anotherGo }, now, false)
      : await handBackIn(tx, teacher, given, now, false);
    if (!outcome.ok) return outcome;
    const before = await read(tx, findDraft(given.handInId, teacher.id));
    // Said once more, as by whoever taps twice: it goes as it was said first.
    if (before?.said_for) return { ...outcome, at: before.said_for };
    const at = now + UNDO_FOR;
    await keepDraft(tx, { ...given, teacherId: teacher.id, at: now });
    await sayDraft(tx, given.handInId, teacher.id, { at, amends: given.amends, anotherGo: given.anotherGo });
    const job = { kind: HAND_BACK_JOB, key: jobKey(given.handInId, teacher.id), dueAt: at };
    await addJob(tx, { ...job, given: { handIn: given.handInId, teacher: teacher.id } }, { move: true });
    return { ...outcome, at };
  });
}

/** Says that work goes back, in ten seconds. */
export const sayHandBack = (db: Database, teacher: Person, given: HandBack, now: Instant): Promise<SaidOutcome> =>
  say(db, teacher, { ...given, amends: false }, now);

/** Says that something else takes the place of what was handed back, in ten seconds. */
export const sayAmend = (db: Database, teacher: Person, { askAgain, ...given }: Amendment, now: Instant) =>
  say(db, teacher, { ...given, amends: true, anotherGo: askAgain }, now);

/** Undoes a hand-back that has not taken effect. The marks are a draft again. */
export function undoHandBack(
  db: Database,
  teacher: Person,
  handInId: HandInId,
): Promise<{ readonly ok: true } | { readonly ok: false; readonly code: 'already-handed-back' }> {
  return db.transaction(async (tx) => {
    const undone = await dropJob(tx, HAND_BACK_JOB, jobKey(handInId, teacher.id));
    if (!undone) return { ok: false, code: 'already-handed-back' } as const;
    await sayDraft(tx, handInId, teacher.id, null);
    return { ok: true } as const;
  });
}

/** What was said takes effect. Where the work is no longer there to go back, the marks are a draft again. */
export async function effectHandBack(
  tx: Queryable,
  { handIn, teacher: teacherId }: { readonly handIn: HandInId; readonly teacher: PersonId },
  now: Instant,
): Promise<void> {
  const teacher = await findPerson(tx, teacherId);
  const draft = await read(tx, findDraft(handIn, teacherId));
  if (!teacher || !draft?.said) return;
  const { amends, anotherGo } = draft.said;
  const given = { ...draft, handInId: handIn, anotherGo };
  const outcome = amends
    ? await amendIn(tx, teacher, { ...given, askAgain: anotherGo }, now, true)
    : await handBackIn(tx, teacher, given, now, true);
  if (outcome.ok) return;
  await sayDraft(tx, handIn, teacherId, null);
  await tellPerson(tx, teacherId, 'not-handed-back');
}

/** What became of one hand-in when several were handed back at once. */
export interface HandedBack {
  readonly handIn: HandInId;
  readonly ok: boolean;
  readonly code: string;
}

/**
 * Says that every hand-in of an assignment for which this teacher has marks goes back: all, or those named. Each stands for
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
    const outcome = await sayHandBack(db, teacher, back, now);
    each.push({ handIn, ok: outcome.ok, code: outcome.ok ? '' : outcome.code });
  }
  return { ok: true, each };
}
