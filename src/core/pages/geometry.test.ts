import fc from 'fast-check';
import { type Area, between, distanceToLine, inReadingOrder, isWithin } from './geometry';

const named = (name: string, x: number, y: number, w = 80, h = 16) => ({ name, x, y, w, h });
const names = (things: readonly (Area & { name: string })[], rtl = false) =>
  inReadingOrder(things, (thing) => thing, rtl).map(({ name }) => name);

test('things are read line by line, and a line from the side at which one begins', () => {
  const sheet = [named('c', 10, 60), named('b', 200, 12), named('a', 10, 10), named('d', 200, 66)];
  expect(names(sheet)).toEqual(['a', 'b', 'c', 'd']);
  expect(names(sheet, true)).toEqual(['b', 'a', 'd', 'c']);
});

test('a tall box beside several lines is read with the first of them', () => {
  expect(
    names([named('tall', 300, 0, 80, 100), named('one', 10, 0), named('two', 10, 40), named('three', 10, 80)]),
  ).toEqual(['one', 'tall', 'two', 'three']);
});

test('a tall box that begins a little above its line does not take the lines below into it', () => {
  expect(names([named('tall', 300, -1, 80, 100), named('one', 10, 0), named('two', 10, 40)])).toEqual([
    'one',
    'tall',
    'two',
  ]);
});

test('whatever the order in which they are told, all are there once and in one order', () => {
  const area = fc.record({
    x: fc.integer({ min: 0, max: 500 }),
    y: fc.integer({ min: 0, max: 500 }),
    w: fc.integer({ min: 1, max: 200 }),
    h: fc.integer({ min: 1, max: 60 }),
  });
  fc.assert(
    fc.property(fc.uniqueArray(area, { selector: ({ x, y }) => `${x} ${y}`, maxLength: 20 }), (areas) => {
      const ordered = inReadingOrder(areas, (one) => one);
      expect(new Set(ordered)).toEqual(new Set(areas));
      expect(inReadingOrder([...areas].reverse(), (one) => one).map(({ y }) => y)).toHaveLength(areas.length);
    }),
  );
});

test('the area between two places, and how far something is from it', () => {
  expect(between({ x: 9, y: 2 }, { x: 1, y: 6 })).toEqual({ x: 1, y: 2, w: 8, h: 4 });
  expect(isWithin({ x: 0, y: 3 }, { x: 1, y: 2, w: 8, h: 4 })).toBe(false);
  expect(isWithin({ x: 0, y: 3 }, { x: 1, y: 2, w: 8, h: 4 }, 1)).toBe(true);
  expect(distanceToLine({ x: 5, y: 5 }, { x: 0, y: 0 }, { x: 10, y: 0 })).toBe(5);
  expect(distanceToLine({ x: 13, y: 4 }, { x: 0, y: 0 }, { x: 10, y: 0 })).toBe(5);
  expect(distanceToLine({ x: 3, y: 4 }, { x: 0, y: 0 }, { x: 0, y: 0 })).toBe(5);
});
