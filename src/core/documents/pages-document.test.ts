import fc from 'fast-check';
import * as Y from 'yjs';
import { documentKind } from '../kinds/document';
import { type PagesContent, pagesText, TICKED, unwritten } from '../kinds/document/pages';
import { firstOf, readDocument } from '../kinds/document/stored';
import { type Box, paper } from '../pages/given';
import { MOST } from '../pages/things';
import { answerPlaces } from '../text/document-json';
import {
  addPaper,
  addThing,
  boxText,
  bringBack,
  changeThing,
  dropThing,
  filledMap,
  firstPages,
  newThing,
  reachPages,
  readPages,
  thingsMap,
  thingText,
} from './pages-document';

const box = (id: string, more: Partial<Box> = {}): Box => ({
  id,
  sheet: 'one',
  x: 10,
  y: 10,
  w: 100,
  h: 40,
  name: `What about ${id}?`,
  takes: 'words',
  options: [],
  field: null,
  ...more,
});

const GIVEN: PagesContent = unwritten({
  file: { src: `/api/text-pictures/${'a'.repeat(64)}`, type: 'application/pdf', name: 'sheet.pdf' },
  sheets: [{ id: 'one', width: 595, height: 842, page: 1, ruling: 'blank' }],
  boxes: [box('a'), box('b', { y: 80 }), box('c', { y: 150, takes: 'tick' })],
});

/** Devices that have the same document, and what each does not know of the others yet. */
function devices(n: number): readonly [readonly Y.Doc[], () => void] {
  const first = firstPages(GIVEN);
  const docs = Array.from({ length: n }, () => {
    const ydoc = new Y.Doc();
    Y.applyUpdate(ydoc, first);
    return ydoc;
  });
  const meet = () => {
    for (const from of docs) for (const to of docs) if (from !== to) Y.applyUpdate(to, Y.encodeStateAsUpdate(from));
  };
  return [docs, meet];
}

const line = (id: string, at = 1) => newThing('line', { id, sheet: 'one', x: 5, y: 5, w: 50, h: 0, ink: 'blue', at });

test('what is written is read as it was written: words, ticks, things, sheets of one’s own', () => {
  const [[ydoc]] = devices(1) as unknown as [[Y.Doc], () => void];
  boxText(ydoc, 'a').insert(0, 'South.');
  filledMap(ydoc).set('c', TICKED);
  addThing(ydoc, newThing('text', { id: 't', sheet: 'one', x: 1, y: 2, ink: 'green', at: 1, words: 'here' }));
  addPaper(ydoc, 'more', 'squared', 5);
  const read = readPages(ydoc);
  expect(read.filled).toEqual({ a: 'South.', c: TICKED });
  expect(read.things).toMatchObject([{ is: 'text', words: 'here', ink: 'green', x: 1, y: 2 }]);
  expect(read.sheets.map(({ id, ruling }) => [id, ruling])).toEqual([
    ['one', 'blank'],
    ['more', 'squared'],
  ]);
  expect(readDocument('pages', ydoc)).toEqual(read);
  // And it goes into a document once more as it is.
  const again = new Y.Doc();
  Y.applyUpdate(again, firstOf('pages', read));
  expect(readPages(again)).toEqual(read);
});

test('two devices that write at once both keep what they wrote, and one thing that both change has the changes of both', () => {
  const [[one, two] = [], meet] = devices(2);
  if (!one || !two) throw new Error('no devices');
  addThing(one, line('shared'));
  meet();
  boxText(one, 'a').insert(0, 'North ');
  boxText(two, 'a').insert(0, 'and east');
  addThing(one, line('mine', 2));
  addThing(two, line('yours', 3));
  changeThing(one, 'shared', { x: 300 });
  changeThing(two, 'shared', { ink: 'violet' });
  meet();
  for (const ydoc of [one, two]) {
    const { filled, things } = readPages(ydoc);
    expect(filled.a).toContain('North');
    expect(filled.a).toContain('and east');
    expect(things.map(({ id }) => id)).toEqual(['shared', 'mine', 'yours']);
    expect(things[0]).toMatchObject({ x: 300, ink: 'violet' });
  }
});

test('any mixture of what several devices did ends the same for all of them', () => {
  const act = fc.record({
    who: fc.nat(2),
    does: fc.constantFrom('add', 'move', 'drop', 'type', 'tick', 'paper'),
    on: fc.nat(3),
    n: fc.nat(400),
  });
  fc.assert(
    fc.property(fc.array(act, { maxLength: 40 }), fc.nat(10), (acts, often) => {
      const [docs, meet] = devices(3);
      for (const [i, { who, does, on, n }] of acts.entries()) {
        const ydoc = docs[who] as Y.Doc;
        const id = `t${on}`;
        if (does === 'add' && !thingsMap(ydoc).has(id)) addThing(ydoc, line(id, n));
        else if (does === 'move') changeThing(ydoc, id, { x: n });
        else if (does === 'drop') dropThing(ydoc, id);
        else if (does === 'type') boxText(ydoc, 'b').insert(0, String(n));
        else if (does === 'tick') filledMap(ydoc).set('c', n % 2 ? TICKED : '');
        else if (does === 'paper') addPaper(ydoc, id, 'lined', n);
        if (i % (often + 1) === 0) meet();
      }
      meet();
      meet();
      const [first, ...others] = docs.map(readPages);
      for (const other of others) expect(other).toEqual(first);
    }),
    { numRuns: 60 },
  );
});

test('what a browser may have put there that is no thing, no sheet and no number is left out or put right', () => {
  const [[ydoc]] = devices(1) as unknown as [[Y.Doc], () => void];
  const put = (id: string, of: Record<string, unknown>) => {
    const map = new Y.Map<unknown>();
    for (const [name, value] of Object.entries(of)) map.set(name, value);
    thingsMap(ydoc).set(id, map);
  };
  put('strange', { is: 'script', sheet: 'one' });
  put('elsewhere', { is: 'line', sheet: 'none', x: 1 });
  put('far', { is: 'line', sheet: 'one', x: Number.NaN, y: 1e12, ink: 'gold', size: -4, at: 'now', points: ['a', 2] });
  put('foreign', { is: 'picture', sheet: 'one', src: 'https://example.org/a.png', words: 7 });
  thingsMap(ydoc).set('bare', 'nothing' as never);
  filledMap(ydoc).set('c', { deep: true });
  const { things, filled } = readPages(ydoc);
  expect(things.map(({ id }) => id)).toEqual(['far', 'foreign']);
  expect(things[0]).toMatchObject({ x: 0, y: 5670, ink: 'blue', size: 0.2, at: 0, points: [0, 2] });
  expect(things[1]).toMatchObject({ src: '', words: '' });
  expect(filled).toEqual({});
  expect(documentKind('pages').overflow(readPages(ydoc))).toBeNull();
});

test('more than there may be is said, whatever the value is', () => {
  const { overflow } = documentKind('pages');
  expect(overflow(GIVEN)).toBeNull();
  expect(overflow(null)).toBe('shape');
  expect(overflow({ ...GIVEN, filled: { a: 3 } })).toBe('shape');
  expect(overflow({ ...GIVEN, filled: { a: 'x'.repeat(MOST.letters + 1) } })).toBe('letters');
  expect(overflow({ ...GIVEN, things: Array.from({ length: MOST.things + 1 }, (_, i) => line(`${i}`)) })).toBe('nodes');
  expect(overflow({ ...GIVEN, things: [{ ...line('a'), points: Array(MOST.numbers + 1).fill(1) }] })).toBe('nodes');
  expect(overflow({ ...GIVEN, things: [{ ...line('a'), is: 'script' }] })).toBe('kind');
  expect(overflow({ ...GIVEN, sheets: [{ ...GIVEN.sheets[0], width: 9000 }] })).toBe('shape');
  expect(overflow({ ...GIVEN, file: { ...GIVEN.file, src: 'https://example.org/a.pdf' } })).toBe('shape');
});

test('as a text each box is a place with its question, and what was put beside them is one place a sheet', () => {
  const content: PagesContent = {
    ...GIVEN,
    sheets: [...GIVEN.sheets, paper('two', 'lined')],
    filled: { a: 'South.' },
    things: [line('l'), newThing('text', { id: 'w', sheet: 'one', x: 9, y: 400, ink: 'blue', at: 2, words: 'a note' })],
  };
  expect(answerPlaces(pagesText(content)).map(({ id, number, text, filled }) => [id, number, text, filled])).toEqual([
    ['a', 1, 'South.', true],
    ['b', 2, '', false],
    ['c', 3, '', false],
    ['sheet:one', 4, 'a note', true],
  ]);
  expect(documentKind('pages').pictures(content)).toEqual([GIVEN.file?.src]);
});

test('the words of a thing that is gone are nobody’s', () => {
  const [[ydoc]] = devices(1) as unknown as [[Y.Doc], () => void];
  addThing(ydoc, newThing('text', { id: 't', sheet: 'one', x: 1, y: 2, ink: 'blue', at: 1, words: 'x' }));
  expect(thingText(ydoc, 't')?.toString()).toBe('x');
  dropThing(ydoc, 't');
  expect(thingText(ydoc, 't')).toBeNull();
  changeThing(ydoc, 't', { x: 3 });
  expect(readPages(ydoc).things).toEqual([]);
});

test('what was before is brought back, thing by thing and box by box, and what did not change is left alone', () => {
  const [[ydoc]] = devices(1) as unknown as [[Y.Doc], () => void];
  addThing(ydoc, line('stays'));
  addThing(ydoc, line('moves', 2));
  addThing(ydoc, newThing('text', { id: 'goes', sheet: 'one', x: 1, y: 2, ink: 'blue', at: 3, words: 'a note' }));
  boxText(ydoc, 'a').insert(0, 'South.');
  filledMap(ydoc).set('c', TICKED);
  const before = readPages(ydoc);
  const stays = thingsMap(ydoc).get('stays');
  changeThing(ydoc, 'moves', { x: 90 });
  dropThing(ydoc, 'goes');
  addThing(ydoc, line('comes', 4));
  boxText(ydoc, 'a').delete(0, 6);
  boxText(ydoc, 'b').insert(0, 'Nothing.');
  filledMap(ydoc).delete('c');
  bringBack(ydoc, before);
  expect(readPages(ydoc)).toEqual(before);
  expect(thingsMap(ydoc).get('stays')).toBe(stays);
});

describe('a later version of what was given reaches a copy', () => {
  const opened = (): Y.Doc => (devices(1)[0] as [Y.Doc])[0];
  const { file, sheets, boxes } = GIVEN;
  const ids = (ydoc: Y.Doc) => readPages(ydoc).boxes.map(({ id }) => id);

  test('boxes come, move and go; what something was written in stays with its words', () => {
    const ydoc = opened();
    boxText(ydoc, 'a').insert(0, 'South.');
    filledMap(ydoc).set('c', TICKED);
    const moved = box('a', { x: 200, name: 'Which way?' });
    expect(reachPages(ydoc, { file, sheets, boxes: [moved, box('d', { y: 300 })] })).toBe(true);
    // `b` was empty and is gone; `c` was ticked.
    expect(ids(ydoc)).toEqual(['a', 'd', 'c']);
    const { filled, boxes: now } = readPages(ydoc);
    expect(filled).toEqual({ a: 'South.', c: TICKED });
    expect(now[0]).toMatchObject({ x: 200, name: 'Which way?' });
    expect(reachPages(ydoc, { file, sheets, boxes: [moved, box('d', { y: 300 })] })).toBe(false);
  });

  test('what has not changed changes nothing, so that no device is told', () => {
    const ydoc = opened();
    const before = Y.encodeStateVector(ydoc);
    expect(reachPages(ydoc, { file, sheets, boxes })).toBe(false);
    expect(Y.encodeStateVector(ydoc)).toEqual(before);
  });

  test('a sheet that was taken away stays where something was put on it, and goes where nothing was', () => {
    const two = { id: 'two', width: 595, height: 842, page: 2, ruling: 'blank' } as const;
    for (const drawn of [false, true]) {
      const ydoc = opened();
      reachPages(ydoc, { file, sheets: [...sheets, two], boxes });
      if (drawn) addThing(ydoc, { ...line('x'), sheet: 'two' });
      reachPages(ydoc, { file, sheets, boxes });
      expect(readPages(ydoc).sheets.map(({ id }) => id)).toEqual(drawn ? ['one', 'two'] : ['one']);
    }
  });

  test('another file comes to a copy on which nothing was written; one that was written on keeps its own', () => {
    const other = { src: `/api/text-pictures/${'b'.repeat(64)}`, type: 'application/pdf', name: 'other.pdf' };
    const next = { file: other, sheets: [{ ...paper('new', 'blank'), page: 1 }], boxes: [] };
    const [empty, written] = [opened(), opened()];
    addThing(written, line('x'));
    expect([reachPages(empty, next), reachPages(written, next)]).toEqual([true, false]);
    expect([readPages(empty).file?.name, readPages(written).file?.name]).toEqual(['other.pdf', 'sheet.pdf']);
    expect(ids(written)).toEqual(['a', 'b', 'c']);
  });

  test('whatever was written, nothing of it is lost', () => {
    const version = fc.subarray(['a', 'b', 'c', 'd', 'e'], { minLength: 0 });
    fc.assert(
      fc.property(fc.array(version, { minLength: 1, maxLength: 5 }), fc.subarray(['a', 'b']), (versions, filled) => {
        const ydoc = opened();
        for (const id of filled) boxText(ydoc, id).insert(0, `said ${id}`);
        for (const one of versions) reachPages(ydoc, { file, sheets, boxes: one.map((id) => box(id)) });
        const read = readPages(ydoc);
        expect(read.filled).toEqual(Object.fromEntries(filled.map((id) => [id, `said ${id}`])));
        const last = versions.at(-1) ?? [];
        expect(new Set(read.boxes.map(({ id }) => id))).toEqual(new Set([...last, ...filled]));
      }),
    );
  });
});
