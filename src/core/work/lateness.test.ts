import fc from 'fast-check';
import { lateLoss, lateness, lateSteps } from './lateness';

const DAY = 86_400_000;

describe('lateness', () => {
  // Common practice: a day counts as soon as it has begun.
  test.each([
    [-1, 0, 0, 0],
    [0, 0, 0, 0],
    [1, 1, 1, 1],
    [3_600_001, 3_600_001, 1, 2],
    [DAY, DAY, 1, 24],
    [DAY + 1, DAY + 1, 2, 25],
    [3 * DAY, 3 * DAY, 3, 72],
  ])(
    'handed in %i ms after the due time: late by %i ms, %i days, %i hours begun',
    (after, lateBy, daysBegun, hours) => {
      expect(lateness(100 * DAY + after, 100 * DAY)).toEqual({ lateBy, daysBegun, hoursBegun: hours });
    },
  );

  test('without a due time nothing is late', () => {
    expect(lateness(5, null)).toEqual({ lateBy: 0, daysBegun: 0, hoursBegun: 0 });
  });
});

describe('what lateness costs', () => {
  const twoADay = { kind: 'loss', points: 2, per: 'day', floor: 10 } as const;
  const late = (days: number) => lateness(days * DAY, 0);

  test.each([
    [20, 0, 0],
    [20, 1, 2],
    [20, 4, 8],
    [20, 9, 10],
    [11, 3, 1],
    [8, 3, 0],
  ])('%i points earned, %i days late: %i lost', (earned, days, lost) => {
    expect(lateLoss(twoADay, late(days), earned)).toBe(lost);
  });

  test('by the hour, every hour that has begun costs', () => {
    const halfAnHour = { kind: 'loss', points: 0.5, per: 'hour', floor: 0 } as const;
    expect(lateLoss(halfAnHour, lateness(90 * 60_000, 0), 20)).toBe(1);
    expect(lateLoss(halfAnHour, lateness(3 * DAY, 0), 20)).toBe(20);
  });

  test('the other two rules cost nothing', () => {
    expect(lateLoss({ kind: 'no-loss' }, late(9), 20)).toBe(0);
    expect(lateLoss({ kind: 'closed' }, late(0), 20)).toBe(0);
  });

  test('the grade never falls below the floor or below zero, and never rises by waiting', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 200 }).map((half) => half / 2),
        fc.integer({ min: 0, max: 10 }),
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 30 }),
        fc.constantFrom('day' as const, 'hour' as const),
        (earned, points, floor, days, per) => {
          const rule = { kind: 'loss', points, per, floor } as const;
          const rest = earned - lateLoss(rule, late(days), earned);
          expect(rest).toBeGreaterThanOrEqual(Math.min(earned, floor));
          expect(rest).toBeLessThanOrEqual(earned);
          expect(earned - lateLoss(rule, late(days + 1), earned)).toBeLessThanOrEqual(rest);
        },
      ),
    );
  });
});

describe('the steps of a loss', () => {
  const due = 100 * 86_400_000;
  const rule = { kind: 'loss', points: 2, per: 'day', floor: 10 } as const;

  test('go down day by day as far as the floor, each as the loss at its moment says', () => {
    const steps = lateSteps(rule, due, 20, null);
    expect(steps.map(({ points }) => points)).toEqual([20, 18, 16, 14, 12, 10]);
    for (const { from, points } of steps) expect(points).toBe(20 - lateLoss(rule, lateness(from, due), 20));
  });

  test('end where nothing is taken any more, and are one where nothing is lost', () => {
    expect(lateSteps(rule, due, 20, due + 86_400_000)).toHaveLength(2);
    expect(lateSteps({ kind: 'no-loss' }, due, 20, null)).toEqual([{ from: due, points: 20 }]);
    expect(lateSteps({ ...rule, per: 'hour', points: 0.001 }, due, 2000, null)).toHaveLength(61);
  });
});
