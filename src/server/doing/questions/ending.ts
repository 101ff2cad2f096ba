import type { AttemptId, HandInId, Instant, PersonId } from '@/core/ids';
import { asksQuestions, type SettingsOf, takesOf } from '@/core/kinds/step';
import { type AttemptAct, type AttemptStanding, attemptStanding, isNoted } from '@/core/questions/attempt';
import type { Facts } from '@/core/work/facts';
import { makeMove } from '@/core/work/moves';
import { stepsDone } from '@/core/work/steps';
import { freezeAnswered, holdTogether, keepHandIn, own } from '@/server/doing/handing-in/keeping';
import { goingAlong } from '@/server/reading/documents/going-along';
import {
  type AnsweredAttempt,
  answeredOf,
  assignmentOr404,
  attemptTitle,
  isUnanswered,
} from '@/server/reading/documents/looking';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { newId } from '@/server/secrets';
import { findAttempt, type StoredAttempt, updatesOfAttempt } from '@/store/attempts';
import { type Database, type Queryable, read, readTogether } from '@/store/database';
import { factsOf, type Happening, recordAll } from '@/store/events';
import { findReceipt, type Receipt } from '@/store/hand-ins';
import { findPerson, type Person, personOf } from '@/store/people';
import { piecesOfWork, type StoredPiece } from '@/store/pieces';
import { lastUpdateOf } from '@/store/updates';
import { findAssignment, isWaitedFor, type ListedAssignment, type StoredStep, stepsOf } from '@/store/work';
import { type Along, freezeAlong, isAsRead, readAlong } from './along';
import { act, attemptEvent, attemptOr404, keepEnd, noteActs } from './attempt-work';
import { type Frozen, freeze, type ReadAnswers, readAnswers, readStoredAnswers } from './freezing';

/** What became of an attempt, and of the work where finishing it hands that in. */
export type Ended =
  | {
      readonly ok: true;
      readonly phase: AttemptStanding['phase'];
      readonly nextEnd: Instant | null;
      readonly handIn: HandInId | null;
    }
  | Unread
  | { readonly ok: false; readonly code: 'changed-meanwhile' };

/** What was read before an attempt ends: its answers, and what else may go along. */
interface ReadEnd extends ReadAnswers {
  readonly along: Along;
}

/** An attempt that ends, with everything about its work that decides what follows. */
interface Ending {
  readonly assignment: ListedAssignment;
  readonly student: Person;
  readonly members: readonly PersonId[];
  readonly attempt: StoredAttempt;
  readonly steps: readonly StoredStep[];
  readonly facts: Facts;
  readonly pieces: readonly StoredPiece[];
  /** What of them was read as documents. */
  readonly along: Along;
  /** Other work waits for this. */
  readonly waited: boolean;
}

/** Is there nothing in a work that goes along but what is asked, and what is attached to that? */
function asksAlone(steps: readonly StoredStep[]): boolean {
  const others = steps.filter(({ kind }) => !asksQuestions(kind));
  return others.length < steps.length && takesOf(others) === 'tick';
}

/** What was answered in a work by now: what was just frozen, and where there can be more, that. */
async function allAnswered(tx: Queryable, ending: Ending, frozen: Frozen): Promise<readonly AnsweredAttempt[]> {
  const { assignment, student, attempt, steps } = ending;
  const step = steps.find(({ id }) => id === attempt.stepId);
  const title = attemptTitle(step?.title ?? '', attempt.number);
  const just = { ...frozen, stepId: attempt.stepId, title, documentId: attempt.documentId };
  const alone = attempt.number === 1 && steps.filter(({ kind }) => asksQuestions(kind)).length === 1;
  if (alone) return [just];
  const all = await answeredOf(tx, assignment.id, student.id, steps);
  return all.map((one) => (one.answeredId === frozen.answeredId ? just : one));
}

/**
 * Hands the work in where what is asked is all there is, and all of it has been answered to its end.
 *
 * @param happened what is kept together with it
 */
async function handInAnswered(
  tx: Queryable,
  ending: Ending,
  frozen: Frozen,
  happened: readonly Happening[],
  endedAt: Instant,
  now: Instant,
): Promise<HandInId | null> {
  const { assignment, student, members, attempt, steps, facts } = ending;
  if (!asksAlone(steps)) return null;
  const answered = await allAnswered(tx, ending, frozen);
  if (isUnanswered(steps, { answered })) return null;
  const attached = goingAlong(ending.pieces);
  const id = newId() as HandInId;
  // What ended with its time counts from then on, however long it took until somebody noted it.
  const pieces = answered.length + attached.length;
  const moved = makeMove(facts, { kind: 'hand-in', handIn: id, pieces }, endedAt, assignment.rules);
  if (!moved.ok) return null;
  await keepHandIn(
    tx,
    {
      id,
      student,
      assignment,
      members,
      facts: moved.facts,
      counts: endedAt === now ? undefined : endedAt,
      act: `attempt ${attempt.id} ${frozen.answeredId}`,
      note: '',
      begunAt: null,
      frozen: [
        ...(await freezeAlong(tx, ending.pieces, ending.along, now)),
        ...(await freezeAnswered(tx, { answered, attached })),
      ],
      findings: [],
      now,
    },
    { before: happened, waited: ending.waited },
  );
  return id;
}

/**
 * Does what follows when an attempt has come to its end: its answers are frozen and scored, its step is done, and where there is
 * nothing else the work is handed in.
 */
async function conclude(
  tx: Queryable,
  ending: Ending,
  answers: ReadAnswers,
  happened: readonly Happening[],
  endedAt: Instant,
  now: Instant,
): Promise<HandInId | null> {
  const { assignment, student, attempt, steps, facts } = ending;
  const frozen = await freeze(
    tx,
    attempt,
    answers,
    now,
    attempt.acts.some(({ kind }) => REOPENS.has(kind)),
  );
  const step = steps.find(({ id }) => id === attempt.stepId);
  const told = step && (step.settings as SettingsOf<'questions'>).classAnswers;
  const all: Happening[] = [
    ...happened,
    ...(stepsDone(facts).has(attempt.stepId)
      ? []
      : [{ kind: 'step-done' as const, ...own(assignment, student, now), data: { step: attempt.stepId } }]),
    ...(told ? [{ kind: 'class-answered' as const, ...own(assignment, student, now), studentId: null }] : []),
  ];
  const handIn = await handInAnswered(tx, ending, frozen, all, endedAt, now);
  if (handIn === null) await recordAll(tx, all);
  return handIn;
}

const REOPENS: ReadonlySet<AttemptAct['kind']> = new Set(['reopened']);

/** What ends it: its time, where that has come, or whoever does so. */
function actsOf(attempt: StoredAttempt, stands: AttemptStanding, by: 'person' | 'time' | 'teacher', now: Instant) {
  if (stands.phase === 'over') return [{ kind: 'ended', at: stands.endedAt ?? now, by: 'time' }] satisfies AttemptAct[];
  if (by === 'teacher') return [{ kind: 'ended', at: now, by }] satisfies AttemptAct[];
  const answering = stands.phase === 'answering';
  const acts: AttemptAct[] = answering ? [{ kind: 'finished', at: now }] : [];
  if (attempt.terms.working === null || !answering) acts.push({ kind: 'ended', at: now, by: 'person' });
  return by === 'person' ? acts : [];
}

/** Ends an attempt within a transaction, unless it has ended already. */
async function endIn(
  tx: Queryable,
  { id, studentId, assignmentId, documentId }: StoredAttempt,
  { along, ...answers }: ReadEnd,
  ended: { readonly by: 'person' | 'time' | 'teacher'; readonly actor: Person | null; readonly reason: string },
  now: Instant,
): Promise<Ended> {
  const members = await holdTogether(tx, assignmentId, { id: studentId });
  const { attempt, assignment, student, last, ...more } = await readTogether(tx, {
    attempt: findAttempt(id),
    assignment: findAssignment(assignmentId, studentId),
    student: personOf(studentId),
    last: lastUpdateOf(documentId),
    steps: stepsOf(assignmentId),
    facts: factsOf(assignmentId, studentId),
    pieces: piecesOfWork(assignmentId, studentId),
    waited: isWaitedFor(assignmentId),
  });
  if (!attempt || !assignment || !student) throw new Error(`attempt ${id} is gone`);
  const stands = attemptStanding(attempt.acts, attempt.terms, now);
  if (isNoted(attempt.acts)) return { ok: true, phase: stands.phase, nextEnd: null, handIn: null };
  const isSame = last === answers.last && (!asksAlone(more.steps) || (await isAsRead(tx, more.pieces, along)));
  if (!isSame) return { ok: false, code: 'changed-meanwhile' };
  const acts = actsOf(attempt, stands, ended.by, now);
  const by = { actorId: ended.actor?.id ?? null, reason: ended.reason };
  const after = await noteActs(tx, attempt, acts, by, now);
  // Where time ends it, the job itself goes on to the next end.
  if (ended.by !== 'time') await keepEnd(tx, attempt.id, after);
  const happened = [attemptEvent(assignment, studentId, by.actorId, now)];
  const { phase, nextEnd } = after;
  if (!isNoted(acts)) {
    await recordAll(tx, happened);
    return { ok: true, phase, nextEnd, handIn: null };
  }
  const ending: Ending = { assignment, student, members, attempt, along, ...more };
  const handIn = await conclude(tx, ending, answers, happened, after.endedAt ?? now, now);
  return { ok: true, phase, nextEnd, handIn };
}

/** So often it is looked at anew where somebody types on another device. */
const LOOKS = 5;

/** Ends an attempt: whoever answers has finished, or a teacher ends it. */
export async function endAttempt(
  db: Database,
  actor: Person,
  given: { readonly attempt: AttemptId; readonly by: 'person' | 'teacher'; readonly reason: string },
  now: Instant,
): Promise<Ended> {
  for (let look = 0; look < LOOKS; look += 1) {
    const attempt = await attemptOr404(db, given.attempt);
    const answers = await readAnswers(db, attempt);
    if ('ok' in answers) return answers;
    const along = await readAlong(db, attempt.assignmentId, attempt.studentId);
    if ('ok' in along) return along;
    const end = { ...answers, along };
    const ended = await db.transaction((tx) => endIn(tx, attempt, end, { ...given, actor }, now));
    if (ended.ok || ended.code !== 'changed-meanwhile') return ended;
  }
  return { ok: false, code: 'changed-meanwhile' };
}

/** The same for whoever finishes: with the receipt, where that handed the work in. */
export async function finishAttempt(
  db: Database,
  student: Person,
  attempt: AttemptId,
  now: Instant,
): Promise<Ended | { readonly ok: true; readonly phase: AttemptStanding['phase']; readonly receipt: Receipt | null }> {
  const ended = await endAttempt(db, student, { attempt, by: 'person', reason: '' }, now);
  if (!ended.ok) return ended;
  return { ok: true, phase: ended.phase, receipt: ended.handIn && (await findReceipt(db, ended.handIn)) };
}

/** What was read before time ends an attempt. */
interface Prepared {
  readonly attempt: StoredAttempt;
  /** `null` where it does not end yet. */
  readonly answers: ReadEnd | null;
}

/** What has to be read before time ends an attempt; `null` where there is none. */
export async function prepareEnd(db: Database, attemptId: AttemptId, now: Instant): Promise<Prepared | null> {
  // Both are asked for before anything of another attempt is held.
  const [attempt, stored] = await Promise.all([read(db, findAttempt(attemptId)), updatesOfAttempt(db, attemptId)]);
  if (!attempt) return null;
  if (isNoted(attempt.acts) || attemptStanding(attempt.acts, attempt.terms, now).phase !== 'over')
    return { attempt, answers: null };
  const along = await readAlong(db, attempt.assignmentId, attempt.studentId);
  const answers = await readStoredAnswers(attempt.studentId, stored);
  if ('ok' in along || ('ok' in answers && answers.code === 'too-busy')) throw new Error('the workshop is busy');
  if (!('ok' in answers)) return { attempt, answers: { ...answers, along } };
  // What nobody can read was never answered: the attempt ends all the same.
  const nothing = { paper: [], answers: {}, words: {}, loops: [] };
  return { attempt, answers: { content: nothing, last: stored.last, along } };
}

/** Time ends an attempt, or goes on to its next end. @returns when to look again */
export async function effectEnd(tx: Queryable, prepared: Prepared | null, now: Instant): Promise<Instant | null> {
  if (!prepared) return null;
  const { attempt: before, answers } = prepared;
  if (answers !== null) {
    const ended = await endIn(tx, before, answers, { by: 'time', actor: null, reason: '' }, now);
    // Something was stored in the very moment of the end: it is read, too.
    return ended.ok ? ended.nextEnd : now;
  }
  const attempt = await attemptOr404(tx, before.id);
  const stands = attemptStanding(attempt.acts, attempt.terms, now);
  const student = stands.phase === 'working' ? await findPerson(tx, attempt.studentId) : null;
  // From answering to attaching the working: open screens hear of it, and no answer is taken any more.
  if (student)
    await act(tx, await assignmentOr404(tx, attempt.assignmentId, student), attempt, [], { actorId: null }, now);
  return stands.nextEnd;
}
