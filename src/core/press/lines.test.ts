import fc from 'fast-check';
import { beyond, edges, type Line, meeting } from './lines';
import type { Grey } from './pixels';

const SIDE = 120;
const turned = (degrees: number, rho: number): Line => {
  const turn = (degrees * Math.PI) / 180;
  return { cos: Math.cos(turn), sin: Math.sin(turn), rho, votes: 1 };
};

/** A picture that is bright on one side of a line, its edge two pixels soft. */
function halved(line: Line, [dark, bright] = [40, 200]): Grey {
  const data = new Float32Array(SIDE * SIDE);
  for (let y = 0; y < SIDE; y += 1)
    for (let x = 0; x < SIDE; x += 1) {
      const share = Math.max(0, Math.min(1, 0.5 + beyond(line, { x, y }) / 2));
      data[y * SIDE + x] = dark + (bright - dark) * share;
    }
  return { width: SIDE, height: SIDE, data };
}

/** The line through the middle of the picture at an angle. */
const through = (degrees: number): Line => {
  const { cos, sin } = turned(degrees, 0);
  return turned(degrees, (cos + sin) * (SIDE / 2));
};

test.each([0, 24, 62, 90, 138, 180, 226, 300])('an edge at %d° is the strongest, with its bright side', (degrees) => {
  const line = through(degrees);
  const [first] = edges(halved(line), 4);
  if (!first) throw new Error('no edge was found');
  // Two degrees and a pixel are as fine as it looks.
  expect(first.cos * line.cos + first.sin * line.sin).toBeGreaterThan(Math.cos((3 * Math.PI) / 180));
  expect(Math.abs(first.rho - line.rho)).toBeLessThan(4);
  expect(first.votes).toBeGreaterThan(0);
});

test('a faint edge counts as one, a glaring one for no more than it is long', () => {
  const line = through(90);
  const votes = (tones: [number, number]) => edges(halved(line, tones), 1)[0]?.votes ?? 0;
  expect(votes([100, 120])).toBeGreaterThan(0);
  expect(votes([0, 255])).toBeLessThan(8 * votes([100, 140]));
  expect(edges(halved(line, [100, 104]), 4)).toEqual([]);
});

test('an even picture has none', () => {
  expect(edges({ width: SIDE, height: SIDE, data: new Float32Array(SIDE * SIDE).fill(90) }, 4)).toEqual([]);
});

test('a square has its four sides, each bright within', () => {
  const data = new Float32Array(SIDE * SIDE).fill(30);
  for (let y = 30; y < 90; y += 1) data.fill(210, y * SIDE + 20, y * SIDE + 100);
  const found = edges({ width: SIDE, height: SIDE, data }, 4);
  expect(found).toHaveLength(4);
  for (const line of found) expect(beyond(line, { x: 60, y: 60 })).toBeGreaterThan(20);
});

test('where two lines meet lies on both; two that hardly do meet nowhere', () => {
  const degrees = fc.integer({ min: 0, max: 359 });
  const rho = fc.integer({ min: -500, max: 500 });
  fc.assert(
    fc.property(degrees, degrees, rho, rho, (a, b, ra, rb) => {
      const [one, other] = [turned(a, ra), turned(b, rb)];
      const at = meeting(one, other);
      const between = Math.abs(Math.sin(((a - b) * Math.PI) / 180));
      expect(at !== null).toBe(between >= 0.3);
      if (!at) return;
      expect(beyond(one, at)).toBeCloseTo(0, 6);
      expect(beyond(other, at)).toBeCloseTo(0, 6);
    }),
  );
});
