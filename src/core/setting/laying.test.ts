import { Temporal } from 'temporal-polyfill';
import { dayBegins, layer, weekLater } from './laying';

const ZONE = 'Europe/Lisbon';
const lesson = (weekday: number, starts: string, ends: string) => ({ weekday, starts, ends });
/** Wall-clock time in the zone, by another implementation (temporal-polyfill 1.0.8). */
const at = (text: string) => Temporal.PlainDateTime.from(text).toZonedDateTime(ZONE).epochMilliseconds;
const wall = (moment: number) =>
  Temporal.Instant.fromEpochMilliseconds(moment).toZonedDateTimeISO(ZONE).toPlainDateTime().toString().slice(0, 16);

// From Tuesday 2 March 2027; into a class from Monday 22 March, over the change to summer time on the 28th.
const from = { lessons: [lesson(2, '9:00', '9:45'), lesson(4, '11:00', '11:45')], from: at('2027-03-02T08:00') };
const to = { lessons: [lesson(1, '13:00', '13:45'), lesson(5, '8:30', '9:15')], from: at('2027-03-22T08:00') };

test('what lay by a lesson lies by the so-manieth lesson of the other class, over a change of the clock', () => {
  const lay = layer(from, to, ZONE);
  expect(
    ['2027-03-02T09:00', '2027-03-04T11:45', '2027-03-09T09:45', '2027-03-11T11:00'].map((t) => wall(lay(at(t)))),
  ).toEqual(['2027-03-22T13:00', '2027-03-26T09:15', '2027-03-29T13:45', '2027-04-02T08:30']);
});

test('a time between two lessons stays as far behind the first, and before the next', () => {
  const lay = layer(from, to, ZONE);
  // Saturday evening, two days behind the second lesson, becomes Sunday evening.
  expect(wall(lay(at('2027-03-06T18:00')))).toBe('2027-03-28T18:00');
  // Monday night before the third lesson would be four days on, behind the third of the other class.
  expect(wall(lay(at('2027-03-08T20:00')))).toBe('2027-03-29T13:00');
  // In the middle of a lesson.
  expect(wall(lay(at('2027-03-02T09:20')))).toBe('2027-03-22T13:20');
  // Before the first: by days.
  expect(wall(lay(at('2027-03-01T18:00')))).toBe('2027-03-21T18:00');
});

test('where one of the classes has no lessons days are counted', () => {
  const lay = layer(from, { ...to, lessons: [] }, ZONE);
  expect(wall(lay(at('2027-03-04T11:45')))).toBe('2027-03-24T11:45');
  // A time that does not exist there.
  expect(lay(at('2027-03-08T01:30'))).toBeGreaterThan(at('2027-03-27T00:00'));
});

test('holidays of both years are left out', () => {
  const easter = [{ title: 'Easter', from: '2027-03-24', to: '2027-04-06' }];
  const lay = layer(from, { ...to, holidays: easter }, ZONE);
  expect(wall(lay(at('2027-03-02T09:00')))).toBe('2027-03-22T13:00');
  // Monday 29 March, Friday 26 March and 2 April are off, and so is Monday 5 April: the second lesson is Friday 9 April.
  expect(wall(lay(at('2027-03-04T11:00')))).toBe('2027-04-09T08:30');
  const back = layer({ ...to, holidays: easter }, from, ZONE);
  expect(wall(back(at('2027-04-09T08:30')))).toBe('2027-03-04T11:00');
});

/** The same laid by another implementation: lessons day by day, as a calendar walks through a year. */
function walked(
  lessons: readonly ReturnType<typeof lesson>[],
  day: string,
  off: readonly (readonly [string, string])[],
) {
  const found: number[] = [];
  let date = Temporal.PlainDate.from(day);
  while (found.length < 60) {
    const text = date.toString();
    if (!off.some(([first, last]) => text >= first && text <= last))
      for (const { weekday, starts } of lessons)
        if (weekday === date.dayOfWeek) {
          const [hour = 0, minute = 0] = starts.split(':').map(Number);
          found.push(date.toZonedDateTime({ timeZone: ZONE, plainTime: { hour, minute } }).epochMilliseconds);
        }
    date = date.add({ days: 1 });
  }
  return found;
}

// Outside check: the Temporal API of ECMAScript (temporal-polyfill 1.0.8), with the time zones of IANA.
test('a year laid by lessons, over both changes of the clock and four holidays, lies where another implementation has it', () => {
  const year = [
    ['2027-10-25', '2027-10-29'],
    ['2027-12-20', '2028-01-02'],
    ['2028-02-21', '2028-02-25'],
    ['2028-04-03', '2028-04-14'],
  ] as const;
  const holidays = year.map(([first, last]) => ({ title: first, from: first, to: last }));
  const before = walked(from.lessons, '2026-09-14', []);
  const after = walked(to.lessons, '2027-09-13', year);
  const begin = (day: string) => dayBegins(day, ZONE) ?? 0;
  const lay = layer(
    { lessons: from.lessons, from: begin('2026-09-14') },
    { lessons: to.lessons, from: begin('2027-09-13'), holidays },
    ZONE,
  );
  expect(before.map((moment) => wall(lay(moment)))).toEqual(after.map(wall));
});

test('work of every week comes again with the next lesson of that kind, and not in holidays', () => {
  const posted = at('2027-03-02T09:00');
  const due = at('2027-03-04T11:45');
  const week = weekLater(posted, from, ZONE);
  expect([week(posted), week(due)].map(wall)).toEqual(['2027-03-09T09:00', '2027-03-11T11:45']);
  const off = { lessons: from.lessons, holidays: [{ title: 'Fair', from: '2027-03-08', to: '2027-03-19' }] };
  const later = weekLater(posted, off, ZONE);
  expect([later(posted), later(due)].map(wall)).toEqual(['2027-03-23T09:00', '2027-03-25T11:45']);
  const none = weekLater(posted, { lessons: [] }, ZONE);
  expect(wall(none(at('2027-03-22T18:00')))).toBe('2027-03-29T18:00');
});
