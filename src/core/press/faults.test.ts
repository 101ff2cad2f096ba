import { evened } from './cleaned';
import { faultsOf } from './faults';
import type { Corners, Pixels } from './pixels';
import type { Planes } from './straightened';

const [WIDTH, HEIGHT] = [400, 300];
const CORNERS: Corners = [
  { x: 10, y: 10 },
  { x: 390, y: 10 },
  { x: 390, y: 290 },
  { x: 10, y: 290 },
];
const PHOTOGRAPH: Pixels = { width: WIDTH, height: HEIGHT, data: new Uint8ClampedArray(0) };

/** Lines of writing on paper: as bright as is said, their edges as soft as is said, in pixels. */
function page({ paper = 220, ink = 40, soft = 1, written = true } = {}): Planes {
  const plane = new Uint8ClampedArray(WIDTH * HEIGHT).fill(paper);
  for (let y = 0; written && y < HEIGHT; y += 1)
    for (let x = 40; x < 360; x += 1) {
      // Strokes six pixels wide, every fifty.
      const from = Math.abs((y % 50) - 25) - 3;
      const share = Math.max(0, Math.min(1, 0.5 - from / soft));
      plane[y * WIDTH + x] = paper + (ink - paper) * share;
    }
  return { width: WIDTH, height: HEIGHT, planes: [plane] };
}
const faults = (lit: Planes, corners = CORNERS) => faultsOf(PHOTOGRAPH, lit, evened(lit), corners);

test('a page that is lit and sharp has none', () => {
  expect(faults(page())).toEqual([]);
});

test('paper that was hardly lit is dark, grey paper is not', () => {
  expect(faults(page({ paper: 50, ink: 9 }))).toContain('dark');
  expect(faults(page({ paper: 120, ink: 20 }))).not.toContain('dark');
});

test('strokes that are washed out are not sharp; pencil that is faint is not judged by', () => {
  expect(faults(page({ soft: 14 }))).toEqual(['blurred']);
  expect(faults(page({ ink: 190, soft: 14 }))).toEqual([]);
});

test('an empty page is neither', () => {
  expect(faults(page({ written: false }))).toEqual([]);
});

test.each([
  [0, { x: -20, y: 10 }],
  [1, { x: 420, y: 10 }],
  [2, { x: 390, y: 320 }],
  [3, { x: 10, y: 302 }],
] as const)('corner %i outside of the photograph is cut off', (i, corner) => {
  const corners = CORNERS.map((one, n) => (n === i ? corner : one)) as unknown as Corners;
  expect(faults(page(), corners)).toEqual(['cut-off']);
});

test('a corner on the rim is not cut off', () => {
  const corners: Corners = [
    { x: -1, y: -1 },
    { x: 401, y: 0 },
    { x: 400, y: 301 },
    { x: 0, y: 300 },
  ];
  expect(faults(page(), corners)).toEqual([]);
});

test('of three planes one is judged by: what is dark in all is dark', () => {
  const [plane] = page({ paper: 40, ink: 5 }).planes as [Uint8ClampedArray];
  expect(faults({ width: WIDTH, height: HEIGHT, planes: [plane, plane, plane] })).toContain('dark');
});
