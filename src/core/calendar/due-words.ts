import { TZDate, tzOffset } from '@date-fns/tz';
import { startOfDay } from 'date-fns';
import type { Instant } from '../ids';

/**
 * Which words fit a moment, seen from now, in the school's zone: `yesterday`, `today` and `tomorrow`; the
 * day of the week within six days either way; otherwise the date. The words themselves come from the
 * language catalogue.
 */
export type DayWord = 'yesterday' | 'today' | 'tomorrow' | 'weekday' | 'date';

const DAY = 86_400_000;

/** The calendar day of a moment in the zone, counted from 1970-01-01. */
const dayNumber = (at: Instant, zone: string): number => Math.floor((at + tzOffset(zone, new Date(at)) * 60_000) / DAY);

/** Whole calendar days from now to a moment, counted in the zone: 0 is today, 1 tomorrow, -1 yesterday. */
export function daysAway(at: Instant, now: Instant, zone: string): number {
  return dayNumber(at, zone) - dayNumber(now, zone);
}

/** The word for the day of a moment. */
export function dayWord(at: Instant, now: Instant, zone: string): DayWord {
  const away = daysAway(at, now, zone);
  if (away === 0) return 'today';
  if (away === 1) return 'tomorrow';
  if (away === -1) return 'yesterday';
  return away > 0 && away <= 6 ? 'weekday' : 'date';
}

/** The day of the week of a moment in the zone: 1 is Monday, 7 Sunday (ISO 8601). */
export function weekdayOf(at: Instant, zone: string): number {
  return ((new TZDate(at, zone).getDay() + 6) % 7) + 1;
}

/** The minute of the day in a zone: 0 at midnight. */
export function minuteOf(at: Instant, zone: string): number {
  const there = new TZDate(at, zone);
  return there.getHours() * 60 + there.getMinutes();
}

/** The moment at which the day of `at`, moved by so many calendar days, begins in the zone. A day may have 23 or 25 hours. */
export function dayStart(at: Instant, zone: string, moved = 0): Instant {
  const start = startOfDay(new TZDate(at, zone));
  return startOfDay(
    new TZDate(start.getFullYear(), start.getMonth(), start.getDate() + moved, 12, 0, 0, zone),
  ).getTime();
}

/**
 * When each of some days in a row begins in the zone: `count` of them, the first `from` calendar days from
 * that of `at`. The same moments as `dayStart` gives one by one, for a fraction of the time.
 */
export function dayStarts(at: Instant, zone: string, from: number, count: number): readonly Instant[] {
  const day = new TZDate(at, zone);
  const [year, month, date] = [day.getFullYear(), day.getMonth(), day.getDate()];
  let offset = tzOffset(zone, new Date(dayStart(at, zone, from)));
  return Array.from({ length: count }, (_, i) => {
    const midnight = Date.UTC(year, month, date + from + i);
    const start = midnight - offset * 60_000;
    const there = tzOffset(zone, new Date(start));
    if (there === offset) return start;
    // The clock has been changed since the day before: that day is worked out with care.
    offset = there;
    return dayStart(at, zone, from + i);
  });
}

/** The moment of a wall-clock time in the zone, on the day of `at` moved by so many calendar days. */
export function wallTime(at: Instant, zone: string, moved: number, hours: number, minutes: number): Instant {
  const day = new TZDate(at, zone);
  return new TZDate(day.getFullYear(), day.getMonth(), day.getDate() + moved, hours, minutes, 0, zone).getTime();
}
