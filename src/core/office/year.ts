import type { Holiday } from '../calendar/holidays';
import { tidy } from './person';

/** A stretch of the school's year in which lessons are held. Days as a calendar has them: `2027-09-01`. */
export interface Term {
  readonly title: string;
  readonly from: string;
  readonly to: string;
}

/** When one lesson of the day is held, by the clock on the wall. */
export interface LessonTime {
  readonly number: number;
  readonly starts: string;
  readonly ends: string;
}

export interface Year {
  readonly terms: readonly Term[];
  readonly holidays: readonly Holiday[];
  readonly times: readonly LessonTime[];
}

/** What is wrong with a part of the year, by its place in its list. */
export interface YearProblem {
  readonly part: 'terms' | 'holidays' | 'times';
  readonly at: number;
  readonly code: 'no-title' | 'no-day' | 'ends-before' | 'overlaps' | 'too-many';
}

const MOST = 60;
const DAY = /^\d{4}-\d{2}-\d{2}$/;
const CLOCK = /^([01]?\d|2[0-3]):([0-5]\d)$/;

function isRealDay(day: string): boolean {
  const at = new Date(`${day}T12:00:00Z`);
  return DAY.test(day) && !Number.isNaN(at.getTime()) && at.toISOString().startsWith(day);
}

/** A time on the wall in minutes from midnight; `null` where there is no such time. */
export function clockMinutes(time: string): number | null {
  const [, hours, minutes] = CLOCK.exec(time) ?? [];
  return hours === undefined ? null : Number(hours) * 60 + Number(minutes);
}

/** The times of a day by the clock, numbered so, as they are kept: 8:30 for 08:30. */
export const inOrder = (times: readonly LessonTime[]): readonly LessonTime[] =>
  [...times]
    .sort((a, b) => (clockMinutes(a.starts) ?? 0) - (clockMinutes(b.starts) ?? 0))
    .map(({ starts, ends, number }) => ({
      number,
      starts: starts.replace(/^0(?=\d)/, ''),
      ends: ends.replace(/^0(?=\d)/, ''),
    }));

function stretches(part: 'terms' | 'holidays', days: readonly Term[]): YearProblem[] {
  const problems = days.flatMap(({ title, from, to }, at): YearProblem[] => {
    const found = (code: YearProblem['code']) => [{ part, at, code }];
    if (tidy(title) === '' || title.length > 100) return found('no-title');
    if (!isRealDay(from) || !isRealDay(to)) return found('no-day');
    if (to < from) return found('ends-before');
    return days.some((other, i) => i !== at && other.from <= to && from <= other.to) ? found('overlaps') : [];
  });
  return days.length > MOST ? [...problems, { part, at: MOST, code: 'too-many' }] : problems;
}

/** What keeps a year from being kept: each problem with its place. */
export function yearUnmet({ terms, holidays, times }: Year): readonly YearProblem[] {
  const clocks = times.flatMap(({ starts, ends }, at): YearProblem[] => {
    const found = (code: YearProblem['code']) => [{ part: 'times' as const, at, code }];
    const [from, to] = [clockMinutes(starts), clockMinutes(ends)];
    if (from === null || to === null) return found('no-day');
    if (to <= from) return found('ends-before');
    const meets = (other: LessonTime) =>
      (clockMinutes(other.starts) ?? to) < to && from < (clockMinutes(other.ends) ?? from);
    return times.some((other, i) => i !== at && meets(other)) ? found('overlaps') : [];
  });
  const many: YearProblem[] = times.length > 20 ? [{ part: 'times', at: 20, code: 'too-many' }] : [];
  return [...stretches('terms', terms), ...stretches('holidays', holidays), ...clocks, ...many];
}

/** A lesson of a class in its week. */
export interface ClassLesson {
  /** 1 for Monday to 7 for Sunday (ISO 8601). */
  readonly weekday: number;
  readonly number: number;
}

/** Two lessons in one place of the week. */
export const sameLesson = (lessons: readonly ClassLesson[]): boolean =>
  new Set(lessons.map(({ weekday, number }) => `${weekday} ${number}`)).size < lessons.length;
