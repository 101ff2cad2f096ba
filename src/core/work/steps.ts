import type { Instant, StepId } from '../ids';
import { isStepDone, type StepName } from '../kinds/step';
import { type Facts, factsOfKind } from './facts';

/** One step as the order of steps needs it. */
export interface Ordered {
  readonly id: StepId;
  readonly kind: StepName;
}

/** The steps that have been done, each with when it was done first. */
export const stepsDone = (facts: Facts): ReadonlyMap<StepId, Instant> => {
  const done = new Map<StepId, Instant>();
  for (const { step, at } of factsOfKind(facts, 'step-done')) if (!done.has(step)) done.set(step, at);
  return done;
};

/**
 * The steps that may be opened. Where the steps come in order, each opens when every step before it is
 * done: as its kind has it, when the student has told so, or once its document has been opened.
 *
 * @param inOrder whether the teacher wants them one after the other
 */
export function openSteps<Step extends Ordered>(
  steps: readonly Step[],
  inOrder: boolean,
  done: { readonly has: (step: StepId) => boolean },
  opened: { readonly has: (step: StepId) => boolean },
): readonly Step[] {
  if (!inOrder) return steps;
  const first = steps.findIndex((step) => !isStepDone(step, done, opened));
  return first < 0 ? steps : steps.slice(0, first + 1);
}
