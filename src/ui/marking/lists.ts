import { isWithTeacher, type State } from '@/core/work/standing';
import type { Shown } from '@/server/reading/marking/marking-desk';

/** The lists of the Marking desk, in the order in which they stand. */
export const SHOWN: readonly Shown[] = ['all', 'waiting', 'missing', 'back'];

/** Which of the lists a state belongs to, besides the one of all. */
export function listOf(state: State): Shown {
  if (isWithTeacher(state)) return 'waiting';
  return state === 'handed-back' || state === 'another-go' ? 'back' : 'missing';
}
