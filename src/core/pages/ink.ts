import { getStroke } from 'perfect-freehand';
import type { Point } from './geometry';

/** A place of a pen with how hard it was pressed, from 0 to 1; 0.5 where a device cannot tell. */
export interface PenPoint extends Point {
  readonly pressure: number;
}

/** Points are kept in tenths of a point, and pressure in hundredths. */
const FINE = 10;
const PRESSURE = 100;
/** Of a stroke so many places are kept at most. */
export const MOST_POINTS = 5000;
/** What lies nearer than this to the line between its neighbours says nothing, in points. */
const NOTHING_NEW = 0.25;

/**
 * The places of a stroke that say something: those are left out that lie on the line between their neighbours, a line at most
 * a quarter of a point away from every place (Ramer, Douglas and Peucker).
 */
export function simplified(points: readonly PenPoint[], most = NOTHING_NEW): PenPoint[] {
  if (points.length < 3) return [...points];
  const kept = new Uint8Array(points.length);
  kept[0] = kept[points.length - 1] = 1;
  const open: [number, number][] = [[0, points.length - 1]];
  for (let next = open.pop(); next; next = open.pop()) {
    const [first, last] = next;
    const [a, b] = [points[first] as PenPoint, points[last] as PenPoint];
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const length = Math.hypot(dx, dy);
    let [far, at] = [most, -1];
    for (let i = first + 1; i < last; i += 1) {
      const { x, y } = points[i] as PenPoint;
      const off = length === 0 ? Math.hypot(x - a.x, y - a.y) : Math.abs((x - a.x) * dy - (y - a.y) * dx) / length;
      // A stroke that turns back on itself lies on its line, and says something nevertheless.
      const along = length === 0 ? 0 : ((x - a.x) * dx + (y - a.y) * dy) / length;
      const beyond = length === 0 ? 0 : Math.max(-along, along - length, 0);
      const distance = Math.max(off, beyond);
      if (distance > far) [far, at] = [distance, i];
    }
    if (at < 0) continue;
    kept[at] = 1;
    open.push([first, at], [at, last]);
  }
  return points.filter((_, i) => kept[i] === 1);
}

/** A stroke as it is kept: whole numbers, three for a place. */
export const packed = (points: readonly PenPoint[], corner: Point): number[] =>
  points.flatMap(({ x, y, pressure }) => [
    Math.round((x - corner.x) * FINE),
    Math.round((y - corner.y) * FINE),
    Math.round(pressure * PRESSURE),
  ]);

/** The places of a stroke that was kept. */
export function unpacked(points: readonly number[]): PenPoint[] {
  const made: PenPoint[] = [];
  for (let i = 0; i + 2 < points.length; i += 3)
    made.push({
      x: (points[i] as number) / FINE,
      y: (points[i + 1] as number) / FINE,
      pressure: (points[i + 2] as number) / PRESSURE,
    });
  return made;
}

const short = (n: number): string => String(Math.round(n * 100) / 100);

/**
 * The outline of a stroke as an SVG path that is filled: thicker where the pen was pressed.
 *
 * @param width how thick it is in points, pressed as usual
 * @param corner from where the places are counted
 */
export function strokePath(points: readonly PenPoint[], width: number, corner: Point = { x: 0, y: 0 }): string {
  const [first] = points;
  if (!first) return '';
  // A device that tells no pressure tells the same one all the time.
  const tells = points.some(({ pressure }) => pressure !== first.pressure);
  const outline = getStroke(
    points.map(({ x, y, pressure }) => [corner.x + x, corner.y + y, pressure]),
    {
      size: width,
      thinning: tells ? 0.6 : 0,
      smoothing: 0.4,
      streamline: 0,
      simulatePressure: false,
      last: true,
    },
  );
  const [begin, ...rest] = outline;
  if (!begin) return '';
  const line = rest.map(([x = 0, y = 0]) => `L${short(x)} ${short(y)}`).join('');
  return `M${short(begin[0] as number)} ${short(begin[1] as number)}${line}Z`;
}
