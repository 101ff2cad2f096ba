import type { AttemptId, Instant, PersonId } from '@/core/ids';
import { asksQuestions, type SettingsOf } from '@/core/kinds/step';
import { type AttemptAct, type AttemptStanding, attemptStanding, isRunning } from '@/core/questions/attempt';
import { addActs, type Derived, findAttempt, type StoredAttempt } from '@/store/attempts';
import { type Queryable, read } from '@/store/database';
import { type Happening, record } from '@/store/events';
import { addJob, dropJob } from '@/store/jobs';
import { type ListedAssignment, type StoredStep, stepsOf } from '@/store/work';

/** The kind of job by which time ends an attempt. */
export const ATTEMPT_JOB = 'attempt';

/** What follows from how an attempt stands for whoever saves answers. */
export const derivedOf = ({ phase, answersUntil }: AttemptStanding): Derived => ({
  answersUntil,
  takes: phase === 'answering',
  runs: isRunning(phase),
});

/** Has time ended it at the next moment at which time ends anything. */
export async function keepEnd(tx: Queryable, attemptId: AttemptId, { nextEnd }: AttemptStanding): Promise<void> {
  if (nextEnd === null) await dropJob(tx, ATTEMPT_JOB, attemptId);
  else
    await addJob(
      tx,
      { kind: ATTEMPT_JOB, key: attemptId, dueAt: nextEnd, given: { attempt: attemptId } },
      { move: true },
    );
}

/** Who did something to an attempt, and why. */
export interface By {
  readonly actorId: PersonId | null;
  readonly reason?: string;
}

/** Adds what happened in an attempt, and what follows from it for whoever saves. @returns how it stands from now on */
export async function noteActs(
  tx: Queryable,
  attempt: StoredAttempt,
  acts: readonly AttemptAct[],
  by: By,
  now: Instant,
): Promise<AttemptStanding> {
  const stands = attemptStanding([...attempt.acts, ...acts], attempt.terms, now);
  await addActs(tx, attempt.id, acts, derivedOf(stands), by);
  return stands;
}

/**
 * The same, with the time at which it ends by itself, and telling whoever has it open. The work is held by then.
 *
 * @returns how it stands from now on
 */
export async function act(
  tx: Queryable,
  assignment: ListedAssignment,
  attempt: StoredAttempt,
  acts: readonly AttemptAct[],
  by: By,
  now: Instant,
): Promise<AttemptStanding> {
  const stands = await noteActs(tx, attempt, acts, by, now);
  await keepEnd(tx, attempt.id, stands);
  await record(tx, attemptEvent(assignment, attempt.studentId, by.actorId, now));
  return stands;
}

/** Something happened in an attempt. */
export const attemptEvent = (
  assignment: ListedAssignment,
  studentId: PersonId,
  actorId: PersonId | null,
  at: Instant,
): Happening => ({
  kind: 'attempt',
  at,
  classId: assignment.classId,
  assignmentId: assignment.id,
  studentId,
  actorId,
});

/** Tells that something happened in an attempt. */
export const tellAttempt = (tx: Queryable, ...of: Parameters<typeof attemptEvent>): Promise<void> =>
  record(tx, attemptEvent(...of));

export async function attemptOr404(db: Queryable, attemptId: AttemptId): Promise<StoredAttempt> {
  const found = await read(db, findAttempt(attemptId));
  if (!found) throw new Error(`attempt ${attemptId} is gone`);
  return found;
}

/** A step that asks, with its rules. */
export interface AskingStep {
  readonly step: StoredStep;
  readonly rules: SettingsOf<'questions'>;
}

/** The step of an assignment with an id, where it asks something. */
export async function askingStep(
  db: Queryable,
  assignment: ListedAssignment,
  stepId: string,
): Promise<AskingStep | null> {
  const step = (await read(db, stepsOf(assignment.id))).find(({ id }) => id === stepId);
  return step && asksQuestions(step.kind) ? { step, rules: step.settings as SettingsOf<'questions'> } : null;
}
