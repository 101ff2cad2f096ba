import type { PagesContent } from '../kinds/document/pages';
import type { Box, Sheet } from './given';
import type { Thing } from './things';

/** What stands in a box that says something else than before. */
export interface BoxChange {
  readonly box: Box;
  readonly before: string;
  readonly after: string;
}

/** What is another on one sheet, thing by thing. */
export interface SheetChange {
  readonly sheet: Sheet;
  /** Which sheet it is of those that there are now, from 1; of one that is gone, of those that there were. */
  readonly number: number;
  /** The whole sheet came, or went. */
  readonly whole: 'added' | 'removed' | null;
  readonly boxes: readonly BoxChange[];
  readonly added: readonly Thing[];
  readonly removed: readonly Thing[];
  /** The same thing at another place, or looking or saying something else. */
  readonly changed: readonly { readonly before: Thing; readonly after: Thing }[];
}

/** Do two things look and say the same? The order in which they were put there does not count. */
const isSame = (a: Thing, b: Thing): boolean =>
  a.x === b.x &&
  a.y === b.y &&
  a.w === b.w &&
  a.h === b.h &&
  a.ink === b.ink &&
  a.size === b.size &&
  a.words === b.words &&
  a.src === b.src &&
  a.points.length === b.points.length &&
  a.points.every((n, i) => n === b.points[i]);

const on = (content: PagesContent, sheet: string): ReadonlyMap<string, Thing> =>
  new Map(content.things.flatMap((thing) => (thing.sheet === sheet ? [[thing.id, thing]] : [])));

/**
 * What changed from one state of sheets to another, sheet by sheet; sheets on which nothing did are left out. Things are the same by
 * their ids, which they keep when they are moved.
 */
export function compareSheets(before: PagesContent, after: PagesContent): readonly SheetChange[] {
  const had = new Map(before.sheets.map((sheet, i) => [sheet.id, i + 1]));
  const has = new Map(after.sheets.map((sheet, i) => [sheet.id, i + 1]));
  const all = [...after.sheets, ...before.sheets.filter(({ id }) => !has.has(id))];
  const boxes = [...after.boxes, ...before.boxes.filter(({ id }) => !after.boxes.some((box) => box.id === id))];
  return all.flatMap((sheet): SheetChange[] => {
    const [was, is] = [on(before, sheet.id), on(after, sheet.id)];
    const change: SheetChange = {
      sheet,
      number: has.get(sheet.id) ?? had.get(sheet.id) ?? 0,
      whole: !had.has(sheet.id) ? 'added' : has.has(sheet.id) ? null : 'removed',
      boxes: boxes.flatMap((box) => {
        const [then, now] = [before.filled[box.id] ?? '', after.filled[box.id] ?? ''];
        return box.sheet === sheet.id && then !== now ? [{ box, before: then, after: now }] : [];
      }),
      added: [...is.values()].filter(({ id }) => !was.has(id)),
      removed: [...was.values()].filter(({ id }) => !is.has(id)),
      changed: [...is.values()].flatMap((now) => {
        const then = was.get(now.id);
        return then && !isSame(then, now) ? [{ before: then, after: now }] : [];
      }),
    };
    const isAnother =
      change.whole !== null ||
      change.boxes.length + change.added.length + change.removed.length + change.changed.length > 0;
    return isAnother ? [change] : [];
  });
}
