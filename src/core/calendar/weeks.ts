import type { Instant } from '../ids';
import { weekdayOf } from './due-words';
import { type Holiday, holidayOn } from './holidays';
import { wallText } from './lesson-times';

/** A week as a list is told apart by it: from its Monday on, in the zone. */
export interface Week<Thing> {
  /** Its Monday, as a calendar has it. */
  readonly monday: string;
  readonly things: readonly Thing[];
  /** The holidays in it that were not in a week before. */
  readonly holidays: readonly Holiday[];
}

const DAY = 86_400_000;
const dayText = (at: number): string => new Date(at).toISOString().slice(0, 10);

/** The Monday of the week in which a moment lies. */
export function mondayOf(at: Instant, zone: string): string {
  const day = Date.parse(`${wallText(at, zone).slice(0, 10)}T00:00Z`);
  return dayText(day - (weekdayOf(at, zone) - 1) * DAY);
}

/**
 * Things by the weeks in which they lie, from the first of them to the last; those in which there is nothing are left out, but
 * where a holiday begins.
 */
export function byWeek<Thing>(
  things: readonly Thing[],
  at: (thing: Thing) => Instant,
  holidays: readonly Holiday[],
  zone: string,
): readonly Week<Thing>[] {
  const found = new Map<string, Thing[]>();
  for (const thing of things) {
    const monday = mondayOf(at(thing), zone);
    found.set(monday, [...(found.get(monday) ?? []), thing]);
  }
  const mondays = [...found.keys()].sort();
  const [first, last] = [mondays[0], mondays.at(-1)];
  if (first === undefined || last === undefined) return [];
  const weeks: Week<Thing>[] = [];
  for (let monday = first; monday <= last; monday = dayText(Date.parse(monday) + 7 * DAY)) {
    const days = Array.from({ length: 7 }, (_, i) => dayText(Date.parse(monday) + i * DAY));
    const off = new Set(days.flatMap((day) => holidayOn(day, holidays) ?? []));
    const own = found.get(monday) ?? [];
    // A holiday of several weeks is named in the first of them.
    const begins = [...off].filter((holiday) => !weeks.some(({ holidays: named }) => named.includes(holiday)));
    if (own.length > 0 || begins.length > 0) weeks.push({ monday, things: own, holidays: begins });
  }
  return weeks;
}
