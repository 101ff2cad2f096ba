import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { type Hanging, layString, STRING_SIZES, stringSpan } from './string-layout';

const zone = 'Europe/Lisbon';
const now = Temporal.ZonedDateTime.from(`2026-03-27T10:42[${zone}]`).epochMilliseconds;
const HOUR = 3_600_000;
const span = { before: 2, after: 12 };
const hanging = (id: string, hours: number, minutes = 15, title = 'Knots for a bridle'): Hanging => ({
  id,
  dueAt: now + hours * HOUR,
  minutes,
  title,
  open: true,
});

describe('the String', () => {
  test('a thread is as long as the work takes: 15 minutes are 30 px', () => {
    const { kites } = layString([hanging('a', 5), hanging('b', 60, 45)], now, zone, span);
    expect(kites.map(({ thread }) => thread)).toEqual([30, 90]);
  });

  test('a day of 23 hours is as wide as any other, and noon of the next day keeps its place', () => {
    const { days } = layString([], now, zone, span);
    expect(days).toHaveLength(15);
    expect(days.map(({ x }) => x)).toEqual(days.map((_, i) => i * STRING_SIZES.day));
    const lengths = days.slice(1).map(({ at }, i) => at - (days[i]?.at ?? 0));
    expect(lengths).toContain(23 * HOUR);
    expect(days.filter(({ today }) => today)).toHaveLength(1);
  });

  test('the line sags under the work of a day, and no day is heavier than what is still open', () => {
    const load = [hanging('a', 50, 90), hanging('b', 51, 60), { ...hanging('done', 52, 90), open: false }];
    const { days, line } = layString(load, now, zone, span);
    const heavy = days.findIndex(({ minutes }) => minutes > 0);
    expect(days[heavy]?.minutes).toBe(150);
    const deepest = line.reduce((a, b) => (b.y > a.y ? b : a));
    expect(Math.floor(deepest.x / STRING_SIZES.day)).toBe(heavy);
    expect(deepest.y - STRING_SIZES.top).toBeCloseTo((STRING_SIZES.sag * 150) / STRING_SIZES.heavy, 5);
  });

  test('the days shown reach back to what is overdue, and no further than sixty', () => {
    expect(stringSpan([], now, zone)).toEqual(span);
    expect(stringSpan([hanging('late', -24 * 9), hanging('far', 24 * 400)], now, zone)).toEqual({
      before: 9,
      after: 60,
    });
    expect(stringSpan([{ ...hanging('done', -24 * 30), open: false }], now, zone)).toEqual(span);
  });

  test('what lies outside the days shown is not hung', () => {
    expect(layString([hanging('past', -24 * 9), hanging('far', 24 * 40)], now, zone, span).kites).toEqual([]);
  });

  test('labels never lie over each other, and no kite leaves its due time', () => {
    const { day, labelHeight } = STRING_SIZES;
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            hours: fc.integer({ min: -40, max: 280 }),
            minutes: fc.integer({ min: 1, max: 120 }),
            length: fc.integer({ min: 1, max: 40 }),
          }),
          {
            maxLength: 40,
          },
        ),
        (given) => {
          const items = given.map(({ hours, minutes, length }, i) =>
            hanging(`k${i}`, hours, minutes, 'x'.repeat(length)),
          );
          const layout = layString(items, now, zone, span);
          const alone = new Map(items.map((one) => [one.id, layString([one], now, zone, span).kites[0]?.x]));
          const boxes = layout.kites.map(({ id, x, lineY, thread, side }) => {
            expect(x).toBe(alone.get(id));
            const title = items.find((one) => one.id === id)?.title ?? '';
            const width = 20 + Math.max(6, Math.min(title.length, 26)) * 7.4;
            const top = lineY + thread - 4;
            return {
              left: side === 'after' ? x - 15 : x - width,
              right: side === 'after' ? x + width : x + 15,
              top,
              bottom: top + labelHeight,
            };
          });
          for (const [i, a] of boxes.entries()) {
            expect(a.bottom).toBeLessThanOrEqual(layout.height);
            // No part of another kite's thread that is drawn crosses this label.
            for (const [k, kite] of layout.kites.entries()) {
              if (k === i || kite.x <= a.left || kite.x >= a.right) continue;
              for (const { from, to } of kite.strands) {
                expect(kite.lineY + to <= a.top + 1e-6 || kite.lineY + from >= a.bottom - 1e-6).toBe(true);
              }
            }
            for (const b of boxes.slice(i + 1)) {
              expect(a.left < b.right && a.right > b.left && a.top < b.bottom && a.bottom > b.top).toBe(false);
            }
          }
          expect(layout.width).toBe(15 * day);
        },
      ),
      { numRuns: 60 },
    );
  });
});
