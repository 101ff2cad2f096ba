import * as z from 'zod/mini';
import { PICTURE_ADDRESS } from '../text/picture-address';
import { LONGEST_SIDE, MOST } from './things';

/** What paper of one's own is ruled with. */
export const RULINGS = ['blank', 'lined', 'squared'] as const;
export type Ruling = (typeof RULINGS)[number];

/** How far the lines of paper are apart, in points: 8 mm, and squares of 5 mm (common practice); and their colour. */
export const APART: Readonly<Record<Ruling, number>> = { blank: 0, lined: 22.68, squared: 14.17 };
export const RULED = 'c9d4dd';

const length = z.number().check(z.minimum(0), z.maximum(LONGEST_SIDE));
const name = z.string().check(z.maxLength(200));
const area = { x: length, y: length, w: length, h: length };

/** One sheet: a page of the file that lies beneath, or paper. */
const sheet = z.object({
  id: z.string().check(z.minLength(1), z.maxLength(64)),
  width: z.number().check(z.minimum(20), z.maximum(LONGEST_SIDE)),
  height: z.number().check(z.minimum(20), z.maximum(LONGEST_SIDE)),
  /** Which page of the file it is, from 1; `null` for paper. */
  page: z.nullable(z.int().check(z.minimum(1))),
  ruling: z.enum(RULINGS),
  /** A picture of its own that it is made of: a photographed page. */
  under: z.optional(z.string().check(z.regex(PICTURE_ADDRESS))),
});
export type Sheet = z.output<typeof sheet>;

/** How a box is filled: with words, by being ticked, or with one of several choices. */
export const FILLED_WITH = ['words', 'tick', 'choice'] as const;
export type FilledWith = (typeof FILLED_WITH)[number];

/** A place on a sheet that is to be filled: marked by a teacher, or a field of the PDF itself. */
const box = z.object({
  id: z.string().check(z.minLength(1), z.maxLength(120)),
  sheet: z.string(),
  ...area,
  /** What is asked there, as far as that is said. */
  name,
  takes: z.enum(FILLED_WITH),
  options: z.array(name).check(z.maxLength(200)),
  /** The full name of the field in the PDF; `null` for a box that was marked. */
  field: z.nullable(z.string().check(z.maxLength(400))),
});
export type Box = z.output<typeof box>;

/** What lies beneath: where it is read from, as a picture of a text is, and its media type. */
const file = z.object({
  src: z.string().check(z.regex(PICTURE_ADDRESS)),
  type: z.string().check(z.maxLength(100)),
  name,
});

/** What is written on, as a teacher gives it. */
export const givenSheets = z.object({
  file: z.nullable(file),
  sheets: z.array(sheet).check(z.maxLength(MOST.sheets)),
  boxes: z.array(box).check(z.maxLength(MOST.boxes)),
});
export type GivenSheets = z.output<typeof givenSheets>;

/** A4 in points (ISO 216). */
export const A4 = { width: 595.28, height: 841.89 } as const;

/** A page that was photographed, as a sheet: upright or lying, as it is. */
export const photographed = (id: string, under: string, lies: boolean): Sheet => ({
  id,
  width: lies ? A4.height : A4.width,
  height: lies ? A4.width : A4.height,
  page: null,
  ruling: 'blank',
  under,
});

/** A sheet of paper of one's own. */
export const paper = (id: string, ruling: Ruling): Sheet => ({ id, ...A4, page: null, ruling });
