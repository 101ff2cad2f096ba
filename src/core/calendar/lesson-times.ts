import { tzOffset } from '@date-fns/tz';
import type { Instant } from '../ids';
import { weekdayOf } from './due-words';
import { daysOff, type Holiday, holidayOn } from './holidays';

/** A lesson of the week: 1 is Monday; the times on the wall as `H:MM`. */
export interface WholeLesson {
  readonly weekday: number;
  readonly starts: string;
  readonly ends: string;
}

/** One lesson as it will be held. */
export interface ComingLesson {
  readonly startsAt: Instant;
  readonly endsAt: Instant;
}

const MINUTE = 60_000;
const DAY = 24 * 60 * MINUTE;

/**
 * The moments that have a time on the wall: one, two where the clock is put back over it, none where it is put forward.
 *
 * @param wall the time on the wall as if it were one of UTC
 */
function momentsAt(wall: number, zone: string): readonly Instant[] {
  const found = [wall - DAY, wall + DAY].map((near) => wall - tzOffset(zone, new Date(near)) * MINUTE);
  return [...new Set(found)].filter((at) => at + tzOffset(zone, new Date(at)) * MINUTE === wall).sort((a, b) => a - b);
}

/** The same as one moment: the earlier of two; and where there is none, as long after the change as it would have been. */
const momentAt = (wall: number, zone: string): Instant =>
  momentsAt(wall, zone)[0] ?? wall - tzOffset(zone, new Date(wall - DAY)) * MINUTE;

/**
 * The next lessons of a week that repeats, those that have not begun, in their order. In holidays there are none.
 *
 * @param most how many at most
 */
export function comingLessons(
  lessons: readonly WholeLesson[],
  now: Instant,
  zone: string,
  most: number,
  holidays: readonly Holiday[] = [],
): readonly ComingLesson[] {
  if (lessons.length === 0) return [];
  const today = weekdayOf(now, zone);
  const wall = now + tzOffset(zone, new Date(now)) * MINUTE;
  const midnight = wall - (((wall % DAY) + DAY) % DAY);
  const weeks = Math.ceil(most / lessons.length) + 1 + Math.ceil(daysOff(holidays) / 7) + holidays.length;
  return lessons
    .flatMap(({ weekday, starts, ends }) =>
      Array.from({ length: weeks }, (_, week) => midnight + (((weekday - today + 7) % 7) + week * 7) * DAY)
        .filter((day) => holidayOn(dayText(day), holidays) === undefined)
        .map((day) => {
          const at = (clock: string) => {
            const [hours = 0, minutes = 0] = clock.split(':').map(Number);
            return momentAt(day + (hours * 60 + minutes) * MINUTE, zone);
          };
          return { startsAt: at(starts), endsAt: at(ends) };
        }),
    )
    .filter(({ startsAt }) => startsAt >= now)
    .sort((a, b) => a.startsAt - b.startsAt)
    .slice(0, most);
}

/** A day, as a calendar has it. @param wall a time on the wall as if it were one of UTC */
const dayText = (wall: number): string => new Date(wall).toISOString().slice(0, 10);

/** The wall-clock time of a moment in the zone, as an input of a page has it: `2027-03-09T15:00`. */
export function wallText(at: Instant, zone: string): string {
  const parts = new Intl.DateTimeFormat('en-CA', {
    timeZone: zone,
    calendar: 'iso8601',
    numberingSystem: 'latn',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).formatToParts(at);
  const of = (type: string) => parts.find((part) => part.type === type)?.value ?? '';
  return `${of('year').padStart(4, '0')}-${of('month')}-${of('day')}T${of('hour')}:${of('minute')}`;
}

const WALL = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})$/;

/**
 * The moment of a wall-clock time in the zone. A time that is there twice, since the clock is put back, is the earlier one.
 *
 * @param text `2027-03-09T15:00`
 * @returns `unknown` for what is no time, `skipped` for one that does not exist, since the clock is put forward over it
 */
export function wallMoment(text: string, zone: string): Instant | 'unknown' | 'skipped' {
  const [whole, ...parts] = WALL.exec(text) ?? [];
  if (whole === undefined) return 'unknown';
  const [year = 0, month = 1, day = 1, hours = 0, minutes = 0] = parts.map(Number);
  const wall = Date.UTC(year, month - 1, day, hours, minutes);
  if (new Date(wall).toISOString().slice(0, 16) !== whole) return 'unknown';
  return momentsAt(wall, zone)[0] ?? 'skipped';
}
