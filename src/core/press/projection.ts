import type { Point } from '../pages/geometry';
import type { Corners } from './pixels';

/**
 * A projection of the plane, row by row, its last number being 1: (x, y) goes to ((ax + by + c) / w, (dx + ey + f) / w) with
 * w = gx + hy + 1.
 */
export type Projection = readonly [number, number, number, number, number, number, number, number];

/**
 * The projection that takes four places to four others (Heckbert 1989, eight equations solved by elimination).
 *
 * @returns `null` where three of the places lie on a line
 */
export function projection(from: Corners, to: Corners): Projection | null {
  const rows = from.flatMap(({ x, y }, i) => {
    const { x: u, y: v } = to[i] as Point;
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y, u],
      [0, 0, 0, x, y, 1, -v * x, -v * y, v],
    ];
  });
  for (let i = 0; i < 8; i += 1) {
    let best = i;
    for (let j = i + 1; j < 8; j += 1) if (Math.abs(value(rows, j, i)) > Math.abs(value(rows, best, i))) best = j;
    [rows[i], rows[best]] = [rows[best] as number[], rows[i] as number[]];
    const pivot = value(rows, i, i);
    if (Math.abs(pivot) < 1e-12) return null;
    for (let j = 0; j < 8; j += 1) {
      if (j === i) continue;
      const times = value(rows, j, i) / pivot;
      for (let k = i; k < 9; k += 1) (rows[j] as number[])[k] = value(rows, j, k) - times * value(rows, i, k);
    }
  }
  return rows.map((row, i) => (row[8] as number) / (row[i] as number)) as unknown as Projection;
}

const value = (rows: readonly (readonly number[])[], row: number, column: number): number =>
  (rows[row] as readonly number[])[column] as number;

/** Where a projection takes a place. */
export function projected([a, b, c, d, e, f, g, h]: Projection, { x, y }: Point): Point {
  const w = g * x + h * y + 1;
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w };
}

type Vector = readonly [number, number, number];
const cross = ([a, b, c]: Vector, [d, e, f]: Vector): Vector => [b * f - c * e, c * d - a * f, a * e - b * d];
const dot = ([a, b, c]: Vector, [d, e, f]: Vector): number => a * d + b * e + c * f;

/**
 * How wide a page is, as a multiple of its height, from how a camera saw it: taken that its pixels are square and its middle is that
 * of the photograph (Zhang and He, "Whiteboard scanning and image enhancement", 2007, section 3). Where the page was seen straight
 * from above that says nothing, and the sides are simply measured.
 */
export function sideRatio(
  corners: Corners,
  { width, height }: { readonly width: number; readonly height: number },
): number {
  const [m1, m2, m4, m3] = corners.map(({ x, y }): Vector => [x - width / 2, y - height / 2, 1]) as [
    Vector,
    Vector,
    Vector,
    Vector,
  ];
  const k2 = dot(cross(m1, m4), m3) / dot(cross(m2, m4), m3);
  const k3 = dot(cross(m1, m4), m2) / dot(cross(m3, m4), m2);
  const n2: Vector = [k2 * m2[0] - m1[0], k2 * m2[1] - m1[1], k2 - 1];
  const n3: Vector = [k3 * m3[0] - m1[0], k3 * m3[1] - m1[1], k3 - 1];
  const square = -(n2[0] * n3[0] + n2[1] * n3[1]) / (n2[2] * n3[2]);
  const side = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y);
  const [a, b, c, d] = corners;
  const measured = (side(a, b) + side(d, c)) / (side(a, d) + side(b, c));
  // A telephone's focal length is about its picture's longer side: what is far from that was hardly to be told.
  const longer = Math.max(width, height);
  if (!(square > (0.5 * longer) ** 2 && square < (4 * longer) ** 2)) return measured;
  const length = ([x, y, z]: Vector) => Math.sqrt((x * x + y * y) / square + z * z);
  return length(n2) / length(n3);
}
