import type { Instant } from '../ids';
import { wallTime, weekdayOf } from './due-words';

/** A lesson of the week: 1 is Monday; the time on the wall as `H:MM`. */
export interface LessonTime {
  readonly weekday: number;
  readonly starts: string;
}

/**
 * When the next of some weekly lessons begins, seen from now; `null` where there are none. A lesson that
 * begins this very moment is still the next one.
 */
export function nextLesson(lessons: readonly LessonTime[], now: Instant, zone: string): Instant | null {
  const today = weekdayOf(now, zone);
  const moments = lessons.flatMap(({ weekday, starts }) => {
    const [hours = 0, minutes = 0] = starts.split(':').map(Number);
    const days = (weekday - today + 7) % 7;
    return [wallTime(now, zone, days, hours, minutes), wallTime(now, zone, days + 7, hours, minutes)];
  });
  const coming = moments.filter((at) => at >= now);
  return coming.length === 0 ? null : Math.min(...coming);
}
