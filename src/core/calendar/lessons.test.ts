import { Temporal } from 'temporal-polyfill';
import { weekdayOf } from './due-words';
import { nextLesson } from './lessons';

const zone = 'Europe/Lisbon';
const at = (words: string) => Temporal.ZonedDateTime.from(`${words}[${zone}]`).epochMilliseconds;

describe('the next lesson', () => {
  const lessons = [
    { weekday: 1, starts: '8:30' },
    { weekday: 4, starts: '13:10' },
  ];

  test('is the first one that has not begun', () => {
    expect(nextLesson(lessons, at('2026-03-24T10:00'), zone)).toBe(at('2026-03-26T13:10'));
    expect(nextLesson(lessons, at('2026-03-26T13:10'), zone)).toBe(at('2026-03-26T13:10'));
  });

  // Checked against an independent implementation of zones: summer time begins on Sunday 29 March 2026.
  test('keeps its time on the wall through the change to summer time', () => {
    expect(nextLesson(lessons, at('2026-03-26T14:00'), zone)).toBe(at('2026-03-30T08:30'));
  });

  test('comes again next week when today’s is over, and is nothing without a timetable', () => {
    expect(nextLesson([{ weekday: 2, starts: '9:00' }], at('2026-03-24T10:00'), zone)).toBe(at('2026-03-31T09:00'));
    expect(nextLesson([], at('2026-03-24T10:00'), zone)).toBeNull();
  });
});

test('the days of a week are numbered as ISO 8601 numbers them', () => {
  for (let i = 0; i < 14; i += 1) {
    const day = Temporal.ZonedDateTime.from(`2026-03-23T23:30[${zone}]`).add({ days: i });
    expect(weekdayOf(day.epochMilliseconds, zone)).toBe(day.dayOfWeek);
  }
});
