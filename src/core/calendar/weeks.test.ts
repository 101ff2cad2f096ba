import { Temporal } from 'temporal-polyfill';
import { byWeek, mondayOf } from './weeks';

const ZONE = 'Europe/Lisbon';
const at = (text: string) => Temporal.PlainDateTime.from(text).toZonedDateTime(ZONE).epochMilliseconds;

// Outside check: the Temporal API of ECMAScript (temporal-polyfill 1.0.8), of which `dayOfWeek` is that of ISO 8601.
test('a week begins with the Monday that another implementation has, over changes of the clock and of the year', () => {
  for (const zone of [ZONE, 'Pacific/Auckland', 'America/New_York'])
    for (let day = 0; day < 400; day += 3) {
      const moment = Date.UTC(2026, 11, 1, 23, 30) + day * 86_400_000;
      const date = Temporal.Instant.fromEpochMilliseconds(moment).toZonedDateTimeISO(zone).toPlainDate();
      expect(mondayOf(moment, zone)).toBe(date.subtract({ days: date.dayOfWeek - 1 }).toString());
    }
});

test('things lie in their weeks; an empty one is left out, unless a holiday begins in it, which is named once', () => {
  const things = ['2027-03-22T13:00', '2027-03-28T23:30', '2027-04-12T08:30'].map((text) => ({ at: at(text) }));
  const off = [{ title: 'Easter', from: '2027-03-26', to: '2027-04-02' }];
  expect(
    byWeek(things, (one) => one.at, off, ZONE).map((week) => [
      week.monday,
      week.things.length,
      week.holidays.map(({ title }) => title),
    ]),
  ).toEqual([
    ['2027-03-22', 2, ['Easter']],
    ['2027-04-12', 1, []],
  ]);
  const fair = [{ title: 'Fair', from: '2027-04-05', to: '2027-04-06' }];
  expect(byWeek(things, (one) => one.at, fair, ZONE).map((week) => week.monday)).toEqual([
    '2027-03-22',
    '2027-04-05',
    '2027-04-12',
  ]);
  expect(byWeek([], () => 0, off, ZONE)).toEqual([]);
});
