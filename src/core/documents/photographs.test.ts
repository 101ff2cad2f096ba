import fc from 'fast-check';
import * as Y from 'yjs';
import { documentKind, measuredOf, writtenAs } from '../kinds/document';
import type { PagesContent } from '../kinds/document/pages';
import { photographedIn } from '../kinds/document/places';
import { addThing, bringBack, newThing, readPages } from './pages-document';
import {
  addPhotograph,
  changePhotograph,
  chooseLook,
  dropPhotograph,
  lookIn,
  movePhotograph,
  type Photograph,
  photographsIn,
  pressedFrom,
  putTogether,
  sheetFrom,
} from './photographs';

const src = (n: number) => `/api/text-pictures/${String(n).padStart(64, '0')}`;
const TOLD = {
  width: 1500,
  height: 2000,
  corners: [0.1, 0.1, 0.9, 0.1, 0.9, 0.9, 0.1, 0.9],
  sure: [true, true, true, true],
  faults: [],
};

/** A document with photographs of these names. */
function taken(...names: readonly string[]): Y.Doc {
  const ydoc = new Y.Doc();
  for (const [i, id] of names.entries()) addPhotograph(ydoc, id, { ...TOLD, src: src(i) });
  return ydoc;
}

const order = (ydoc: Y.Doc) => photographsIn(ydoc).map(({ id }) => id);
const one = (ydoc: Y.Doc, id: string) => photographsIn(ydoc).find((photograph) => photograph.id === id) as Photograph;
/** All photographs pressed as they are now. */
const pressed = (ydoc: Y.Doc, n: number) =>
  photographsIn(ydoc).map((photograph, i) => ({
    id: photograph.id,
    src: src(n + i),
    lies: false,
    from: pressedFrom(photograph, lookIn(ydoc)),
  }));
const sheets = (ydoc: Y.Doc) => readPages(ydoc).sheets.map(({ id, under }) => [id, under]);

function meet(a: Y.Doc, b: Y.Doc): void {
  Y.applyUpdate(a, Y.encodeStateAsUpdate(b));
  Y.applyUpdate(b, Y.encodeStateAsUpdate(a));
}

test('photographs stand in the order in which they were taken, and are moved', () => {
  const ydoc = taken('a', 'b', 'c');
  movePhotograph(ydoc, 'c', 0);
  expect(order(ydoc)).toEqual(['c', 'a', 'b']);
  movePhotograph(ydoc, 'c', 1);
  expect(order(ydoc)).toEqual(['a', 'c', 'b']);
  movePhotograph(ydoc, 'a', 2);
  expect(order(ydoc)).toEqual(['c', 'b', 'a']);
});

test('a telephone that takes photographs and a laptop that moves and turns others both keep what they did', () => {
  const laptop = taken('a', 'b', 'c');
  const telephone = new Y.Doc();
  meet(laptop, telephone);
  addPhotograph(telephone, 'd', { ...TOLD, src: src(9) });
  movePhotograph(laptop, 'c', 0);
  changePhotograph(laptop, 'b', { turn: 1 });
  changePhotograph(telephone, 'b', { out: true });
  meet(laptop, telephone);
  expect(order(telephone)).toEqual(['c', 'a', 'b', 'd']);
  expect(one(telephone, 'b')).toMatchObject({ turn: 1, out: true });
  expect(photographsIn(laptop)).toEqual(photographsIn(telephone));
});

test('whatever two devices do, they agree in the end, and a photograph is wherever it was moved last', () => {
  const act = fc.tuple(fc.boolean(), fc.constantFrom('a', 'b', 'c', 'd'), fc.nat(3));
  fc.assert(
    fc.property(fc.array(act, { maxLength: 12 }), (acts) => {
      const [left, right] = [taken('a', 'b', 'c', 'd'), new Y.Doc()];
      meet(left, right);
      for (const [first, id, to] of acts) movePhotograph(first ? left : right, id, to);
      meet(left, right);
      expect(order(left)).toEqual(order(right));
      movePhotograph(left, 'a', 2);
      expect([...order(left)].sort()).toEqual(['a', 'b', 'c', 'd']);
    }),
  );
});

test('what was put together becomes the sheets; pressed anew it is another picture of the same sheet, with what was written on it', () => {
  const ydoc = taken('a', 'b');
  putTogether(ydoc, pressed(ydoc, 100), 1000);
  addThing(ydoc, newThing('text', { id: 't', sheet: 'b', x: 1, y: 1, ink: 'blue', at: 1, words: 'mine' }));
  expect(sheets(ydoc)).toEqual([
    ['a', src(100)],
    ['b', src(101)],
  ]);
  expect(sheetFrom(ydoc, 'a')).toBe(pressedFrom(one(ydoc, 'a'), 'ink'));
  movePhotograph(ydoc, 'b', 0);
  changePhotograph(ydoc, 'b', { turn: 1 });
  const again = pressed(ydoc, 200).filter(({ id, from }) => sheetFrom(ydoc, id) !== from);
  expect(again.map(({ id }) => id)).toEqual(['b']);
  putTogether(ydoc, again, 2000);
  expect(sheets(ydoc)).toEqual([
    ['b', src(200)],
    ['a', src(100)],
  ]);
  expect(readPages(ydoc).things.map(({ words }) => words)).toEqual(['mine']);
});

test('another look is another page of every photograph; what is left out or thrown away is no sheet', () => {
  const ydoc = taken('a', 'b', 'c');
  putTogether(ydoc, pressed(ydoc, 100), 1000);
  chooseLook(ydoc, 'grey');
  expect(photographsIn(ydoc).filter((p) => sheetFrom(ydoc, p.id) === pressedFrom(p, lookIn(ydoc)))).toEqual([]);
  changePhotograph(ydoc, 'a', { out: true });
  dropPhotograph(ydoc, 'b');
  putTogether(ydoc, [], 2000);
  expect(sheets(ydoc)).toEqual([['c', src(102)]]);
  changePhotograph(ydoc, 'a', { out: false });
  putTogether(ydoc, pressed(ydoc, 300), 3000);
  expect(sheets(ydoc).map(([id]) => id)).toEqual(['a', 'c']);
});

test('of what another device stores as a photograph only what is one is read', () => {
  const ydoc = taken('a');
  ydoc.getMap('photographs').set('b', { src: 'https://elsewhere.example/x.jpg' });
  ydoc.getMap('photographs').set(
    'c',
    new Y.Map([
      ['src', src(1)],
      ['corners', [0, 0]],
    ]),
  );
  changePhotograph(ydoc, 'a', { turn: 7 } as never);
  expect(order(ydoc)).toEqual([]);
});

test('a photographed page counts as one in what is measured, and its picture goes along', () => {
  const ydoc = taken('a', 'b');
  expect(photographedIn(measuredOf(writtenAs('pages', readPages(ydoc))))).toBe(0);
  putTogether(ydoc, pressed(ydoc, 100), 1000);
  const content = readPages(ydoc);
  expect(photographedIn(measuredOf(writtenAs('pages', content)))).toBe(2);
  expect(documentKind('pages').pictures(content)).toEqual([src(100), src(101)]);
});

test('bringing a version back brings its sheets back, in their order', () => {
  const ydoc = taken('a', 'b');
  putTogether(ydoc, pressed(ydoc, 100), 1000);
  const then: PagesContent = readPages(ydoc);
  changePhotograph(ydoc, 'a', { out: true });
  putTogether(ydoc, [], 2000);
  expect(sheets(ydoc).map(([id]) => id)).toEqual(['b']);
  bringBack(ydoc, then);
  expect(readPages(ydoc).sheets).toEqual(then.sheets);
});
