/** @jest-environment ./scripts/window-environment.mjs */
import { act, cleanup, renderHook } from '@testing-library/react';
import * as Y from 'yjs';
import { addedSheets, boxText, filledMap, paperMap, thingsIn, thingsMap } from '@/core/documents/pages-document';
import { LONGEST_SIDE } from '@/core/pages/things';
import { useHand } from './use-hand';

afterEach(cleanup);

const BOXES = { words: { id: 'b1', takes: 'words' }, tick: { id: 'b2', takes: 'tick' } } as const;

/** A hand on sheets, with what takes its acts back. */
function onSheets() {
  const ydoc = new Y.Doc();
  const undo = new Y.UndoManager([thingsMap(ydoc), filledMap(ydoc), paperMap(ydoc)]);
  const { result } = renderHook(() => useHand(ydoc, undo));
  const things = () => thingsIn(ydoc);
  return { ydoc, undo, hand: () => result.current, things };
}

test('what is put down is in the colour and the weight that were taken', () => {
  const { hand, things } = onSheets();
  act(() => hand().take({ ink: 'green', weight: 1.7 }));
  const { writing, acts } = hand();
  const thin = acts.put('line', { sheet: 's1', x: 10, y: 20, w: 30, h: 0 }, { ...writing, weight: 1 });
  const thick = acts.put('line', { sheet: 's1', x: 10, y: 20, w: 30, h: 0 }, writing);
  const of = (id: string) => things().find((one) => one.id === id);
  expect(of(thick)).toMatchObject({ is: 'line', sheet: 's1', ink: 'green', x: 10, y: 20, w: 30 });
  expect((of(thick)?.size ?? 0) / (of(thin)?.size ?? 1)).toBeCloseTo(1.7);
  // The tool that was taken is not forgotten over the colour.
  expect(writing.tool).toBe('text');
});

test('each act is taken back by itself, however fast they came', () => {
  const { hand, things, undo } = onSheets();
  const { acts, writing } = hand();
  const first = acts.put('tick', { sheet: 's1', x: 1, y: 1 }, writing);
  const second = acts.put('cross', { sheet: 's1', x: 5, y: 5 }, writing);
  acts.change(first, { x: 50 });
  acts.drop([first, second]);
  expect(things()).toEqual([]);
  undo.undo();
  expect(
    things()
      .map(({ x }) => x)
      .sort((a, b) => a - b),
  ).toEqual([5, 50]);
  undo.undo();
  expect(
    things()
      .map(({ x }) => x)
      .sort((a, b) => a - b),
  ).toEqual([1, 5]);
  undo.undo();
  expect(things().map(({ is }) => is)).toEqual(['tick']);
});

test('a thing is moved from where it is now, and no farther than a sheet can be long', () => {
  const { hand, things } = onSheets();
  const { acts, writing } = hand();
  const id = acts.put('rectangle', { sheet: 's1', x: 10, y: 10, w: 40, h: 20 }, writing);
  for (let key = 0; key < 3; key += 1) acts.shift(id, ({ x }) => ({ x: x + 2.04 }));
  expect(things()[0]?.x).toBeCloseTo(16, 5);
  acts.change(id, { x: 1e9, y: -1e9 });
  expect(things()[0]).toMatchObject({ x: LONGEST_SIDE, y: -LONGEST_SIDE, w: 40, h: 20 });
  // One that another device threw away meanwhile is let be.
  acts.shift('gone', ({ x }) => ({ x: x + 1 }));
  expect(things()).toHaveLength(1);
});

test('the same once more lies a little aside and is a thing of its own', () => {
  const { hand, things } = onSheets();
  const { acts, writing } = hand();
  const id = acts.put('tick', { sheet: 's1', x: 10, y: 10 }, writing);
  const [tick] = things();
  if (!tick) throw new Error('nothing was put down');
  const again = acts.again(tick);
  expect(again).not.toBe(id);
  // Which of two lies above that were put down in the same moment is not said.
  const places = new Map(things().map(({ id: one, x, y }) => [one, [x, y]]));
  expect([places.get(id), places.get(again)]).toEqual([
    [10, 10],
    [22, 22],
  ]);
});

test('boxes are filled and emptied as what they take', () => {
  const { ydoc, hand, undo } = onSheets();
  const { acts } = hand();
  boxText(ydoc, BOXES.words.id).insert(0, 'Seven');
  acts.fill(BOXES.tick.id, 'yes');
  expect(filledMap(ydoc).get(BOXES.tick.id)).toBe('yes');
  acts.fill(BOXES.tick.id, null);
  expect(filledMap(ydoc).has(BOXES.tick.id)).toBe(false);
  undo.undo();
  expect(filledMap(ydoc).get(BOXES.tick.id)).toBe('yes');
  acts.empty(BOXES.tick as never);
  acts.empty(BOXES.words as never);
  expect(filledMap(ydoc).has(BOXES.tick.id)).toBe(false);
  expect(String(boxText(ydoc, BOXES.words.id))).toBe('');
});

test('a sheet that is added is there, ruled as it was said', () => {
  const { hand, ydoc } = onSheets();
  const id = hand().acts.addSheet('squared');
  expect(addedSheets(ydoc)).toMatchObject([{ id, ruling: 'squared' }]);
});
