import type { Point } from '../pages/geometry';
import { beyond, edges, type Line, meeting } from './lines';
import { at, type Corners, type Grey, halved, type Pixels, shrunk, smoothed, withoutStrokes } from './pixels';
import { type Fit, refined } from './refine';

/** A page as it was found in a photograph. */
export interface FoundPage {
  /** In pixels of the photograph; they may lie outside of it. */
  readonly corners: Corners;
  /** Of each corner: it can be seen that it is there. One that is not should be looked at. */
  readonly sure: readonly [boolean, boolean, boolean, boolean];
}

/** Of the longer side of the picture in which the page is looked for, in pixels. */
const SMALL = 520;
const LINES = 36;
/** A page covers at least this much of its photograph. */
const LEAST_AREA = 0.1;
/** Of how many places along each side is asked whether it is an edge there. */
const SAMPLES = 36;
/** The rim of the picture counts like so much of an edge. */
const RIM = 0.3;

/** The rim of a picture as four lines, bright inside. */
const rim = ({ width, height }: Grey): readonly Line[] => [
  { cos: 0, sin: 1, rho: 1, votes: 0 },
  { cos: -1, sin: 0, rho: 2 - width, votes: 0 },
  { cos: 0, sin: -1, rho: 2 - height, votes: 0 },
  { cos: 1, sin: 0, rho: 1, votes: 0 },
];

const dot = (a: Line, b: Line): number => a.cos * b.cos + a.sin * b.sin;
const cross = (a: Line, b: Line): number => a.cos * b.sin - a.sin * b.cos;

/** The area within corners; below 0 where they go round the other way. */
const area = (corners: readonly Point[]): number =>
  corners.reduce((sum, { x, y }, i) => {
    const next = corners[(i + 1) % corners.length] as Point;
    return sum + x * next.y - y * next.x;
  }, 0) / 2;

/** Four lines as a page: clockwise, bright inside, and with corners near the picture. `null` for what is none. */
function asPage(top: Line, right: Line, bottom: Line, left: Line, { width, height }: Grey): Corners | null {
  const corners = [meeting(left, top), meeting(top, right), meeting(right, bottom), meeting(bottom, left)];
  const slack = 0.3;
  for (const corner of corners) {
    if (corner === null) return null;
    if (corner.x < -slack * width || corner.x > (1 + slack) * width) return null;
    if (corner.y < -slack * height || corner.y > (1 + slack) * height) return null;
  }
  const page = corners as unknown as Corners;
  if (area(page) < LEAST_AREA * width * height) return null;
  const middle = { x: page.reduce((sum, { x }) => sum + x, 0) / 4, y: page.reduce((sum, { y }) => sum + y, 0) / 4 };
  return [top, right, bottom, left].every((line) => beyond(line, middle) > 0) ? page : null;
}

/** How much of a side is an edge of something brighter, 0 to 1. What lies outside of the picture is none. */
function support(picture: Grey, line: Line, from: Point, to: Point): number {
  if (line.votes === 0) return RIM;
  let seen = 0;
  for (let i = 0; i < SAMPLES; i += 1) {
    const share = 0.04 + (0.92 * (i + 0.5)) / SAMPLES;
    const [x, y] = [from.x + (to.x - from.x) * share, from.y + (to.y - from.y) * share];
    const side = (off: number) => at(picture, x + line.cos * off, y + line.sin * off);
    const near = side(2) - side(-2);
    const far = Math.min(side(4), side(6)) - Math.max(side(-4), side(-5));
    if (near > 6 && far > 5) seen += 1;
  }
  return seen / SAMPLES;
}

/**
 * How much of what lies within corners is bright as paper is, 0 to 1.
 *
 * @param bright the picture at half its size, without thin strokes
 */
function paperInside(bright: Grey, [a, b, c, d]: Corners): number {
  const seen: number[] = [];
  const n = 9;
  for (let i = 0; i < n; i += 1)
    for (let j = 0; j < n; j += 1) {
      const [u, v] = [(i + 0.5) / n, (j + 0.5) / n];
      const mix = (of: 'x' | 'y') => ((a[of] * (1 - u) + b[of] * u) * (1 - v) + (d[of] * (1 - u) + c[of] * u) * v) / 2;
      const value = at(bright, mix('x'), mix('y'));
      if (!Number.isNaN(value)) seen.push(value);
    }
  if (seen.length < 10) return 0;
  const sorted = seen.toSorted((x, y) => x - y);
  const paper = sorted[Math.floor(sorted.length * 0.9)] as number;
  return seen.filter((value) => value > 0.38 * paper).length / seen.length;
}

interface Candidate {
  readonly corners: Corners;
  readonly score: number;
}

/** The best page that some lines make; `null` where they make none. */
function best(picture: Grey, lines: readonly Line[]): Candidate | null {
  const bright = withoutStrokes(halved(picture), 2);
  const facing: [Line, Line][] = [];
  // Opposite sides look at each other.
  for (const a of lines)
    for (const b of lines) if (dot(a, b) < -0.75 && (a.votes > 0 || b.votes > 0)) facing.push([a, b]);
  const found: Candidate[] = [];
  const known = new Map<string, number>();
  const total = picture.width * picture.height;
  for (const [top, bottom] of facing)
    for (const [left, right] of facing) {
      // Clockwise on the screen: from the left side to the top one is a turn to the right.
      if (cross(left, top) < 0.6 || cross(right, bottom) < 0.6) continue;
      if (Math.abs(top.sin) < Math.abs(left.sin) || top.sin < 0) continue;
      const corners = asPage(top, right, bottom, left, picture);
      if (!corners) continue;
      const sides = [top, right, bottom, left].map((line, i) => {
        const [from, to] = [corners[i] as Point, corners[(i + 1) % 4] as Point];
        const key = `${lines.indexOf(line)} ${Math.round(from.x)} ${Math.round(from.y)} ${Math.round(to.x)} ${Math.round(to.y)}`;
        const value = known.get(key) ?? support(picture, line, from, to);
        known.set(key, value);
        return value;
      });
      const least = Math.min(...sides);
      const mean = sides.reduce((sum, one) => sum + one, 0) / 4;
      if (mean < 0.35) continue;
      const size = Math.sqrt(Math.min(1, area(corners) / total));
      found.push({ corners, score: mean + 0.4 * least + 0.35 * size });
    }
  found.sort((a, b) => b.score - a.score);
  const rated = found
    .slice(0, 60)
    .map(({ corners, score }) => ({ corners, score: score + 0.8 * paperInside(bright, corners) }));
  return rated.sort((a, b) => b.score - a.score)[0] ?? null;
}

const scaled = (corners: Corners, by: number): Corners =>
  corners.map(({ x, y }) => ({ x: (x + 0.5) * by - 0.5, y: (y + 0.5) * by - 0.5 })) as unknown as Corners;

/** Where nothing was found: most of the picture, to be drawn to where the page is. */
function nearlyAll({ width, height }: Pixels): Corners {
  const [x, y] = [width * 0.08, height * 0.08];
  return [
    { x, y },
    { x: width - x, y },
    { x: width - x, y: height - y },
    { x, y: height - y },
  ];
}

/** Turns corners so that the first is the one that is upper left in the photograph. */
function fromUpperLeft(corners: Corners, sure: Fit['sure']): FoundPage {
  const sums = corners.map(({ x, y }) => x + y);
  const first = sums.indexOf(Math.min(...sums));
  const turn = <T>(list: readonly T[]) => list.map((_, i) => list[(i + first) % 4] as T);
  return { corners: turn(corners) as unknown as Corners, sure: turn(sure) as unknown as FoundPage['sure'] };
}

/**
 * Where a page lies in a photograph: the four straight edges, bright inside, that are most of all there and have most paper within
 * them; each drawn to where it is at the full size afterwards. A corner that something lies on, that is outside of the photograph,
 * or at which the sides are hardly to be seen, is not sure.
 *
 * @param photograph in whichever size
 */
export function findPage(photograph: Pixels): FoundPage {
  const by = Math.max(1, Math.ceil(Math.max(photograph.width, photograph.height) / SMALL));
  const small = smoothed(shrunk(photograph, by));
  const page = best(small, [...edges(small, LINES), ...rim(small)]);
  if (!page) return { corners: nearlyAll(photograph), sure: [false, false, false, false] };
  const fit = refined(photograph, scaled(page.corners, by), by);
  return fromUpperLeft(fit.corners, fit.sure);
}
