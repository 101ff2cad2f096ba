import type { Instant } from '../ids';
import { type LateRule, lossIn } from './rules';

const DAY = 86_400_000;
const HOUR = 3_600_000;

/** How late a hand-in is: milliseconds after the due time, and the days and hours that have begun since (1 from the first millisecond on). */
export interface Lateness {
  readonly lateBy: number;
  readonly daysBegun: number;
  readonly hoursBegun: number;
}

/** Measures a hand-in against its due time. On time, or without a due time, both figures are 0. */
export function lateness(handedInAt: Instant, dueAt: Instant | null): Lateness {
  const lateBy = dueAt === null ? 0 : Math.max(0, handedInAt - dueAt);
  return { lateBy, daysBegun: Math.ceil(lateBy / DAY), hoursBegun: Math.ceil(lateBy / HOUR) };
}

/**
 * What lateness takes away from the points earned. The loss is `points` for each day or hour begun and
 * stops at the floor: lateness never brings a grade below `floor`, and never takes from a grade that
 * earned less than the floor by itself (common practice).
 *
 * @param earned points before the loss, 0 or more
 * @returns points lost, between 0 and `earned`
 */
export function lateLoss(rule: LateRule, late: Lateness, earned: number): number {
  const loss = lossIn(rule);
  if (!loss) return 0;
  const room = Math.max(0, earned - Math.max(0, loss.floor));
  const begun = loss.per === 'day' ? late.daysBegun : late.hoursBegun;
  return Math.min(room, Math.max(0, loss.points) * begun);
}
