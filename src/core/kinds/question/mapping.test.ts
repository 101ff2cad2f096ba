import fc from 'fast-check';
import { type Mapping, mapped, mappedScore, mostMapped, plainly } from './mapping';

const map = (entries: Record<string, number>, rest: Partial<Mapping> = {}): Mapping => ({
  entries,
  otherwise: 0,
  least: null,
  most: null,
  ...rest,
});

test('what is given is summed, equal ones once, with what anything else is worth', () => {
  const by = map({ a: 2, b: 1, c: -1 }, { otherwise: -0.5 });
  expect(mapped(by, ['a', 'b'])).toBe(3);
  expect(mapped(by, ['a', 'a', 'a'])).toBe(2);
  expect(mapped(by, ['a', 'else', 'other'])).toBe(1);
  expect(mapped(by, [])).toBe(0);
  // A name that every object has is no entry.
  expect(mapped(by, ['toString'])).toBe(-0.5);
});

test('the sum keeps within its bounds', () => {
  const by = map({ a: 5, b: -5 }, { least: -1, most: 3 });
  expect([mapped(by, ['a']), mapped(by, ['b']), mapped(by, ['a', 'b'])]).toEqual([3, -1, 0]);
});

test('at most comes what the best one is worth, or all good ones together', () => {
  const by = map({ a: 2, b: 3, c: -4 });
  expect([mostMapped(by, true), mostMapped(by, false)]).toEqual([3, 5]);
  expect(mostMapped(map({ a: 2, b: 3 }, { most: 4 }), false)).toBe(4);
  expect(mostMapped(map({ a: -1 }), true)).toBe(0);
});

test('a share lies between nothing and all', () => {
  const entries = fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), fc.integer({ min: -9, max: 9 }));
  fc.assert(
    fc.property(entries, fc.subarray(['a', 'b', 'c', 'd', 'e']), fc.boolean(), (of, given, single) => {
      const { share } = mappedScore(map(of), given, single);
      expect(share).toBeGreaterThanOrEqual(0);
      expect(share).toBeLessThanOrEqual(1);
    }),
  );
  expect(mappedScore(map({}), ['a'], false)).toEqual({ share: 0, how: { rule: 'mapped', right: 0, wrong: 0, of: 0 } });
});

describe('what a plain rule says as well is told as that', () => {
  test.each([
    ['one that is worth all', map({ a: 1 }), ['a'], 'any', true],
    ['two, either of which is worth all', map({ a: 1, b: 1 }), ['a', 'b'], 'any', true],
    ['two that are worth different points', map({ a: 1, b: 2 }), ['a', 'b'], 'any', false],
    ['another that is worth a little', map({ a: 2, b: 1 }), ['a'], 'any', false],
    ['anything else takes something away', map({ a: 1 }, { otherwise: -1 }), ['a'], 'any', false],
    ['each of two by itself', map({ a: 1, b: 1 }), ['a', 'b'], 'all', true],
    ['less can be got than they are worth', map({ a: 1, b: 1 }, { most: 1 }), ['a', 'b'], 'all', false],
    ['thirds add up', map({ a: 0.333333, b: 0.333333, c: 0.333333 }, { most: 1 }), ['a', 'b', 'c'], 'all', true],
    ['no mapping at all', null, [], 'any', true],
    ['none that is right', map({ a: 1 }), [], 'any', false],
  ] as const)('%s', (_, by, right, rule, plain) => {
    expect(plainly(by, right, rule)).toBe(plain);
  });

  test('wrong ones take away what right ones give, never below nothing', () => {
    const less = map({ a: 1, b: 1, c: -1 }, { least: 0 });
    expect(plainly(less, ['a', 'b'], 'less', 3)).toBe(true);
    // One of four is said nothing of.
    expect(plainly(less, ['a', 'b'], 'less', 4)).toBe(false);
    expect(plainly({ ...less, least: null }, ['a', 'b'], 'less', 3)).toBe(false);
    expect(plainly(map({ a: 1, c: -2 }, { least: 0 }), ['a'], 'less', 2)).toBe(false);
  });
});
