import type { DeskView } from '@/server/reading/desk/desk';
import { looksDone, makesCopy } from '@/ui/kinds/step';

/** The knot at the end of the rope, which is no step. */
export const HAND_IN = 'hand-in';

/** Where the Desk opens: where one was last, or else where there is something to do. */
export function firstStep(view: Pick<DeskView, 'steps' | 'at' | 'state'>): string {
  const first = view.steps[0]?.id ?? HAND_IN;
  const left = view.steps.find((step) => step.id === view.at && step.open);
  if (left && !view.state.startsWith('handed')) return left.id;
  if (view.state === 'not-started') return first;
  const writing = view.steps.find(makesCopy);
  const waiting = view.steps.find((step) => !makesCopy(step) && !looksDone(step, null));
  return writing?.id ?? waiting?.id ?? first;
}
