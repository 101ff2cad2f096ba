import { chiSquaredDistributionTable } from 'simple-statistics';
import type { PersonId } from '../ids';
import { scaledTo } from '../marks/rubric';
import { atRandom, byNumber, movedInto } from './groups';

const people = (n: number) => Array.from({ length: n }, (_, i) => `p${i}`);

test('groups have everybody once, and differ by one at most', () => {
  for (let n = 0; n <= 40; n += 1)
    for (const size of [1, 2, 3, 4, 7]) {
      const groups = byNumber(people(n), size);
      expect(groups.flat()).toEqual(people(n));
      const sizes = groups.map((group) => group.length);
      expect(Math.max(0, ...sizes) - Math.min(...sizes, Math.max(0, ...sizes))).toBeLessThanOrEqual(1);
      if (n >= 2 && size >= 2) expect(Math.min(...sizes)).toBeGreaterThanOrEqual(2);
    }
});

test('by chance, anybody comes together with anybody as often (chi-squared, 1 in 200; table of simple-statistics 7.12)', () => {
  const six = people(6);
  const ROUNDS = 6000;
  const withFirst = new Map<string, number>();
  for (let i = 0; i < ROUNDS; i += 1) {
    const group = atRandom(six, 2, `round ${i}`).find((one) => one.includes('p0')) ?? [];
    for (const one of group) if (one !== 'p0') withFirst.set(one, (withFirst.get(one) ?? 0) + 1);
  }
  const expected = ROUNDS / 5;
  const chi = [...withFirst.values()].reduce((sum, n) => sum + (n - expected) ** 2 / expected, 0);
  expect(withFirst.size).toBe(5);
  expect(chi).toBeLessThan(chiSquaredDistributionTable[4]?.[0.005] ?? 0);
  expect(atRandom(six, 2, 'again')).toEqual(atRandom(six, 2, 'again'));
});

test('a rubric is scaled by shares, in half points, to the sum that is asked for', () => {
  const criterion = (id: string, points: number) => ({
    id,
    title: id,
    points,
    levels: [
      { title: 'all', points, says: '' },
      { title: 'half', points: points / 2, says: '' },
    ],
  });
  // Common practice: 30, 20, 20, 20 and 10 make 100.
  const rubric = [30, 20, 20, 20, 10].map((points, i) => criterion(`c${i}`, points));
  expect(scaledTo(rubric, 20).map(({ points }) => points)).toEqual([6, 4, 4, 4, 2]);
  const odd = scaledTo(rubric, 17);
  expect(odd.reduce((sum, { points }) => sum + points, 0)).toBe(17);
  expect(
    odd.every(({ points, levels }) => levels.every((level) => level.points <= points && (level.points * 2) % 1 === 0)),
  ).toBe(true);
  expect(scaledTo([], 5)).toEqual([]);
  expect(scaledTo([criterion('none', 0)], 5).map(({ points }) => points)).toEqual([0]);
});

test('one who goes into another group, a new one or none is in one at most, and nobody is left behind in an empty one', () => {
  const [a, b, c] = ['a', 'b', 'c'] as PersonId[] as [PersonId, PersonId, PersonId];
  const groups = [[a, b], [c]];
  expect(movedInto(groups, b, 1)).toEqual([[a], [c, b]]);
  expect(movedInto(groups, c, 0)).toEqual([[a, b, c]]);
  expect(movedInto(groups, a, 2)).toEqual([[b], [c], [a]]);
  expect(movedInto(groups, a, -1)).toEqual([[b], [c]]);
  expect(movedInto([[a, b]], c, 0)).toEqual([[a, b, c]]);
});
