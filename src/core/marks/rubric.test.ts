import fc from 'fast-check';
import { addUp, type Criterion, pointsProblem } from './rubric';

const rubric = [30, 20, 20, 20, 10].map(
  (points, i): Criterion => ({ id: `c${i}`, title: `Criterion ${i}`, points, levels: [] }),
);
const marks = (...points: (number | null)[]) =>
  points.map((value, i) => ({ criterionId: `c${i}`, points: value, comment: '' }));

describe('a rubric', () => {
  // Common practice: 20, 20, 20, 20, 10 of 30, 20, 20, 20, 10 is 90 of 100, and the ten lost are all in the first.
  test('adds up, and says where points were lost', () => {
    const result = addUp(rubric, marks(20, 20, 20, 20, 10));
    expect(result).toMatchObject({ total: 90, outOf: 100, complete: true });
    expect(result.byCriterion.map(({ lost }) => lost)).toEqual([10, 0, 0, 0, 0]);
  });

  test('that is not marked to the end is not complete', () => {
    expect(addUp(rubric, marks(30, null))).toMatchObject({ total: 30, complete: false });
  });

  test('leaves out marks for criteria that it does not have', () => {
    expect(addUp(rubric, [{ criterionId: 'other', points: 50, comment: '' }]).total).toBe(0);
  });

  test('won and lost always make the whole', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 20 }), { minLength: 5, maxLength: 5 }), (halves) => {
        const points = halves.map((half, i) => Math.min(half / 2, rubric[i]?.points ?? 0));
        const result = addUp(rubric, marks(...points));
        const lost = result.byCriterion.reduce((sum, one) => sum + (one.lost ?? 0), 0);
        expect(result.total + lost).toBe(result.outOf);
      }),
    );
  });

  test.each([
    [-0.5, 'below-zero'],
    [Number.NaN, 'below-zero'],
    [30.5, 'above-most'],
    [12.25, 'not-half'],
    [0, null],
    [29.5, null],
    [30, null],
  ])('%d points of 30: %s', (points, problem) => {
    expect(pointsProblem(rubric[0] as Criterion, points)).toBe(problem);
  });
});
