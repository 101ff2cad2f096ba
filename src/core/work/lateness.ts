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

/** So many steps are shown at most: what is lost by the hour over a week is a stair of its own kind. */
const MOST_STEPS = 60;

/**
 * What full marks come to, over the time in which work is taken: from the due time on, a step at each loss, until nothing more is
 * lost or nothing is taken any more.
 *
 * @param most points before any loss
 * @param until when nothing is taken any more; `null` for never
 * @returns from when on so many points, the first at the due time
 */
export function lateSteps(
  rule: LateRule,
  dueAt: Instant,
  most: number,
  until: Instant | null,
): readonly { readonly from: Instant; readonly points: number }[] {
  const step = lossIn(rule)?.per === 'hour' ? HOUR : DAY;
  const steps = [{ from: dueAt, points: most - lateLoss(rule, lateness(dueAt, dueAt), most) }];
  for (let n = 0; n < MOST_STEPS; n += 1) {
    const from = dueAt + n * step + 1;
    const points = most - lateLoss(rule, lateness(from, dueAt), most);
    if (points === steps.at(-1)?.points || (until !== null && from > until)) break;
    steps.push({ from, points });
  }
  return steps;
}
