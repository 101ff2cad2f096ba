import type { Instant } from '../ids';

/** An answer that was looked at in practice, oldest first. */
export interface Tried {
  readonly question: string;
  readonly right: boolean;
  readonly at: Instant;
}

/** So many others come before a wrong one comes back. */
const OTHERS = 3;

/** Where a practice is. */
export interface PracticeStanding {
  /** The question that comes now; `null` where nothing is left for today. */
  readonly next: string | null;
  /** Questions that are right by now: the last answer to each. */
  readonly right: readonly string[];
  /** Questions that come back on another day. */
  readonly later: readonly string[];
  /** Questions that were wrong and come back today. */
  readonly again: readonly string[];
}

interface Seen {
  /** How many answers were looked at when it was last seen. */
  readonly seen: number;
  readonly right: boolean;
  readonly at: Instant;
  /** It was wrong at some time and has not been right on a later day since. */
  readonly owed: boolean;
}

/**
 * Which question comes next in a practice. New ones come in their order; a wrong one comes back after three others, or as soon
 * as there are no others; and once more on the next day, when it has been right.
 *
 * @param questions in the order in which they are asked
 * @param tried oldest first
 * @param dayOf the day that a moment lies in, as people of the school count days
 */
export function practiceStanding(
  questions: readonly string[],
  tried: readonly Tried[],
  now: Instant,
  dayOf: (at: Instant) => string,
): PracticeStanding {
  const seen = new Map<string, Seen>();
  for (const [n, { question, right, at }] of tried.entries()) {
    const before = seen.get(question);
    const anotherDay = before !== undefined && dayOf(before.at) !== dayOf(at);
    // Right on the day on which it was wrong is not known yet; on a later one it is.
    const owed = !right || (before?.owed === true && !(anotherDay && before.right));
    seen.set(question, { seen: n + 1, right, at, owed });
  }
  const today = dayOf(now);
  const wrong = questions.filter((id) => seen.get(id)?.right === false);
  const fresh = questions.filter((id) => !seen.has(id));
  const back = questions.filter((id) => {
    const at = seen.get(id);
    return at?.right === true && at.owed && dayOf(at.at) !== today;
  });
  const waited = (id: string) => tried.length - (seen.get(id)?.seen ?? 0) >= OTHERS;
  const bySeen = (a: string, b: string) => (seen.get(a)?.seen ?? 0) - (seen.get(b)?.seen ?? 0);
  const ripe = wrong.filter(waited).sort(bySeen);
  const next = ripe[0] ?? back[0] ?? fresh[0] ?? [...wrong].sort(bySeen)[0] ?? null;
  return {
    next,
    right: questions.filter((id) => seen.get(id)?.right === true),
    later: questions.filter((id) => {
      const at = seen.get(id);
      return at?.right === true && at.owed && dayOf(at.at) === today;
    }),
    again: wrong,
  };
}
