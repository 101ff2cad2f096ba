import type { Area } from './geometry';

/** Everything that can be put on a sheet; what each is stands in `kinds/thing`. */
export const THING_NAMES = [
  'text',
  'ink',
  'marker',
  'line',
  'arrow',
  'rectangle',
  'tick',
  'cross',
  'formula',
  'picture',
] as const;
export type ThingName = (typeof THING_NAMES)[number];

export const isThingName = (name: unknown): name is ThingName =>
  typeof name === 'string' && (THING_NAMES as readonly string[]).includes(name);

/** Colours of what is written. What a teacher writes has one of its own. */
export const INKS = ['blue', 'black', 'green', 'violet'] as const;
export type InkName = (typeof INKS)[number] | 'brown';

/** The colours on paper, which stays paper at night. */
export const INK_COLOURS: Readonly<Record<InkName, string>> = {
  blue: '1f4db8',
  black: '22282e',
  green: '1c6b45',
  violet: '6d3a9c',
  brown: '8a5200',
};

export const isInk = (name: unknown): name is InkName => typeof name === 'string' && Object.hasOwn(INK_COLOURS, name);

/**
 * Something that was written or drawn on a sheet. All lengths are in points, from the upper left corner of the sheet. What a kind
 * has no use for is empty.
 */
export interface Thing extends Area {
  readonly id: string;
  readonly is: ThingName;
  readonly sheet: string;
  readonly ink: InkName;
  /** How thick its lines are, or how tall its letters. */
  readonly size: number;
  /** What is written; a formula as TeX; of a picture the words that stand for it. */
  readonly words: string;
  /** The places of a pen, from the thing's corner, as `packed` has them. */
  readonly points: readonly number[];
  /** The address of a picture. */
  readonly src: string;
  /** The order in which they were put there: what comes later lies above. */
  readonly at: number;
}

/** So much there may be on the sheets of one document. */
export const MOST = { things: 5000, numbers: 1_500_000, letters: 600_000, sheets: 100, boxes: 500 } as const;
/** No side of a sheet is longer: two metres, in points. */
export const LONGEST_SIDE = 5670;
