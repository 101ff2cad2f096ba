import { wallTime } from '@/core/calendar/due-words';
import type { Instant } from '@/core/ids';
import type { DemoAssignment } from '../assignments';
import { SCHOOL } from '../school';

export const MINUTE = 60_000;

export const HOUR = 3_600_000;

export const DAY = 24 * HOUR;

/** A whole tick-off day may have passed when the demo is made late in the evening: what is due today is due in a while. */
export function moment(now: Instant, [days, hours, minutes]: readonly [number, number, number]): Instant {
  const at = wallTime(now, SCHOOL.zone, days, hours, minutes);
  return days === 0 ? Math.max(at, now + 2 * HOUR) : at;
}

/** A week and a day before it is due; what is due later than that was posted yesterday. */
export const postedAtOf = (assignment: DemoAssignment, now: Instant): Instant =>
  Math.min(moment(now, assignment.due) - 8 * DAY, now - 26 * HOUR);
