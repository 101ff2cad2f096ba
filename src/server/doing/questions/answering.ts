import type { AttemptId, Instant } from '@/core/ids';
import { type AttemptAct, attemptStanding, isRunning } from '@/core/questions/attempt';
import { looksAtOnce } from '@/core/questions/rules';
import { type PartScore, Scoring } from '@/core/questions/scoring';
import { holdTogether } from '@/server/doing/handing-in/keeping';
import { assignmentOr404 } from '@/server/reading/documents/looking';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { askedIn } from '@/server/reading/questions/asked';
import { type ToldPart, toldParts } from '@/server/reading/questions/told';
import { addTried } from '@/store/answered';
import type { Database, Queryable } from '@/store/database';
import type { Person } from '@/store/people';
import { type AskingStep, act, askingStep, attemptOr404 } from './attempt-work';
import { readAnswers } from './freezing';

type NotNow = { readonly ok: false; readonly code: 'time-over' | 'not-asked' };
const OVER: NotNow = { ok: false, code: 'time-over' };
const NOT_ASKED: NotNow = { ok: false, code: 'not-asked' };

/** An attempt that runs, held, with the step that it is of. */
async function running(tx: Queryable, student: Person, attemptId: AttemptId, now: Instant) {
  const { assignmentId } = await attemptOr404(tx, attemptId);
  await holdTogether(tx, assignmentId, student);
  const attempt = await attemptOr404(tx, attemptId);
  const assignment = await assignmentOr404(tx, assignmentId, student);
  const asks = (await askingStep(tx, assignment, attempt.stepId)) as AskingStep;
  return { attempt, assignment, asks, stands: attemptStanding(attempt.acts, attempt.terms, now) };
}

/** Somebody has come back to their attempt, or left it. Time runs on; the teacher sees who is there. */
export function tellPresence(
  db: Database,
  student: Person,
  attemptId: AttemptId,
  here: boolean,
  now: Instant,
): Promise<{ readonly ok: true }> {
  return db.transaction(async (tx) => {
    const { attempt, assignment, stands } = await running(tx, student, attemptId, now);
    if (!isRunning(stands.phase) || stands.present === here) return { ok: true };
    const came: AttemptAct = { kind: here ? 'returned' : 'left', at: now };
    await act(tx, assignment, attempt, [came], { actorId: student.id }, now);
    return { ok: true };
  });
}

/**
 * Goes on to the next question where nobody goes back: only then does it leave the server, and what was answered before it stays
 * as it is by then.
 */
export async function goForward(
  db: Database,
  student: Person,
  given: { readonly attempt: AttemptId; readonly to: number },
  now: Instant,
): Promise<{ readonly ok: true } | NotNow | Unread> {
  const answered = await readAnswers(db, await attemptOr404(db, given.attempt));
  if ('ok' in answered) return answered;
  return db.transaction(async (tx) => {
    const { attempt, assignment, asks, stands } = await running(tx, student, given.attempt, now);
    if (stands.phase !== 'answering') return OVER;
    if (asks.rules.back || given.to <= stands.reached) return { ok: true } as const;
    const { laid } = await askedIn(tx, attempt);
    if (given.to > Math.min(stands.reached + 1, laid.paper.length)) return NOT_ASKED;
    const parts = laid.paper.find(({ number }) => number === stands.reached)?.parts ?? [];
    const { answers } = answered.content;
    const left = Object.fromEntries(parts.flatMap(({ id }) => (Object.hasOwn(answers, id) ? [[id, answers[id]]] : [])));
    const reached: AttemptAct = { kind: 'reached', at: now, number: given.to, left };
    await act(tx, assignment, attempt, [reached], { actorId: student.id }, now);
    return { ok: true } as const;
  });
}

/** What is said of an answer in practice. */
interface Looked {
  readonly ok: true;
  readonly right: boolean;
  readonly parts: readonly PartScore[];
  readonly told: readonly ToldPart[];
}

/**
 * Looks at the answer to one question in practice: right, wrong, and why. The same act is looked at once.
 *
 * @param given.answers by part, as they were given
 */
export function tryAnswer(
  db: Database,
  student: Person,
  given: { readonly attempt: AttemptId; readonly question: string; readonly act: string; readonly answers: object },
  now: Instant,
): Promise<Looked | NotNow> {
  return db.transaction(async (tx) => {
    const { attempt, asks, stands } = await running(tx, student, given.attempt, now);
    if (!looksAtOnce(asks.rules)) return NOT_ASKED;
    if (stands.phase !== 'answering') return OVER;
    const { set, laid } = await askedIn(tx, attempt);
    const paper = laid.paper.filter(({ id }) => id === given.question);
    if (paper.length === 0) return NOT_ASKED;
    const { parts } = new Scoring(set).of({ ...laid, paper }, given.answers as Readonly<Record<string, unknown>>);
    // What somebody has to read was answered: practice goes on.
    const right = parts.every(({ share }) => share === null || share >= 1);
    await addTried(tx, {
      attemptId: attempt.id,
      questionId: given.question,
      act: given.act,
      at: now,
      answers: given.answers,
      right,
      parts,
    });
    return { ok: true, right, parts, told: toldParts(set, { ...laid, paper }) } as const;
  });
}
