import { generateKeyBetween } from 'fractional-indexing';
import * as Y from 'yjs';
import * as z from 'zod/mini';
import { LOOKS, type Look } from '../press/cleaned';
import { FAULTS } from '../press/faults';
import { PICTURE_ADDRESS } from '../text/picture-address';
import { wellFormed } from '../text/well-formed';
import { addPhotographed, dropSheet, paperMap } from './pages-document';

/**
 * How photographs of pages lie in the `Y.Doc` of sheets, beside what becomes of them, so that a telephone can take them while a laptop
 * puts them in order: a map each, from an id to a map with what is known of it. They go along with nothing: what is handed in is the
 * sheets that they were made into.
 */
const PHOTOGRAPHS = 'photographs';
const PRESS = 'press';

/** At most so many of one document. */
export const MOST_PHOTOGRAPHS = 60;

const share = z.number().check(z.minimum(-1), z.maximum(2));
const photograph = z.object({
  /** Where the school keeps it, and its size in pixels. */
  src: z.string().check(z.regex(PICTURE_ADDRESS)),
  width: z.number().check(z.minimum(1)),
  height: z.number().check(z.minimum(1)),
  /** Where the page lies on it: x and y of each corner, clockwise from its upper left, as shares of its sides. */
  corners: z.array(share).check(z.length(8)),
  /** Of each corner: it is seen that it is there, or a student has put it there. */
  sure: z.array(z.boolean()).check(z.length(4)),
  faults: z.array(z.enum(FAULTS)),
  /** Quarter turns to the right. */
  turn: z.int().check(z.minimum(0), z.maximum(3)),
  /** It does not become a sheet. */
  out: z.boolean(),
  order: z.string().check(z.maxLength(200)),
});
type Told = z.output<typeof photograph>;

/** A photograph that is kept. */
export interface Photograph extends Told {
  readonly id: string;
}

export const photographsMap = (ydoc: Y.Doc): Y.Map<Y.Map<unknown>> => ydoc.getMap(PHOTOGRAPHS);
export const pressMap = (ydoc: Y.Doc): Y.Map<unknown> => ydoc.getMap(PRESS);

/** Every photograph, in the order of the pages. */
export const photographsIn = (ydoc: Y.Doc): readonly Photograph[] =>
  [...photographsMap(ydoc)]
    .flatMap(([id, map]) => {
      const read = z.safeParse(photograph, map instanceof Y.Map ? map.toJSON() : map);
      return read.success ? [{ id: wellFormed(id).slice(0, 64), ...read.data }] : [];
    })
    .sort((a, b) => (a.order === b.order ? (a.id < b.id ? -1 : 1) : a.order < b.order ? -1 : 1))
    .slice(0, MOST_PHOTOGRAPHS);

/** Keeps a photograph behind the others. */
export function addPhotograph(ydoc: Y.Doc, id: string, told: Omit<Told, 'turn' | 'out' | 'order'>): void {
  const last = photographsIn(ydoc).at(-1)?.order ?? null;
  const map = new Y.Map<unknown>();
  for (const [name, value] of Object.entries({ ...told, turn: 0, out: false, order: generateKeyBetween(last, null) }))
    map.set(name, value);
  photographsMap(ydoc).set(id, map);
}

/** Changes what is said of a photograph. */
export function changePhotograph(ydoc: Y.Doc, id: string, change: Partial<Told>): void {
  const map = photographsMap(ydoc).get(id);
  if (map instanceof Y.Map)
    ydoc.transact(() => {
      for (const [name, value] of Object.entries(change)) map.set(name, value);
    });
}

export const dropPhotograph = (ydoc: Y.Doc, id: string): void => photographsMap(ydoc).delete(id);

/** Puts a photograph at another place in the order, from 0. */
export function movePhotograph(ydoc: Y.Doc, id: string, to: number): void {
  const others = photographsIn(ydoc).filter((one) => one.id !== id);
  const [before, after] = [others[to - 1]?.order ?? null, others[to]?.order ?? null];
  // Two that were added at once may have one key: then there is nothing between them, and it goes behind both.
  const order =
    before !== null && after !== null && before >= after
      ? generateKeyBetween(before, null)
      : generateKeyBetween(before, after);
  changePhotograph(ydoc, id, { order });
}

/** How all pages are to look. */
export const lookIn = (ydoc: Y.Doc): Look => {
  const look = pressMap(ydoc).get('look');
  return LOOKS.find((one) => one === look) ?? 'ink';
};
export const chooseLook = (ydoc: Y.Doc, look: Look): void => void pressMap(ydoc).set('look', look);

/** What a sheet was pressed from: where this is the same, so is the sheet. */
export const pressedFrom = ({ src, corners, turn }: Photograph, look: Look): string =>
  JSON.stringify([src, corners.map((n) => Math.round(n * 1e5)), turn, look]);

/** A page that was pressed and is kept by the school. */
export interface PressedSheet {
  readonly id: string;
  readonly src: string;
  /** It is broader than it is high. */
  readonly lies: boolean;
  readonly from: string;
}

/** From what the sheet of a photograph was pressed; `null` where it is none yet. */
export const sheetFrom = (ydoc: Y.Doc, id: string): string | null => {
  const from = pressMap(ydoc).get(`sheet ${id}`);
  return typeof from === 'string' && paperMap(ydoc).has(id) ? from : null;
};

/**
 * Makes photographs the sheets of the document, in their order: pages that were pressed anew get their new picture and keep what was
 * written on them, those that are left out go.
 */
export function putTogether(ydoc: Y.Doc, pressed: readonly PressedSheet[], now: number): void {
  ydoc.transact(() => {
    const fresh = new Map(pressed.map((sheet) => [sheet.id, sheet]));
    const all = photographsIn(ydoc);
    all.forEach(({ id, out }, i) => {
      const sheet = fresh.get(id);
      const before = paperMap(ydoc).get(id) as { readonly under?: string; readonly lies?: boolean } | undefined;
      if (out) dropSheet(ydoc, id);
      else if (sheet) {
        addPhotographed(ydoc, id, sheet.src, sheet.lies, now + i);
        pressMap(ydoc).set(`sheet ${id}`, sheet.from);
      } else if (before?.under) addPhotographed(ydoc, id, before.under, before.lies ?? false, now + i);
    });
    // A sheet whose photograph was taken away goes with it.
    const known = new Set(all.map(({ id }) => id));
    for (const [key] of pressMap(ydoc)) {
      if (!key.startsWith('sheet ')) continue;
      const id = key.slice('sheet '.length);
      if (known.has(id)) continue;
      dropSheet(ydoc, id);
      pressMap(ydoc).delete(key);
    }
  });
}
