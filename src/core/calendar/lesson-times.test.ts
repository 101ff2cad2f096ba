import { Temporal } from 'temporal-polyfill';
import { comingLessons, wallMoment, wallText } from './lesson-times';

const ZONES = ['Europe/Lisbon', 'America/New_York', 'Australia/Lord_Howe', 'Asia/Kolkata', 'Pacific/Chatham', 'UTC'];
/** Tuesday 9 March 2027, 10:42 in Lisbon. */
const NOW = Date.UTC(2027, 2, 9, 10, 42);

/** Every quarter of an hour of the days around each change of the clock in a year, and one of every other week. */
function around(zone: string): readonly Temporal.PlainDateTime[] {
  const first = Temporal.PlainDate.from('2026-12-30');
  const offsets = Array.from(
    { length: 370 },
    (_, days) => first.add({ days }).toZonedDateTime({ timeZone: zone, plainTime: '12:00' }).offsetNanoseconds,
  );
  return offsets.flatMap((offset, days) => {
    const midnight = first.add({ days }).toPlainDateTime('00:15');
    if (offset === offsets[days - 1] || days === 0) return days % 7 === 0 ? [midnight] : [];
    return Array.from({ length: 96 }, (_, i) => midnight.add({ minutes: 15 * i - 12 * 60 }));
  });
}

// Outside check: the Temporal API of ECMAScript (temporal-polyfill 1.0.8), with the time zones of IANA.

test('lessons that come over a change to summer time lie where another implementation has them', () => {
  const lessons = [
    { weekday: 2, starts: '8:30', ends: '9:15' },
    { weekday: 7, starts: '1:30', ends: '2:30' },
    { weekday: 4, starts: '10:25', ends: '11:10' },
  ];
  for (const zone of ['Europe/Lisbon', 'America/New_York', 'Australia/Lord_Howe']) {
    const today = Temporal.Instant.fromEpochMilliseconds(NOW).toZonedDateTimeISO(zone).toPlainDate();
    const expected = Array.from({ length: 80 }, (_, days) => today.add({ days }))
      .flatMap((date) =>
        lessons
          .filter(({ weekday }) => weekday === date.dayOfWeek)
          .map(({ starts, ends }) => {
            const at = (text: string) => {
              const [hour = 0, minute = 0] = text.split(':').map(Number);
              return date.toZonedDateTime({ timeZone: zone, plainTime: { hour, minute } }).epochMilliseconds;
            };
            return { startsAt: at(starts), endsAt: at(ends) };
          }),
      )
      .filter(({ startsAt }) => startsAt >= NOW)
      .sort((a, b) => a.startsAt - b.startsAt)
      .slice(0, 24);
    expect(comingLessons(lessons, NOW, zone, 24)).toEqual(expected);
  }
  expect(comingLessons([], NOW, 'UTC', 5)).toEqual([]);
});

test('a time on the wall is the moment that another implementation has, the earlier of two, and none where it is skipped', () => {
  let skipped = 0;
  let twice = 0;
  for (const zone of ZONES)
    for (const plain of around(zone)) {
      const text = plain.toString().slice(0, 16);
      const earlier = plain.toZonedDateTime(zone, { disambiguation: 'earlier' });
      const later = plain.toZonedDateTime(zone, { disambiguation: 'later' });
      const there = earlier.toPlainDateTime().equals(plain);
      if (!there) skipped += 1;
      else if (!earlier.equals(later)) twice += 1;
      expect([text, zone, wallMoment(text, zone)]).toEqual([text, zone, there ? earlier.epochMilliseconds : 'skipped']);
      if (there) expect(wallText(earlier.epochMilliseconds, zone)).toBe(text);
    }
  expect([skipped, twice].every((n) => n >= 4)).toBe(true);
});

test('what is no time on the wall is none', () => {
  for (const text of ['', '2027-02-29T10:00', '2027-13-01T10:00', '2027-01-01T24:00', '2027-01-01 10:00', 'tomorrow'])
    expect(wallMoment(text, 'Europe/Lisbon')).toBe('unknown');
});
