import { Temporal } from 'temporal-polyfill';
import { dayStart, dayStarts, daysAway, dayWord, wallTime } from './due-words';

// Checked against the Temporal proposal's polyfill, an independent implementation of zones, around the
// changes of 2026 (Lisbon: 29 March and 25 October; New York: 8 March; Cairo: 24 April).
const ZONES = ['Europe/Lisbon', 'America/New_York', 'Africa/Cairo', 'Asia/Kathmandu'];
const CHANGES = ['2026-03-08', '2026-03-29', '2026-04-24', '2026-10-25'];

const at = (day: string, clock: string, zone: string): number =>
  Temporal.ZonedDateTime.from(`${day}T${clock}[${zone}]`).epochMilliseconds;

describe.each(ZONES)('in %s', (zone) => {
  test.each(CHANGES)('days and due times around %s agree with Temporal', (day) => {
    const now = at(day, '01:30', zone);
    const today = Temporal.PlainDate.from(day);
    for (let moved = -3; moved <= 3; moved += 1) {
      const date = today.add({ days: moved });
      expect(dayStart(now, zone, moved)).toBe(date.toZonedDateTime(zone).epochMilliseconds);
      expect(wallTime(now, zone, moved, 15, 0)).toBe(at(date.toString(), '15:00', zone));
      expect(daysAway(at(date.toString(), '23:59', zone), now, zone)).toBe(moved);
      expect(daysAway(at(date.toString(), '00:00', zone), now, zone)).toBe(moved);
    }
  });
});

describe('the word for a day', () => {
  const zone = 'Europe/Lisbon';
  const now = at('2026-03-28', '23:30', zone);
  test.each([
    ['2026-03-27', '12:00', 'yesterday'],
    ['2026-03-28', '00:00', 'today'],
    ['2026-03-29', '00:10', 'tomorrow'],
    ['2026-03-29', '23:50', 'tomorrow'],
    ['2026-03-30', '00:00', 'weekday'],
    ['2026-04-03', '15:00', 'weekday'],
    ['2026-04-04', '15:00', 'date'],
    ['2026-03-25', '15:00', 'date'],
  ])('%s %s, seen late on the eve of summer time, is %s', (day, clock, word) => {
    expect(dayWord(at(day, clock, zone), now, zone)).toBe(word);
  });
});

// Every day of two years in zones with changes of all kinds: twice a year, at midnight itself, for a month only, by half an hour.
test.each([
  'Europe/Lisbon',
  'Asia/Beirut',
  'Africa/Casablanca',
  'Australia/Lord_Howe',
  'America/Havana',
  'Asia/Kathmandu',
])('days in a row begin in %s as they do one by one', (zone) => {
  const at = Date.UTC(2025, 5, 15, 12);
  const starts = dayStarts(at, zone, -365, 730);
  for (let i = 0; i < 730; i += 1) expect([i, starts[i]]).toEqual([i, dayStart(at, zone, i - 365)]);
});
