/** A place on a sheet, in points (1/72 inch) from its upper left corner as it is seen. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** An area of a sheet, in points; neither side is negative. */
export interface Area extends Point {
  readonly w: number;
  readonly h: number;
}

/** The area between two places, whichever of them is first. */
export const between = (a: Point, b: Point): Area => ({
  x: Math.min(a.x, b.x),
  y: Math.min(a.y, b.y),
  w: Math.abs(a.x - b.x),
  h: Math.abs(a.y - b.y),
});

/** Is a place within an area, or no farther from it than so many points? */
export const isWithin = ({ x, y }: Point, area: Area, reach = 0): boolean =>
  x >= area.x - reach && x <= area.x + area.w + reach && y >= area.y - reach && y <= area.y + area.h + reach;

/** How far a place lies from the straight line between two others, in points. */
export function distanceToLine(at: Point, from: Point, to: Point): number {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = dx * dx + dy * dy;
  const along = length === 0 ? 0 : Math.max(0, Math.min(1, ((at.x - from.x) * dx + (at.y - from.y) * dy) / length));
  return Math.hypot(at.x - from.x - along * dx, at.y - from.y - along * dy);
}

/**
 * In reading order: line by line from above, and within a line from the side at which reading begins. A thing is of a line when its
 * middle is above the end of what ends first in it, or when it begins above the middle of that.
 *
 * @param rtl lines begin on the right
 */
export function inReadingOrder<Thing>(things: readonly Thing[], areaOf: (thing: Thing) => Area, rtl = false): Thing[] {
  const placed = things.map((thing) => ({ thing, area: areaOf(thing) })).sort((a, b) => a.area.y - b.area.y);
  const lines: (typeof placed)[] = [];
  let first = { end: Number.NEGATIVE_INFINITY, middle: Number.NEGATIVE_INFINITY };
  for (const one of placed) {
    const line = lines.at(-1);
    const own = { end: one.area.y + one.area.h, middle: one.area.y + one.area.h / 2 };
    const isOfLine = own.middle < first.end || one.area.y < first.middle;
    if (line && isOfLine) line.push(one);
    else lines.push([one]);
    if (!isOfLine || own.end < first.end) first = own;
  }
  const side = rtl ? -1 : 1;
  return lines.flatMap((line) => line.sort((a, b) => side * (a.area.x - b.area.x)).map(({ thing }) => thing));
}
