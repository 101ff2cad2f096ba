import type { AttemptId, Instant } from '@/core/ids';
import { attemptStanding, type MadeAttempt } from '@/core/questions/attempt';
import type { FrozenAttempt } from '@/store/answered';
import type { StoredAttempt } from '@/store/attempts';

/** The attempts at one step, as far as they decide whether there may be another. */
export const madeAttempts = (
  attempts: readonly StoredAttempt[],
  frozen: ReadonlyMap<AttemptId, Pick<FrozenAttempt, 'points' | 'of' | 'unread'>>,
  now: Instant,
): readonly MadeAttempt[] =>
  attempts.map(({ id, acts, terms }) => {
    const { phase, endedAt } = attemptStanding(acts, terms, now);
    const score = frozen.get(id);
    return { phase, endedAt, allRight: score !== undefined && score.unread === 0 && score.points >= score.of };
  });
