import fc from 'fast-check';
import { newThing } from '../documents/pages-document';
import { type PagesContent, unwritten } from '../kinds/document/pages';
import { compareSheets } from './compare-sheets';
import { type Box, paper } from './given';
import type { Thing } from './things';

const box: Box = {
  id: 'a',
  sheet: 'one',
  x: 1,
  y: 1,
  w: 90,
  h: 30,
  name: '',
  takes: 'words',
  options: [],
  field: null,
};
const BASE = unwritten({ file: null, sheets: [paper('one', 'blank'), paper('two', 'lined')], boxes: [box] });
const line = (id: string, more: Partial<Thing> = {}): Thing =>
  newThing('line', { id, sheet: 'one', x: 5, y: 5, ink: 'blue', at: 1, ...more });
const on = (more: Partial<PagesContent>): PagesContent => ({ ...BASE, ...more });

test('what came, went and moved is told thing by thing, and each box with what it said', () => {
  const before = on({ things: [line('stays'), line('moves'), line('goes')], filled: { a: 'North' } });
  const after = on({
    things: [line('stays', { at: 9 }), line('moves', { x: 80 }), line('comes')],
    filled: { a: 'South' },
  });
  const [change, ...others] = compareSheets(before, after);
  expect(others).toEqual([]);
  expect([change?.number, change?.whole]).toEqual([1, null]);
  expect(change?.added.map(({ id }) => id)).toEqual(['comes']);
  expect(change?.removed.map(({ id }) => id)).toEqual(['goes']);
  expect(change?.changed.map((one) => [one.before.x, one.after.x])).toEqual([[5, 80]]);
  expect(change?.boxes.map((one) => [one.before, one.after])).toEqual([['North', 'South']]);
});

test('a sheet that came or went is told as a whole', () => {
  const more = on({ sheets: [...BASE.sheets, paper('three', 'squared')] });
  expect(compareSheets(BASE, more)).toMatchObject([{ number: 3, whole: 'added' }]);
  expect(compareSheets(more, BASE)).toMatchObject([{ number: 3, whole: 'removed' }]);
});

test('the same is the same; the other way round what came is what went', () => {
  const things = fc
    .uniqueArray(fc.record({ id: fc.constantFrom('a', 'b', 'c', 'd', 'e'), x: fc.nat(3) }), {
      selector: ({ id }) => id,
    })
    .map((all) => all.map(({ id, x }) => line(id, { x })));
  fc.assert(
    fc.property(things, things, (one, two) => {
      const [from, to] = [on({ things: one }), on({ things: two })];
      expect(compareSheets(from, from)).toEqual([]);
      const [there, back] = [compareSheets(from, to), compareSheets(to, from)];
      const ids = (list: readonly Thing[] = []) => list.map(({ id }) => id).sort();
      expect(ids(there[0]?.added)).toEqual(ids(back[0]?.removed));
      expect(ids(there[0]?.removed)).toEqual(ids(back[0]?.added));
      expect(there[0]?.changed.length ?? 0).toBe(back[0]?.changed.length ?? 0);
    }),
  );
});
