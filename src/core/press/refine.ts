import type { Point } from '../pages/geometry';
import { type Line, meeting } from './lines';
import { type Corners, luma, type Pixels } from './pixels';

/** Corners as they were drawn to the edges that are there. */
export interface Fit {
  readonly corners: Corners;
  readonly sure: readonly [boolean, boolean, boolean, boolean];
}

/** At how many places along a side its edge is looked for. */
const PLACES = 72;
/** How much of a side has to be edge, and how much of its end near a corner, for the corner to be sure. */
const SIDE = 0.55;
const END = 0.5;
/** What of a side is near its corner. */
const NEAR = 1 / 12;
/** How far from its line an edge may lie, as a share of the picture's diagonal. */
const OFF = 0.0009;
/** A corner is moved by no more than this share of the diagonal. */
const FARTHEST = 0.03;

interface Edge extends Point {
  /** Along the side, 0 to 1. */
  readonly share: number;
  readonly steep: number;
}

/** Brightness a step along a line; what lies outside is `NaN`. */
function profile(
  { width, height, data }: Pixels,
  x: number,
  y: number,
  dx: number,
  dy: number,
  reach: number,
): Float32Array {
  const out = new Float32Array(2 * reach + 1);
  for (let n = -reach; n <= reach; n += 1) {
    const [px, py] = [Math.round(x + dx * n), Math.round(y + dy * n)];
    out[n + reach] = px < 0 || py < 0 || px >= width || py >= height ? Number.NaN : luma(data, (py * width + px) * 4);
  }
  return out;
}

/** Where brightness grows most along a line, in steps from its middle, and by how much; `null` where it hardly does. */
function steepest(values: Float32Array, blur: number): { readonly off: number; readonly steep: number } | null {
  const rise = (i: number) => {
    let sum = 0;
    for (let n = 1; n <= blur; n += 1) sum += (values[i + n] as number) - (values[i - n] as number);
    return sum / blur;
  };
  let [where, most] = [-1, 0];
  for (let i = blur; i < values.length - blur; i += 1) {
    const here = rise(i);
    if (here > most) [where, most] = [i, here];
  }
  if (where < 0 || most < 8) return null;
  const [before, after] = [
    where > blur ? rise(where - 1) : most,
    where < values.length - blur - 1 ? rise(where + 1) : most,
  ];
  const bend = before - 2 * most + after;
  const shift = bend < 0 ? Math.max(-0.5, Math.min(0.5, (before - after) / (2 * bend))) : 0;
  return { off: where + shift - (values.length - 1) / 2, steep: most };
}

/** The edges along a side, as far as there are any. */
function edgesAlong(picture: Pixels, from: Point, to: Point, reach: number): readonly Edge[] {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  // Into the page, where corners go round clockwise.
  const [nx, ny] = [-(to.y - from.y) / length, (to.x - from.x) / length];
  const blur = Math.max(2, Math.round(reach / 9));
  const found: Edge[] = [];
  for (let i = 0; i < PLACES; i += 1) {
    const share = (i + 0.5) / PLACES;
    const [x, y] = [from.x + (to.x - from.x) * share, from.y + (to.y - from.y) * share];
    const edge = steepest(profile(picture, x, y, nx, ny, reach), blur);
    if (edge) found.push({ x: x + nx * edge.off, y: y + ny * edge.off, share, steep: edge.steep });
  }
  return found;
}

const distance = ({ cos, sin, rho }: Line, { x, y }: Point): number => Math.abs(cos * x + sin * y - rho);

/** The line along which most edges lie, and those (as by Fischler and Bolles, over pairs that are far apart, without chance). */
function straight(all: readonly Edge[], off: number): { readonly line: Line; readonly on: readonly Edge[] } | null {
  let on: readonly Edge[] = [];
  for (let i = 0; i < all.length; i += 2)
    for (let j = i + 6; j < all.length; j += 3) {
      const [a, b] = [all[i] as Edge, all[j] as Edge];
      const length = Math.hypot(b.x - a.x, b.y - a.y);
      if (length < 1) continue;
      const line = { cos: -(b.y - a.y) / length, sin: (b.x - a.x) / length, rho: 0, votes: 1 };
      const rho = line.cos * a.x + line.sin * a.y;
      const these = all.filter((edge) => distance({ ...line, rho }, edge) < off);
      if (these.length > on.length) on = these;
    }
  return on.length < 6 ? null : { line: leastSquares(on), on };
}

/** The line with the smallest sum of squared distances. */
function leastSquares(points: readonly Point[]): Line {
  const n = points.length;
  const [mx, my] = [points.reduce((s, p) => s + p.x, 0) / n, points.reduce((s, p) => s + p.y, 0) / n];
  let [xx, xy, yy] = [0, 0, 0];
  for (const { x, y } of points) {
    xx += (x - mx) ** 2;
    xy += (x - mx) * (y - my);
    yy += (y - my) ** 2;
  }
  const turn = 0.5 * Math.atan2(2 * xy, xx - yy) + Math.PI / 2;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return { cos, sin, rho: cos * mx + sin * my, votes: 1 };
}

const share = (on: readonly Edge[], from: number, to: number): number =>
  on.filter((edge) => edge.share >= from && edge.share < to).length / ((to - from) * PLACES);

interface Side {
  readonly line: Line;
  readonly whole: number;
  readonly start: number;
  readonly end: number;
}

function side(picture: Pixels, from: Point, to: Point, reach: number, off: number): Side {
  const fit = straight(edgesAlong(picture, from, to, reach), off);
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const [cos, sin] = [-(to.y - from.y) / length, (to.x - from.x) / length];
  if (!fit) return { line: { cos, sin, rho: cos * from.x + sin * from.y, votes: 0 }, whole: 0, start: 0, end: 0 };
  return {
    line: fit.line,
    whole: share(fit.on, 0, 1),
    start: share(fit.on, 0, NEAR),
    end: share(fit.on, 1 - NEAR, 1.0001),
  };
}

const inside = ({ width, height }: Pixels, { x, y }: Point): boolean => x >= 0 && y >= 0 && x < width && y < height;

/**
 * Draws corners to the edges of the page at the full size of a photograph: twice, the second time nearer.
 *
 * @param by how much smaller the picture was in which they were found
 */
export function refined(picture: Pixels, corners: Corners, by: number): Fit {
  const diagonal = Math.hypot(picture.width, picture.height);
  let now = corners;
  let sides: readonly Side[] = [];
  for (const [reach, off] of [
    [Math.max(8, 4 * by), Math.max(2, 0.9 * by)],
    [Math.max(6, 2 * by), Math.max(1.2, OFF * diagonal)],
  ] as const) {
    sides = now.map((from, i) => side(picture, from, now[(i + 1) % 4] as Point, reach, off));
    now = now.map((was, i) => {
      const to = meeting((sides[(i + 3) % 4] as Side).line, (sides[i] as Side).line);
      const start = corners[i] as Point;
      return to && Math.hypot(to.x - start.x, to.y - start.y) < FARTHEST * diagonal ? to : was;
    }) as unknown as Corners;
  }
  const sure = now.map((corner, i) => {
    const [before, after] = [sides[(i + 3) % 4] as Side, sides[i] as Side];
    return (
      inside(picture, corner) && before.whole > SIDE && after.whole > SIDE && before.end > END && after.start > END
    );
  });
  return { corners: now, sure: sure as unknown as Fit['sure'] };
}
