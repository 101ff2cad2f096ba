import type { Area, Point } from '../../pages/geometry';
import type { Thing } from '../../pages/things';

/** A shape as it lies on its sheet, and whether its inside or its line is seen. */
export interface Shape {
  /** SVG path data, in points from the corner of the sheet: so nothing that shows it has to move it. */
  readonly path: string;
  readonly filled: boolean;
  /** How much of what lies beneath is still seen. */
  readonly clear?: boolean;
}

/** A kind of thing that can be put on a sheet. */
export interface ThingKind {
  /** How it comes there: by a pen, drawn from one place to another, set down with one touch, typed, or chosen. */
  readonly made: 'by-pen' | 'drawn-out' | 'set-down' | 'typed' | 'chosen';
  /** How large it is, and how thick or tall, where that is not drawn. */
  readonly initial: { readonly w: number; readonly h: number; readonly size: number };
  /** Its two sides can be made longer; otherwise it has the size of what is in it. */
  readonly stretches: boolean;
  /** It goes from its corner to another place, and its sides may be negative. */
  readonly directed: boolean;
  /** What is drawn of it; `null` for what is made of letters or pixels. */
  readonly shape: (thing: Thing) => Shape | null;
  /** Is it touched at a place of the sheet, with so many points to spare? */
  readonly touched: (thing: Thing, at: Point, reach: number) => boolean;
}

/** The area that a thing takes on its sheet. */
export const areaOf = ({ x, y, w, h }: Area): Area => ({
  x: Math.min(x, x + w),
  y: Math.min(y, y + h),
  w: Math.abs(w),
  h: Math.abs(h),
});
