import { daysOff, holidayOn } from './calendar/holidays';
import { groupedBy } from './grouped';

test('rows are grouped by their key, groups and rows in the order in which they came', () => {
  const rows = ['pear', 'plum', 'apple', 'peach', 'apricot'];
  expect([...groupedBy(rows, (row) => row[0])]).toEqual([
    ['p', ['pear', 'plum', 'peach']],
    ['a', ['apple', 'apricot']],
  ]);
  expect(groupedBy([], String).size).toBe(0);
});

const HOLIDAYS = [
  { title: 'Winter', from: '2027-12-20', to: '2028-01-02' },
  { title: 'Bridge', from: '2028-02-29', to: '2028-02-29' },
];

test('a day belongs to a holiday from its first to its last', () => {
  expect(
    ['2027-12-19', '2027-12-20', '2028-01-02', '2028-01-03', '2028-02-29'].map(
      (day) => holidayOn(day, HOLIDAYS)?.title,
    ),
  ).toEqual([undefined, 'Winter', 'Winter', undefined, 'Bridge']);
});

test('days off are counted with both ends, over the turn of a year and in a leap year', () => {
  expect(daysOff(HOLIDAYS)).toBe(15);
  expect(daysOff([])).toBe(0);
});
