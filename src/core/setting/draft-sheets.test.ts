import * as Y from 'yjs';
import type { Box, GivenSheets } from '../pages/given';
import { BOXES, putSheets, SHEETS, sheetsOf } from './draft-sheets';

const box = (id: string): Box => ({
  id,
  sheet: 'one',
  x: 10,
  y: 20,
  w: 90,
  h: 30,
  name: '',
  takes: 'words',
  options: [],
  field: null,
});
const GIVEN: GivenSheets = {
  file: { src: '/api/files/1', type: 'application/pdf', name: 'sheet.pdf' },
  sheets: [{ id: 'one', width: 595, height: 842, page: 1, ruling: 'blank' }],
  boxes: [box('a'), box('b')],
};

const steps = (ydoc: Y.Doc) => ydoc.getMap<Y.Map<unknown>>('steps');
function draft(): Y.Doc {
  const ydoc = new Y.Doc();
  const step = new Y.Map<unknown>();
  steps(ydoc).set('s', step);
  putSheets(step, GIVEN);
  return ydoc;
}
const stepOf = (ydoc: Y.Doc) => steps(ydoc).get('s') as Y.Map<unknown>;
const read = (ydoc: Y.Doc) => sheetsOf(stepOf(ydoc).get(SHEETS)) as GivenSheets;
const boxesOf = (ydoc: Y.Doc) => (stepOf(ydoc).get(SHEETS) as Y.Map<unknown>).get(BOXES) as Y.Map<unknown>;

test('sheets lie in a step as they were put there', () => {
  expect(read(draft())).toEqual(GIVEN);
});

test('others take their place, and their boxes with it', () => {
  const ydoc = draft();
  putSheets(stepOf(ydoc), { ...GIVEN, file: null, boxes: [box('c')] });
  expect(read(ydoc)).toMatchObject({ file: null, boxes: [{ id: 'c' }] });
});

test('of two who mark boxes at once both keep theirs, and one that is taken away stays away', () => {
  const here = draft();
  const there = new Y.Doc();
  Y.applyUpdate(there, Y.encodeStateAsUpdate(here));
  boxesOf(here).set('c', box('c'));
  boxesOf(there).set('d', box('d'));
  boxesOf(there).delete('a');
  Y.applyUpdate(here, Y.encodeStateAsUpdate(there));
  expect(
    read(here)
      .boxes.map(({ id }) => id)
      .sort(),
  ).toEqual(['b', 'c', 'd']);
});

test.each([[undefined], [null], ['sheets'], [{ file: null }]])('%j are no sheets', (stored) => {
  expect(sheetsOf(stored)).toBeNull();
});

test('a step in which they were only begun has none', () => {
  const ydoc = new Y.Doc();
  const map = new Y.Map<unknown>();
  ydoc.getMap('x').set('y', map);
  expect(sheetsOf(map)).toEqual({ file: null, sheets: [], boxes: [] });
});
