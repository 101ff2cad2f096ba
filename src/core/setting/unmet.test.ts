import { times, titled, whole } from './unmet';

test('a title is there, and is one', () => {
  expect([titled('Clouds'), titled(' \n'), titled('x'.repeat(200)), titled('x'.repeat(201))]).toEqual([
    [],
    ['no-title'],
    [],
    ['too-long'],
  ]);
});

test('a number has no fraction and lies between its bounds, both included', () => {
  const wrong = [0, 1, 5, 6, 2.5, Number.NaN, Number.POSITIVE_INFINITY].filter((n) => whole(n, 1, 5).length > 0);
  expect(wrong).toEqual([0, 6, 2.5, Number.NaN, Number.POSITIVE_INFINITY]);
});

test.each([
  [[null, null, null], []],
  [[1, 2, 3], []],
  [[2, 2, 2], []],
  [[2, 1, null], ['due-before-opens']],
  [[2, null, 1], ['closes-before-opens']],
  [[null, 2, 1], ['closes-before-due']],
  [
    [3, 2, 1],
    ['due-before-opens', 'closes-before-opens', 'closes-before-due'],
  ],
  [[2, 1, 3], ['due-before-opens']],
] as const)('opens, due and closes at %j: %j', ([opensAt, dueAt, closesAt], said) => {
  expect(times({ opensAt, dueAt, closesAt })).toEqual(said);
});

test('what is never due opens and closes in its order', () => {
  expect(times({ opensAt: 1, closesAt: 2 })).toEqual([]);
  expect(times({ opensAt: 2, closesAt: 1 })).toEqual(['closes-before-opens']);
});
