import type { AssignmentId, AttemptId, Instant, PersonId, StepId } from '@/core/ids';
import { type AttemptAct, attemptStanding, isNoted, isRunning } from '@/core/questions/attempt';
import type { Refusal } from '@/core/work/moves';
import { isWithTeacher, standing } from '@/core/work/standing';
import { holdTogether, own } from '@/server/doing/handing-in/keeping';
import { assignmentOr404 } from '@/server/reading/documents/looking';
import { attemptsAtStep, keepExtra, runningAttempts, type StoredAttempt } from '@/store/attempts';
import { type Database, type Queryable, read } from '@/store/database';
import { factsOf, record } from '@/store/events';
import { findPerson, type Person } from '@/store/people';
import { keepStartWord } from '@/store/question-sets';
import { assignmentOfStep } from '@/store/work';
import { act, attemptOr404, tellAttempt } from './attempt-work';
import { type Ended, endAttempt } from './ending';
import { countLate } from './late';

/** What a teacher does to the attempt of one person. Each has its reason, which is kept. */
export type Change =
  | { readonly kind: 'minutes'; readonly minutes: number; readonly reason: string }
  | { readonly kind: 'end'; readonly reason: string }
  | { readonly kind: 'reopen'; readonly minutes: number; readonly reason: string }
  | { readonly kind: 'void'; readonly reason: string }
  | { readonly kind: 'count-late'; readonly reason: string };

type Changed =
  | { readonly ok: true }
  | Extract<Ended, { readonly ok: false }>
  | { readonly ok: false; readonly code: 'time-over' | 'attempt-runs' | 'already-void' | Refusal['code'] };

/** What lies with the teacher goes back to be worked on, as if it had been taken back: the teacher decided so. */
async function takeUp(
  tx: Queryable,
  teacher: Person,
  student: Person,
  assignmentId: AssignmentId,
  now: Instant,
): Promise<Refusal['code'] | null> {
  const assignment = await assignmentOr404(tx, assignmentId, student);
  const { state } = standing(await read(tx, factsOf(assignmentId, student.id)), assignment.rules, now);
  if (state === 'handed-back') return 'already-handed-back';
  if (isWithTeacher(state))
    await record(tx, { kind: 'taken-back', ...own(assignment, student, now), actorId: teacher.id });
  return null;
}

/** An attempt that is held, with who changes it. */
interface Changing {
  readonly tx: Queryable;
  readonly teacher: Person;
  readonly student: Person;
  readonly attempt: StoredAttempt;
  readonly now: Instant;
  readonly runs: boolean;
  readonly isVoid: boolean;
  readonly made: (act: AttemptAct) => Promise<unknown>;
}

const refused = <Code extends string>(code: Code) => ({ ok: false, code }) as const;

/** What is read before anything is held. */
const READS = {
  end: (db: Database, teacher: Person, attempt: AttemptId, reason: string, now: Instant) =>
    endAttempt(db, teacher, { attempt, by: 'teacher', reason }, now),
  'count-late': (db: Database, teacher: Person, attempt: AttemptId, reason: string, now: Instant) =>
    countLate(db, teacher, { attempt, reason }, now),
} as const;
type Reads = keyof typeof READS;

/** How each other change is made. */
const CHANGES: {
  readonly [Kind in Exclude<Change['kind'], Reads>]: (
    at: Changing,
    change: Extract<Change, { readonly kind: Kind }>,
  ) => Promise<Changed>;
} = {
  async minutes({ runs, made, now }, { minutes }) {
    if (!runs) return refused('time-over');
    await made({ kind: 'given-time', at: now, minutes, away: false });
    return { ok: true };
  },
  async reopen({ tx, teacher, student, attempt, runs, made, now }, { minutes }) {
    const all = await read(tx, attemptsAtStep(attempt.stepId));
    if (runs || all.some((one) => one.studentId === student.id && one.runs && one.id !== attempt.id))
      return refused('attempt-runs');
    const not = await takeUp(tx, teacher, student, attempt.assignmentId, now);
    if (not) return refused(not);
    await made({ kind: 'reopened', at: now, minutes });
    return { ok: true };
  },
  async void({ tx, teacher, student, attempt, isVoid, made, now }) {
    if (isVoid) return refused('already-void');
    const not = await takeUp(tx, teacher, student, attempt.assignmentId, now);
    if (not) return refused(not);
    await made({ kind: 'voided', at: now });
    return { ok: true };
  },
};

/** Gives minutes, ends, opens again or voids the attempt of one person. */
export async function changeAttempt(
  db: Database,
  teacher: Person,
  attemptId: AttemptId,
  change: Change,
  now: Instant,
): Promise<Changed> {
  const { kind, reason } = change;
  if (kind in READS) {
    const done = await READS[kind as Reads](db, teacher, attemptId, reason, now);
    return done.ok ? { ok: true } : done;
  }
  return db.transaction(async (tx): Promise<Changed> => {
    const { assignmentId, studentId } = await attemptOr404(tx, attemptId);
    const student = await findPerson(tx, studentId);
    if (!student) throw new Error(`the student of attempt ${attemptId} is gone`);
    await holdTogether(tx, assignmentId, student);
    const attempt = await attemptOr404(tx, attemptId);
    const assignment = await assignmentOr404(tx, assignmentId, student);
    const { phase } = attemptStanding(attempt.acts, attempt.terms, now);
    const by = { actorId: teacher.id, reason };
    const make = CHANGES[kind as keyof typeof CHANGES] as (at: Changing, change: Change) => Promise<Changed>;
    return make(
      {
        tx,
        teacher,
        student,
        attempt,
        now,
        runs: isRunning(phase),
        isVoid: phase === 'void',
        made: (one) => act(tx, assignment, attempt, [one], by, now),
      },
      change,
    );
  });
}

/**
 * Gives minutes to everybody who is at it, or to one person: where that has not begun, they have them from the beginning.
 *
 * @returns to how many they were given
 */
export async function giveMinutes(
  db: Database,
  teacher: Person,
  given: {
    readonly stepId: StepId;
    readonly student: PersonId | null;
    readonly minutes: number;
    readonly reason: string;
  },
  now: Instant,
): Promise<{ readonly ok: true; readonly to: number } | { readonly ok: false; readonly code: 'not-found' }> {
  const attempts = (await read(db, attemptsAtStep(given.stepId))).filter(({ runs }) => runs);
  const to = attempts.filter(({ studentId }) => given.student === null || studentId === given.student);
  let n = 0;
  for (const { id } of to) {
    const changed = await changeAttempt(
      db,
      teacher,
      id,
      { kind: 'minutes', minutes: given.minutes, reason: given.reason },
      now,
    );
    if (changed.ok) n += 1;
  }
  if (given.student !== null && n === 0) {
    const assignmentId = await assignmentOfStep(db, given.stepId);
    const student = await findPerson(db, given.student);
    if (!assignmentId || !student) return { ok: false, code: 'not-found' };
    const { stepId, minutes, reason } = given;
    await db.transaction(async (tx) => {
      await keepExtra(tx, { stepId, studentId: student.id, minutes, reason, by: teacher.id, at: now });
      await tellAttempt(tx, await assignmentOr404(tx, assignmentId, student), student.id, teacher.id, now);
    });
    n = 1;
  }
  return { ok: true, to: n };
}

/** Another start word holds from now on. Whoever has begun goes on. */
export async function changeStartWord(
  db: Database,
  teacher: Person,
  given: { readonly stepId: StepId; readonly word: string },
  now: Instant,
): Promise<{ readonly ok: true }> {
  await keepStartWord(db, { stepId: given.stepId, word: given.word, by: teacher.id, at: now });
  return { ok: true };
}

/** Minutes during which nobody of the school was there are given back to everybody who was at something by then. */
export async function giveBack(tx: Queryable, since: Instant, until: Instant, now: Instant): Promise<number> {
  let n = 0;
  for (const { id, assignmentId, studentId } of await read(tx, runningAttempts())) {
    const student = await findPerson(tx, studentId);
    if (!student) continue;
    await holdTogether(tx, assignmentId, student);
    const attempt = await attemptOr404(tx, id);
    const begunAt = attempt.acts[0]?.at ?? until;
    const lost = until - Math.max(since, begunAt);
    if (lost <= 0 || isNoted(attempt.acts)) continue;
    // What had come to its end before is not opened again.
    if (attemptStanding(attempt.acts, attempt.terms, since).phase === 'over') continue;
    const back: AttemptAct = { kind: 'given-time', at: now, minutes: lost / 60_000, away: true };
    await act(tx, await assignmentOr404(tx, assignmentId, student), attempt, [back], { actorId: null }, now);
    n += 1;
  }
  return n;
}
