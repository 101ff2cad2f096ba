import * as Y from 'yjs';
import * as z from 'zod/mini';
import type { PagesContent } from '../kinds/document/pages';
import { thingKind } from '../kinds/thing';
import { type GivenSheets, givenSheets, paper, photographed, RULINGS, type Ruling, type Sheet } from '../pages/given';
import { type InkName, isInk, isThingName, LONGEST_SIDE, MOST, type Thing, type ThingName } from '../pages/things';
import { PICTURE_ADDRESS } from '../text/picture-address';
import { wellFormed } from '../text/well-formed';
import { canonicalJson } from './fingerprint';

/**
 * How sheets lie in their `Y.Doc`, so that two devices that write at once both keep what they wrote:
 *
 * - `given`: what the teacher gave, under one key: nobody changes it but a later version of it
 * - `paper`: sheets that the student added, a name each: paper, or a page that was photographed
 * - `filled`: boxes that are ticked or chosen in; words of a box are a text of their own under its id
 * - `things`: a map each, from an id to a map with what it is; its words are a text in it
 */
const GIVEN = 'given';
const PAPER = 'paper';
const FILLED = 'filled';
const THINGS = 'things';
/** What the name of a text begins with. */
const BOX_TEXT = 'box ';

export const givenMap = (ydoc: Y.Doc): Y.Map<unknown> => ydoc.getMap(GIVEN);
export const paperMap = (ydoc: Y.Doc): Y.Map<unknown> => ydoc.getMap(PAPER);
export const filledMap = (ydoc: Y.Doc): Y.Map<unknown> => ydoc.getMap(FILLED);
export const thingsMap = (ydoc: Y.Doc): Y.Map<Y.Map<unknown>> => ydoc.getMap(THINGS);
/** The words of a box. */
export const boxText = (ydoc: Y.Doc, box: string): Y.Text => ydoc.getText(`${BOX_TEXT}${box}`);
/** The words of a thing; `null` for one that is gone. */
export function thingText(ydoc: Y.Doc, thing: string): Y.Text | null {
  const map = thingsMap(ydoc).get(thing);
  const words = map instanceof Y.Map ? map.get('words') : null;
  return words instanceof Y.Text ? words : null;
}

/** What the teacher gave. */
export function givenIn(ydoc: Y.Doc): GivenSheets {
  const read = z.safeParse(givenSheets, givenMap(ydoc).get('sheets'));
  return read.success ? read.data : { file: null, sheets: [], boxes: [] };
}

/** Is there anything to be written on: what a teacher gave, or a sheet that was added? */
export const hasSheets = (ydoc: Y.Doc): boolean => paperMap(ydoc).size > 0 || givenIn(ydoc).sheets.length > 0;

const added = z.object({
  ruling: z.enum(RULINGS),
  at: z.number(),
  under: z.optional(z.string().check(z.regex(PICTURE_ADDRESS))),
  lies: z.optional(z.boolean()),
});

/** The sheets that the student added, in the order in which that was done. */
export const addedSheets = (ydoc: Y.Doc): readonly Sheet[] =>
  [...paperMap(ydoc)]
    .flatMap(([id, value]) => {
      const read = z.safeParse(added, value);
      return read.success ? [{ id: wellFormed(id).slice(0, 64), ...read.data }] : [];
    })
    .sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))
    .slice(0, MOST.sheets)
    .map(({ id, ruling, under, lies }) => (under ? photographed(id, under, lies ?? false) : paper(id, ruling)));

const number = (value: unknown, least: number, most: number, otherwise: number): number =>
  typeof value === 'number' && Number.isFinite(value) ? Math.min(most, Math.max(least, value)) : otherwise;

const words = (value: unknown): string =>
  value instanceof Y.Text ? wellFormed(value.toString()) : typeof value === 'string' ? wellFormed(value) : '';

/** One thing as it is stored; `null` for what is none. */
export function readThing(id: string, map: unknown): Thing | null {
  if (!(map instanceof Y.Map)) return null;
  const is = map.get('is');
  if (!isThingName(is)) return null;
  const { initial } = thingKind(is);
  const ink = map.get('ink');
  const points = map.get('points');
  const src = map.get('src');
  const side = (name: string, otherwise: number) => number(map.get(name), -LONGEST_SIDE, LONGEST_SIDE, otherwise);
  return {
    id: wellFormed(id),
    is,
    sheet: words(map.get('sheet')),
    x: side('x', 0),
    y: side('y', 0),
    w: side('w', initial.w),
    h: side('h', initial.h),
    ink: isInk(ink) ? ink : 'blue',
    size: number(map.get('size'), 0.2, 200, initial.size),
    words: words(map.get('words')),
    points: Array.isArray(points) ? points.map((n) => number(n, -1e6, 1e6, 0)) : [],
    // Pictures are those that were given to the school, and no others.
    src: typeof src === 'string' && PICTURE_ADDRESS.test(src) ? src : '',
    at: number(map.get('at'), 0, Number.MAX_SAFE_INTEGER, 0),
  };
}

/** What lies beneath first. */
export const inOrder = (a: Thing, b: Thing): number => a.at - b.at || (a.id < b.id ? -1 : 1);

/** Everything that was put on the sheets, what lies beneath first. */
export const thingsIn = (ydoc: Y.Doc): readonly Thing[] =>
  [...thingsMap(ydoc)].flatMap(([id, map]) => readThing(id, map) ?? []).sort(inOrder);

/** What stands in the boxes. */
export function filledIn(ydoc: Y.Doc, { boxes }: GivenSheets): Readonly<Record<string, string>> {
  const filled: Record<string, string> = {};
  for (const { id, takes } of boxes) {
    const said = takes === 'words' ? boxText(ydoc, id).toString() : filledMap(ydoc).get(id);
    if (typeof said === 'string' && said !== '') filled[id] = wellFormed(said);
  }
  return filled;
}

/** Sheets with everything on them. */
export function readPages(ydoc: Y.Doc): PagesContent {
  const given = givenIn(ydoc);
  const sheets = [...given.sheets, ...addedSheets(ydoc)].slice(0, MOST.sheets);
  const known = new Set(sheets.map(({ id }) => id));
  return {
    ...given,
    sheets,
    filled: filledIn(ydoc, given),
    things: thingsIn(ydoc).filter(({ sheet }) => known.has(sheet)),
  };
}

/** Puts a thing on a sheet. */
export function addThing(ydoc: Y.Doc, { id, words: said, points, src, ...thing }: Thing): void {
  const map = new Y.Map<unknown>();
  for (const [name, value] of Object.entries(thing)) map.set(name, value);
  if (points.length > 0) map.set('points', [...points]);
  if (src !== '') map.set('src', src);
  map.set('words', new Y.Text(said));
  thingsMap(ydoc).set(id, map);
}

/** Changes what is plain of a thing: where it is, how large, its ink. */
export function changeThing(
  ydoc: Y.Doc,
  id: string,
  change: Partial<Pick<Thing, 'x' | 'y' | 'w' | 'h' | 'size' | 'sheet' | 'at'>> & { readonly ink?: InkName },
): void {
  const map = thingsMap(ydoc).get(id);
  if (map instanceof Y.Map) for (const [name, value] of Object.entries(change)) map.set(name, value);
}

export const dropThing = (ydoc: Y.Doc, id: string): void => thingsMap(ydoc).delete(id);

/** The sheets that were added are those of then, in their order. */
function bringBackSheets(ydoc: Y.Doc, sheets: readonly Sheet[]): void {
  const given = new Set(givenIn(ydoc).sheets.map(({ id }) => id));
  const then = sheets.filter(({ id }) => !given.has(id));
  const now = addedSheets(ydoc);
  if (JSON.stringify(then) === JSON.stringify(now)) return;
  for (const { id } of now) if (!then.some((sheet) => sheet.id === id)) dropSheet(ydoc, id);
  for (const [i, { id, ruling, under, width, height }] of then.entries())
    paperMap(ydoc).set(id, { ruling, at: i, ...(under ? { under, lies: width > height } : {}) });
}

/** Makes sheets what they were: what came since goes, what went comes back, and every box says what it said. */
export function bringBack(ydoc: Y.Doc, { sheets, things, filled }: PagesContent): void {
  ydoc.transact(() => {
    bringBackSheets(ydoc, sheets);
    const was = new Map(things.map((thing) => [thing.id, thing]));
    for (const now of thingsIn(ydoc)) {
      const then = was.get(now.id);
      if (then && JSON.stringify(then) === JSON.stringify(now)) was.delete(now.id);
      else dropThing(ydoc, now.id);
    }
    for (const thing of was.values()) addThing(ydoc, thing);
    for (const { id, takes } of givenIn(ydoc).boxes) {
      const said = filled[id] ?? '';
      const text = boxText(ydoc, id);
      if (takes === 'words' && text.toString() !== said) {
        text.delete(0, text.length);
        text.insert(0, said);
      } else if (takes !== 'words' && (filledMap(ydoc).get(id) ?? '') !== said) {
        if (said === '') filledMap(ydoc).delete(id);
        else filledMap(ydoc).set(id, said);
      }
    }
  });
}

/** Adds a sheet of paper behind the others. */
export const addPaper = (ydoc: Y.Doc, id: string, ruling: Ruling, at: number): void => {
  paperMap(ydoc).set(id, { ruling, at });
};

/** Adds a page that was photographed as a sheet behind the others, or has it another picture and another place. */
export const addPhotographed = (ydoc: Y.Doc, id: string, under: string, lies: boolean, at: number): void => {
  paperMap(ydoc).set(id, { ruling: 'blank', at, under, lies });
};

/** Takes a sheet that was added away again. */
export const dropSheet = (ydoc: Y.Doc, id: string): void => paperMap(ydoc).delete(id);

/** A thing of a kind as it is at first. */
export const newThing = (
  is: ThingName,
  given: Pick<Thing, 'id' | 'sheet' | 'x' | 'y' | 'ink' | 'at'> & Partial<Thing>,
): Thing => ({ is, ...thingKind(is).initial, words: '', points: [], src: '', ...given });

/**
 * Lets a later version of what was given reach a copy that somebody has begun, without touching what they wrote: boxes and sheets
 * come, go and move, and whatever something was written in stays, though it was taken away. Where the file that lies beneath is
 * another, and something was written on the one before, the copy stays as it is.
 *
 * @param ydoc the copy; it is changed
 * @returns whether anything had to be changed
 */
export function reachPages(ydoc: Y.Doc, { file, sheets, boxes }: GivenSheets): boolean {
  const now = givenIn(ydoc);
  const filled = filledIn(ydoc, now);
  const answered = now.boxes.filter(({ id }) => (filled[id] ?? '') !== '');
  const written = new Set([...answered, ...thingsIn(ydoc)].map(({ sheet }) => sheet));
  const isOther = now.file?.src !== file?.src;
  if (isOther && now.sheets.some(({ id }) => written.has(id))) return false;
  const given = new Set(sheets.map(({ id }) => id));
  const stay = now.sheets.filter(({ id }) => !given.has(id) && written.has(id));
  const all = [...sheets, ...stay];
  const there = new Set(all.map(({ id }) => id));
  const asked = new Set(boxes.map(({ id }) => id));
  const kept = answered.filter(({ id, sheet }) => !asked.has(id) && there.has(sheet));
  const next = JSON.parse(JSON.stringify({ file, sheets: all, boxes: [...boxes, ...kept] }));
  if (canonicalJson(next) === canonicalJson(now)) return false;
  givenMap(ydoc).set('sheets', next);
  return true;
}

/** The first update of sheets that are written on. */
export function firstPages({ filled, things, ...given }: PagesContent): Uint8Array {
  const ydoc = new Y.Doc();
  const { file, sheets, boxes } = given;
  givenMap(ydoc).set('sheets', JSON.parse(JSON.stringify({ file, sheets, boxes })));
  for (const { id, takes } of boxes) {
    const said = filled[id];
    if (said === undefined) continue;
    if (takes === 'words') boxText(ydoc, id).insert(0, said);
    else filledMap(ydoc).set(id, said);
  }
  for (const thing of things) addThing(ydoc, thing);
  const update = Y.encodeStateAsUpdate(ydoc);
  ydoc.destroy();
  return update;
}
