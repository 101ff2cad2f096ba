import fc from 'fast-check';
import { distanceToLine, type Point } from './geometry';
import { type PenPoint, packed, simplified, strokePath, unpacked } from './ink';

/** How far the farthest of some places is from a line through others, in points: one half of the Hausdorff distance. */
const farthest = (places: readonly Point[], line: readonly Point[]): number =>
  Math.max(
    ...places.map((at) =>
      Math.min(
        ...(line.length < 2
          ? line.map((one) => Math.hypot(one.x - at.x, one.y - at.y))
          : line.slice(1).map((to, i) => distanceToLine(at, line[i] as Point, to))),
      ),
    ),
  );

/** The corners of a path of straight lines. */
const cornersOf = (path: string): Point[] =>
  [...path.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => ({ x: Number(x), y: Number(y) }));

const place = fc.record({
  x: fc.double({ min: 0, max: 600, noNaN: true }),
  y: fc.double({ min: 0, max: 800, noNaN: true }),
  pressure: fc.constant(0.5),
});

/** A wave such as a hand draws, in small steps. */
const wave: PenPoint[] = Array.from({ length: 200 }, (_, i) => ({
  x: 40 + i,
  y: 300 + 60 * Math.sin(i / 14),
  pressure: 0.5,
}));

test('what is left out of a stroke lies within a quarter of a point of what stays, and its ends stay', () => {
  fc.assert(
    fc.property(fc.array(place, { minLength: 1, maxLength: 60 }), (points) => {
      const kept = simplified(points);
      expect(farthest(points, kept)).toBeLessThanOrEqual(0.2501);
      expect([kept[0], kept.at(-1)]).toEqual([points[0], points.at(-1)]);
    }),
  );
  expect(simplified(wave).length).toBeLessThan(wave.length / 3);
});

test('a stroke that turns back on its own line keeps the place where it turned', () => {
  const back = [0, 50, 100, 50, 20].map((x) => ({ x, y: 10, pressure: 0.5 }));
  expect(simplified(back).map(({ x }) => x)).toEqual([0, 100, 20]);
});

test('a stroke is kept in tenths of a point, and comes back so', () => {
  fc.assert(
    fc.property(fc.array(place, { minLength: 1, maxLength: 40 }), (points) => {
      const corner = { x: Math.min(...points.map(({ x }) => x)), y: Math.min(...points.map(({ y }) => y)) };
      const back = unpacked(packed(points, corner));
      expect(back).toHaveLength(points.length);
      for (const [i, at] of back.entries()) {
        const was = points[i] as PenPoint;
        expect(Math.hypot(at.x + corner.x - was.x, at.y + corner.y - was.y)).toBeLessThanOrEqual(0.0708);
      }
    }),
  );
});

test('what is drawn lies along what the pen did: nowhere farther than half its thickness, and nothing of the way is left out', () => {
  for (const width of [1.2, 1.8, 12]) {
    const outline = cornersOf(strokePath(simplified(wave), width));
    expect(outline.length).toBeGreaterThan(20);
    // Hausdorff distance between the outline and the places of the pen, both ways.
    expect(farthest(outline, wave)).toBeLessThanOrEqual(width / 2 + 0.3);
    expect(farthest(wave, outline)).toBeLessThanOrEqual(width / 2 + 0.3);
  }
});

test('a pen that presses harder draws thicker; a device that tells nothing draws evenly', () => {
  const line = (pressures: readonly number[]) =>
    Array.from({ length: 60 }, (_, i) => ({ x: i * 4, y: 0, pressure: pressures[Math.floor(i / 30)] ?? 0.5 }));
  const height = (points: PenPoint[], from: number, to: number) => {
    const ys = cornersOf(strokePath(points, 6))
      .filter(({ x }) => x > from && x < to)
      .map(({ y }) => y);
    return Math.max(...ys) - Math.min(...ys);
  };
  const pressed = line([0.2, 1]);
  expect(height(pressed, 160, 220)).toBeGreaterThan(height(pressed, 20, 80) * 1.4);
  const even = line([0.5, 0.5]);
  expect(Math.abs(height(even, 160, 220) - height(even, 20, 80))).toBeLessThan(0.3);
});

test('a dot is drawn, and nothing is nothing', () => {
  expect(strokePath([], 2)).toBe('');
  expect(cornersOf(strokePath([{ x: 5, y: 5, pressure: 0.5 }], 4)).length).toBeGreaterThan(3);
});

test('a stroke lies where its corner is', () => {
  const [from, to] = [cornersOf(strokePath(wave, 2)), cornersOf(strokePath(wave, 2, { x: 10, y: 20 }))];
  expect(to).toHaveLength(from.length);
  for (const [i, at] of to.entries()) {
    expect(at.x - (from[i]?.x ?? 0)).toBeCloseTo(10, 1);
    expect(at.y - (from[i]?.y ?? 0)).toBeCloseTo(20, 1);
  }
});
