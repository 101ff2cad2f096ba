import type { Instant, StepId } from '../ids';
import type { Facts } from './facts';

/** One step as the order of steps needs it. */
export interface Ordered {
  readonly id: StepId;
  readonly kind: 'read' | 'write' | 'do' | 'agree';
}

/** The steps that have been done, each with when it was done first. */
export const stepsDone = (facts: Facts): ReadonlyMap<StepId, Instant> => {
  const done = new Map<StepId, Instant>();
  for (const fact of facts) if (fact.kind === 'step-done' && !done.has(fact.step)) done.set(fact.step, fact.at);
  return done;
};

/**
 * The steps that may be opened. Where the steps come in order, each opens when every step before it is
 * done; a step that is written counts as done when `written` says so.
 *
 * @param inOrder whether the teacher wants them one after the other
 */
export function openSteps<Step extends Ordered>(
  steps: readonly Step[],
  inOrder: boolean,
  done: { readonly has: (step: StepId) => boolean },
  written: ReadonlySet<StepId>,
): readonly Step[] {
  if (!inOrder) return steps;
  const first = steps.findIndex((step) => !done.has(step.id) && !written.has(step.id));
  return first < 0 ? steps : steps.slice(0, first + 1);
}
