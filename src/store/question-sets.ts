import { z } from 'zod';
import type { Instant, PersonId, StepId } from '@/core/ids';
import { type QuestionSet, questionSet } from '@/core/questions/question-set';
import { id } from './columns';
import { made, type Queryable, row, rows, time } from './database';

const storedSet = z
  .object({ step_id: id<StepId>(), number: z.number(), content: z.unknown() })
  .transform(({ step_id, number, content }) => ({ number, content: parsed(`${step_id} ${number}`, content) }));

/** Versions as they were read. A version never changes, so that there is nothing to make one stale. */
const read = new Map<string, QuestionSet>();

function parsed(version: string, content: unknown): QuestionSet {
  const before = read.get(version);
  if (before) return before;
  if (read.size > 200) read.clear();
  const set = questionSet.parse(content);
  read.set(version, set);
  return set;
}

/** What is asked at a step: a version of it, or the newest with `null`. */
export const questionSetOf = (stepId: StepId, number: number | null = null) =>
  row(
    storedSet,
    `SELECT step_id, number, content FROM question_set WHERE step_id = $1 AND ($2::integer IS NULL OR number = $2)
     ORDER BY number DESC LIMIT 1`,
    [stepId, number],
  );

/** Every version of what is asked at a step, by its number, the newest last. */
export const questionSetsAt = (stepId: StepId) =>
  made(
    rows(storedSet, 'SELECT step_id, number, content FROM question_set WHERE step_id = $1 ORDER BY number', [stepId]),
    (found) => new Map(found.map(({ number, content }) => [number, content])),
  );

/** Whoever changes what counts as right at a step, or gives points at it, waits for others who do. */
export async function holdKeys(tx: Queryable, stepId: StepId): Promise<void> {
  await tx.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 1))', [`keys ${stepId}`]);
}

/** The word that opens a step now, where it was changed since it was set; `null` where it was not. */
export const startWordOf = (stepId: StepId) =>
  made(
    row(z.object({ word: z.string() }), 'SELECT word FROM start_word WHERE step_id = $1 ORDER BY id DESC LIMIT 1', [
      stepId,
    ]),
    (found) => found?.word ?? null,
  );

export async function keepStartWord(
  tx: Queryable,
  kept: { readonly stepId: StepId; readonly word: string; readonly by: PersonId; readonly at: Instant },
): Promise<void> {
  await tx.query('INSERT INTO start_word (step_id, word, by_id, at) VALUES ($1, $2, $3, $4)', [
    kept.stepId,
    kept.word,
    kept.by,
    time(kept.at),
  ]);
}
