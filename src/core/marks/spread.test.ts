import fc from 'fast-check';
import { quantile, spreadOf } from './spread';

describe('the spread of a class', () => {
  // Worked by hand for type 7 of Hyndman and Fan, Sample Quantiles in Statistical Packages (1996): h = (n - 1)p + 1.
  test.each([
    [[1, 2, 3, 4], 0.25, 1.75],
    [[1, 2, 3, 4], 0.5, 2.5],
    [[1, 2, 3, 4, 5], 0.75, 4],
    [[7], 0.9, 7],
  ])('of %j at %f is %f', (sorted, share, value) => {
    expect(quantile(sorted, share)).toBeCloseTo(value);
  });

  test('counts every grade in one tenth, the whole of the points in the last', () => {
    expect(spreadOf([0, 9.5, 10, 55, 100, 90], 100)?.tenths).toEqual([2, 1, 0, 0, 0, 1, 0, 0, 0, 2]);
  });

  test('without grades, or without points, there is none', () => {
    expect([spreadOf([], 100), spreadOf([0], 0)]).toEqual([null, null]);
  });

  test('holds its order, and loses nobody', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 1 }), (halves) => {
        const spread = spreadOf(
          halves.map((half) => half / 2),
          20,
        );
        if (!spread) throw new Error('there are grades');
        const { lowest, lowerQuarter, median, upperQuarter, highest, mean } = spread;
        const row = [lowest, lowerQuarter, median, upperQuarter, highest];
        expect(row).toEqual([...row].sort((a, b) => a - b));
        expect(mean).toBeGreaterThanOrEqual(lowest - 1e-9);
        expect(mean).toBeLessThanOrEqual(highest + 1e-9);
        expect(spread.tenths.reduce((sum, count) => sum + count, 0)).toBe(halves.length);
      }),
    );
  });
});
