import type { Holiday } from '../calendar/holidays';
import { type ComingLesson, comingLessons, type WholeLesson, wallMoment, wallText } from '../calendar/lesson-times';
import type { Instant } from '../ids';

/** A class's lessons of a week, from when on they are counted, and when there are none. */
export interface Laid {
  readonly lessons: readonly WholeLesson[];
  readonly from: Instant;
  readonly holidays?: readonly Holiday[];
}

/** Lays a moment anew. */
export type Lay = (at: Instant) => Instant;

/** So many lessons ahead are looked at: a year of six a week. */
const FAR = 320;
const DAY = 86_400_000;

const dayOf = (moment: Instant, zone: string): number => Date.parse(`${wallText(moment, zone).slice(0, 10)}T00:00Z`);

/** The same time on the wall, so many days on; where there is none that day, the same moment. */
function daysOn(at: Instant, days: number, zone: string): Instant {
  const day = new Date(dayOf(at, zone) + days * DAY).toISOString().slice(0, 10);
  const moment = wallMoment(`${day}T${wallText(at, zone).slice(11)}`, zone);
  return typeof moment === 'string' ? at + days * DAY : moment;
}

const countedIn = ({ lessons, from, holidays }: Laid, zone: string): readonly ComingLesson[] =>
  comingLessons(lessons, from, zone, FAR, holidays);

/** The lesson that began last at a moment, counted from 0; -1 before the first. */
function lastBegun(lessons: readonly ComingLesson[], at: Instant): number {
  let found = -1;
  for (let low = 0, high = lessons.length - 1; low <= high; ) {
    const middle = (low + high) >> 1;
    if ((lessons[middle]?.startsAt ?? 0) <= at) {
      found = middle;
      low = middle + 1;
    } else high = middle - 1;
  }
  return found;
}

/**
 * How moments are laid anew, from the lessons of one class into those of another: the beginning or end of the so-manieth lesson
 * becomes that of the other's; a time between two lessons stays as many days behind the first of them, with its time on the
 * wall, and no later than the next. Where one of the classes has no lessons, days are counted from the beginnings.
 *
 * @param from how they lie: in lessons counted from a moment
 * @param to how they are to lie
 */
export function layer(from: Laid, to: Laid, zone: string): Lay {
  const before = countedIn(from, zone);
  const after = countedIn(to, zone);
  const between = dayOf(to.from, zone) - dayOf(from.from, zone);
  return (at) => {
    const n = lastBegun(before, at);
    const old = before[n];
    const own = after[n];
    if (!old || !own) return daysOn(at, between / DAY, zone);
    if (at === old.startsAt) return own.startsAt;
    if (at === old.endsAt) return own.endsAt;
    if (at < old.endsAt) return Math.min(own.endsAt, own.startsAt + (at - old.startsAt));
    const laid = daysOn(at, (dayOf(own.startsAt, zone) - dayOf(old.startsAt, zone)) / DAY, zone);
    const next = after[n + 1];
    return next ? Math.max(own.endsAt, Math.min(laid, next.startsAt)) : laid;
  };
}

/** The beginning of a day on the wall. @param day `2027-09-13` */
export function dayBegins(day: string, zone: string): Instant | null {
  // In some zones the clock is put forward at midnight: then the day begins an hour later.
  for (const time of ['00:00', '01:00']) {
    const at = wallMoment(`${day}T${time}`, zone);
    if (typeof at === 'number') return at;
  }
  return null;
}

/**
 * How everything about some work is laid anew when it comes again the week after: by lessons; weeks without any are left out.
 *
 * @param postedAt when it was there last
 */
export function weekLater(postedAt: Instant, { lessons, holidays = [] }: Omit<Laid, 'from'>, zone: string): Lay {
  const next = daysOn(postedAt, 7, zone);
  const from = { lessons, holidays, from: postedAt };
  const [held] = comingLessons(lessons, next, zone, 1, holidays);
  if (!held) return (at) => daysOn(at, 7, zone);
  // As many whole weeks on as the next lesson is away.
  const weeks = Math.floor((dayOf(held.startsAt, zone) - dayOf(next, zone)) / (7 * DAY));
  return layer(from, { lessons, holidays, from: daysOn(next, weeks * 7, zone) }, zone);
}
