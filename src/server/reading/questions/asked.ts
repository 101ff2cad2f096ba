import type { StepId } from '@/core/ids';
import { storedQuestion } from '@/core/kinds/question';
import { type Laid, lay } from '@/core/questions/paper';
import type { Part, QuestionSet } from '@/core/questions/question-set';
import { keyChangesAt } from '@/store/answered';
import type { StoredAttempt } from '@/store/attempts';
import { type Queryable, readTogether } from '@/store/database';
import { questionSetOf } from '@/store/question-sets';

/** A set with what counts as right by now: changes of its key are put in, the newest last. */
export function keyed(
  set: QuestionSet,
  changes: readonly { readonly part_id: string; readonly question: unknown }[],
): QuestionSet {
  if (changes.length === 0) return set;
  const newest = new Map(changes.map((change) => [change.part_id, change.question]));
  const change = (part: Part): Part => {
    const found = newest.get(part.id);
    const read = found === undefined ? null : storedQuestion.safeParse(found);
    return read?.success && read.data.kind === part.kind ? ({ ...part, ...read.data } as Part) : part;
  };
  return {
    sections: set.sections.map((section) => ({
      ...section,
      questions: section.questions.map((question) => ({ ...question, parts: question.parts.map(change) })),
    })),
  };
}

/** What was asked in one attempt: the set it was begun with, and what was laid of it. */
export interface AskedAttempt {
  /** With what counts as right by now. */
  readonly set: QuestionSet;
  readonly laid: Laid;
}

/** A set of a step as it was at a number, with what counts as right by now. */
export async function keyedSet(db: Queryable, stepId: StepId, number: number): Promise<QuestionSet> {
  const { found, changes } = await readTogether(db, {
    found: questionSetOf(stepId, number),
    changes: keyChangesAt(stepId),
  });
  if (!found) throw new Error(`the questions ${number} of step ${stepId} are gone`);
  return keyed(found.content, changes);
}

/** What was asked in an attempt. It follows from the set that it was begun with and from its seed alone. */
export async function askedIn(
  db: Queryable,
  attempt: Pick<StoredAttempt, 'seed' | 'stepId' | 'setNumber'>,
): Promise<AskedAttempt> {
  const set = await keyedSet(db, attempt.stepId, attempt.setNumber);
  return { set, laid: lay(set, attempt.seed) };
}
