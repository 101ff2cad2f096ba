import fc from 'fast-check';
import { evened, inkBelow, looked } from './cleaned';
import type { Planes } from './straightened';

const [WIDTH, HEIGHT] = [320, 200];

/** A page of one plane, as bright at each place as it is said to be. */
function page(of: (x: number, y: number) => number): Planes {
  const plane = new Uint8ClampedArray(WIDTH * HEIGHT);
  for (let y = 0; y < HEIGHT; y += 1) for (let x = 0; x < WIDTH; x += 1) plane[y * WIDTH + x] = of(x, y);
  return { width: WIDTH, height: HEIGHT, planes: [plane] };
}

/** How bright a page is at a place. */
const at = ({ width, planes: [plane] }: Planes, x: number, y: number): number => plane?.[y * width + x] ?? Number.NaN;

/** Paper whose light falls off to the right, with a stroke three pixels wide across it. */
const light = (x: number) => 230 - (x / WIDTH) * 110;
const stroke = (y: number) => y >= 100 && y < 103;

describe('paper is made even', () => {
  test('light that falls off goes, and a stroke is as dark a share of its paper as before', () => {
    const even = evened(page((x, y) => light(x) * (stroke(y) ? 0.4 : 1)));
    for (const x of [20, 160, 300]) {
      expect(at(even, x, 50)).toBeGreaterThan(246);
      expect(at(even, x, 101)).toBeGreaterThan(0.4 * 255 - 12);
      expect(at(even, x, 101)).toBeLessThan(0.4 * 255 + 12);
    }
  });

  test('the edge of a shadow leaves no line behind it', () => {
    const even = evened(page((x) => (x < 160 ? 220 : 150)));
    for (let x = 120; x < 200; x += 1) expect(at(even, x, 100)).toBeGreaterThan(170);
    for (const x of [40, 140, 180, 280]) expect(at(even, x, 100)).toBeGreaterThan(240);
  });

  test('a surface that was filled stays dark: it is no shadow', () => {
    const even = evened(page((x, y) => (x > 80 && x < 200 && y > 40 && y < 160 ? 50 : 225)));
    expect(at(even, 140, 100)).toBeLessThan(140);
    expect(at(even, 20, 20)).toBeGreaterThan(246);
  });

  test('each plane for itself: what is blue stays so', () => {
    const blue: Planes = {
      width: WIDTH,
      height: HEIGHT,
      planes: [page(() => 200), page(() => 210), page((_, y) => (stroke(y) ? 190 : 190))].map(
        ({ planes }) => planes[0] as Uint8ClampedArray,
      ),
    };
    const { planes } = evened(blue);
    for (const plane of planes) expect(plane[50 * WIDTH + 50]).toBeGreaterThan(250);
  });

  test('a page smaller than what is looked at at once is made even, too', () => {
    const tiny = evened({ width: 3, height: 2, planes: [new Uint8ClampedArray(6).fill(180)] });
    expect([...(tiny.planes[0] ?? [])]).toEqual(Array(6).fill(255));
  });
});

/** What parts some values best, by the words of Otsu's paper and not as it is reckoned there: the least variance within both sides. */
function parts(values: readonly number[]): number {
  const spread = (side: readonly number[]) => {
    const mean = side.reduce((sum, v) => sum + v, 0) / (side.length || 1);
    return side.reduce((sum, v) => sum + (v - mean) ** 2, 0);
  };
  let [where, least] = [0, Number.POSITIVE_INFINITY];
  for (let v = 1; v < 256; v += 1) {
    const sides = [values.filter((one) => one < v), values.filter((one) => one >= v)] as const;
    if (sides[0].length === 0 || sides[1].length === 0) continue;
    const all = spread(sides[0]) + spread(sides[1]);
    if (all < least - 1e-6) [where, least] = [v, all];
  }
  return where;
}

describe('what is ink', () => {
  // Every other one is looked at.
  const shades = (values: readonly number[]) => Uint8ClampedArray.from(values.flatMap((v) => [v, v]));

  test('is what parts dark from bright best (Otsu 1979), within bounds', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 255 }), { minLength: 2, maxLength: 60 }), (values) => {
        fc.pre(new Set(values).size > 1);
        const bounded = Math.min(200, Math.max(158, parts(values)));
        const found = inkBelow(shades(values));
        // Two thresholds may part them equally well: then nothing lies between them.
        const between = values.filter((v) => v >= Math.min(bounded, found) && v < Math.max(bounded, found));
        expect(between).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  test('faint squares of the paper are none, however many; pencil is', () => {
    expect(inkBelow(shades([...Array(50).fill(215), ...Array(50).fill(250)]))).toBe(200);
    expect(inkBelow(shades([...Array(5).fill(20), ...Array(95).fill(250)]))).toBeGreaterThanOrEqual(158);
    expect(inkBelow(shades(Array(20).fill(255)))).toBe(180);
  });
});

describe('how a page looks', () => {
  const grades = page((x) => Math.min(255, x));

  test('of two tones there are two, and what is bright is not the dark one', () => {
    const { planes } = looked(grades, 'ink');
    expect([...new Set(planes[0])].sort((a, b) => a - b)).toEqual([0, 255]);
    expect([planes[0]?.[0], planes[0]?.[255]]).toEqual([0, 255]);
  });

  test('of shades, none becomes darker than one that was darker, paper is white and ink black', () => {
    const line = [...(looked(grades, 'grey').planes[0]?.subarray(0, 256) ?? [])];
    expect(line).toHaveLength(256);
    for (const [i, v] of line.entries()) expect(v).toBeGreaterThanOrEqual(line[i - 1] ?? 0);
    expect([line[15], line[245]]).toEqual([0, 255]);
  });

  test('colours keep their three planes and their size', () => {
    const three = { ...grades, planes: [0, 1, 2].map(() => grades.planes[0] as Uint8ClampedArray) };
    const { width, height, planes } = looked(three, 'colour');
    expect([width, height, planes.length]).toEqual([WIDTH, HEIGHT, 3]);
  });
});
