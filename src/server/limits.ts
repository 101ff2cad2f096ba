import type { Instant, PersonId } from '@/core/ids';
import type { Queryable } from '@/store/database';
import { spend } from '@/store/limits';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

/** What one person may use of what is there for everybody, in a window of time. */
const LIMITS = {
  /** Bytes of everything that is sent up. */
  bytes: { most: 4_000_000_000, within: DAY },
  documents: { most: 100, within: HOUR },
  /** Courses that are copied whole. */
  courses: { most: 30, within: HOUR },
  /** Texts read in, pictures put into texts: whatever is read in the workshop at a wish. */
  readings: { most: 200, within: HOUR },
  /** Texts and archives taken away. */
  exports: { most: 120, within: HOUR },
  messages: { most: 300, within: HOUR },
  'half-written': { most: 3000, within: HOUR },
  /** Guesses at a start word. */
  guesses: { most: 10, within: 10 * MINUTE },
} as const;

export type Limited = keyof typeof LIMITS;

/** A person has used up what there is of something; in so many seconds it goes on. */
export interface TooMuch {
  readonly ok: false;
  readonly code: 'too-much';
  readonly what: Limited;
  readonly seconds: number;
}

/** Takes so much of what a person may use, or says when there is some again. Counted in one statement. */
export async function use(
  db: Queryable,
  personId: PersonId,
  what: Limited,
  n: number,
  now: Instant,
): Promise<TooMuch | null> {
  const { most, within } = LIMITS[what];
  const until = await spend(db, { personId, what, n, most, now, within });
  if (until === null) return null;
  return { ok: false, code: 'too-much', what, seconds: Math.max(1, Math.ceil((until - now) / 1000)) };
}

/** So much one file may have. */
export const LARGEST_FILE = 500_000_000;

/** So many pieces may go along with one hand-in. */
export const MOST_PIECES = 30;
