import type { Point } from '../pages/geometry';
import type { Corners, Pixels } from './pixels';
import { refined } from './refine';

const [WIDTH, HEIGHT] = [600, 400];
const PAGE: Corners = [
  { x: 60.3, y: 42.8 },
  { x: 533.6, y: 61.2 },
  { x: 548.1, y: 351.7 },
  { x: 41.9, y: 338.4 },
];

/** How far a place lies inside a side, where corners go round clockwise: negative outside. */
function within(corners: Corners, i: number, { x, y }: Point): number {
  const [a, b] = [corners[i] as Point, corners[(i + 1) % 4] as Point];
  return ((b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x)) / Math.hypot(b.x - a.x, b.y - a.y);
}

/** A bright page on something dark, its edges as soft as a lens makes them. `hidden` covers what lies on it. */
function photographed(corners: Corners, hidden: (at: Point) => boolean = () => false): Pixels {
  const data = new Uint8ClampedArray(4 * WIDTH * HEIGHT).fill(255);
  for (let y = 0; y < HEIGHT; y += 1)
    for (let x = 0; x < WIDTH; x += 1) {
      const inside = Math.min(...[0, 1, 2, 3].map((i) => within(corners, i, { x, y })));
      const share = hidden({ x, y }) ? 0.5 : Math.max(0, Math.min(1, 0.5 + inside / 3));
      data.fill(60 + 170 * share, 4 * (y * WIDTH + x), 4 * (y * WIDTH + x) + 3);
    }
  return { width: WIDTH, height: HEIGHT, data };
}

/** Corners found in a smaller picture: a few pixels beside where they are. */
const moved = (by: readonly (readonly [number, number])[]): Corners =>
  PAGE.map(({ x, y }, i) => ({ x: x + (by[i]?.[0] ?? 0), y: y + (by[i]?.[1] ?? 0) })) as unknown as Corners;
const NEAR = moved([
  [4, -3],
  [-3, 4],
  [2, 4],
  [-4, -2],
]);
const off = (found: Corners) => found.map(({ x, y }, i) => Math.hypot(x - PAGE[i]!.x, y - PAGE[i]!.y));

test('corners are drawn to where the edges meet, nearer than a pixel, and are sure', () => {
  const { corners, sure } = refined(photographed(PAGE), NEAR, 4);
  for (const far of off(corners)) expect(far).toBeLessThan(0.6);
  expect(sure).toEqual([true, true, true, true]);
});

test('a corner under a hand is not sure, the others are; the edges that are seen still say where it is', () => {
  const hand = ({ x, y }: Point) => Math.hypot(x - PAGE[2].x, y - PAGE[2].y) < 60;
  const { corners, sure } = refined(photographed(PAGE, hand), NEAR, 4);
  expect(sure).toEqual([true, true, false, true]);
  for (const far of off(corners)) expect(far).toBeLessThan(1.5);
});

test('where no edge is, corners stay where they were said to be and none is sure', () => {
  const blank: Pixels = { width: WIDTH, height: HEIGHT, data: new Uint8ClampedArray(4 * WIDTH * HEIGHT).fill(200) };
  const { corners, sure } = refined(blank, NEAR, 4);
  expect(sure).toEqual([false, false, false, false]);
  for (const [i, { x, y }] of corners.entries()) {
    expect(x).toBeCloseTo(NEAR[i]?.x ?? 0, 3);
    expect(y).toBeCloseTo(NEAR[i]?.y ?? 0, 3);
  }
});

test('a page that reaches beyond the photograph has no sure corner there', () => {
  const beyond: Corners = [{ x: -80, y: 42.8 }, PAGE[1], PAGE[2], { x: -90, y: 338.4 }];
  const { sure } = refined(photographed(beyond), beyond, 4);
  expect([sure[0], sure[3]]).toEqual([false, false]);
  expect([sure[1], sure[2]]).toEqual([true, true]);
});

test('a corner is not drawn to an edge far from where it was said to be', () => {
  const far = moved([[70, 60]]);
  const { corners } = refined(photographed(PAGE), far, 4);
  expect(Math.hypot(corners[0].x - far[0].x, corners[0].y - far[0].y)).toBeLessThan(0.03 * Math.hypot(WIDTH, HEIGHT));
});
