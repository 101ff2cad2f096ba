/** @jest-environment ./scripts/window-environment.mjs */
import { jest } from '@jest/globals';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useRef } from 'react';
import { newThing } from '@/core/documents/pages-document';
import { MOST_POINTS, unpacked } from '@/core/pages/ink';
import type { Thing } from '@/core/pages/things';
import { BEGIN, type Tool } from './tools';
import { type PenHand, usePen } from './use-pen';

afterEach(cleanup);

const SCALE = 2;
const put = jest.fn<PenHand['acts']['put']>(() => 'put-down');
const drop = jest.fn<PenHand['acts']['drop']>();
const choose = jest.fn<PenHand['choose']>();
const setFresh = jest.fn<PenHand['setFresh']>();

function Sheet({ tool, things }: { readonly tool: Tool; readonly things: readonly Thing[] }) {
  const live = useRef<HTMLCanvasElement>(null);
  const hand: PenHand = { writing: { ...BEGIN, tool }, choose, setFresh, acts: { put, drop } };
  const pen = usePen({ sheet: 's1', scale: SCALE, hand, things: () => things, live });
  return <div data-testid="sheet" {...pen} />;
}

/** A sheet at 100, 50 of the screen, twice as large as it is; places are those on the sheet. */
function sheetWith(tool: Tool, things: readonly Thing[] = []) {
  jest.clearAllMocks();
  render(<Sheet tool={tool} things={things} />);
  const sheet = screen.getByTestId('sheet');
  sheet.getBoundingClientRect = () => ({ left: 100, top: 50 }) as DOMRect;
  sheet.setPointerCapture = () => {};
  const at = (x: number, y: number) => ({ clientX: 100 + x * SCALE, clientY: 50 + y * SCALE });
  const to = (type: 'down' | 'move' | 'up' | 'cancel', x: number, y: number, more: object = {}) => {
    const event = new MouseEvent(`pointer${type}`, { bubbles: true, cancelable: true, button: 0, ...at(x, y) });
    Object.assign(event, { isPrimary: true, pointerType: 'mouse', pointerId: 1, pressure: 0.5, ...more });
    fireEvent(sheet, event);
  };
  const draw = (places: readonly (readonly [number, number])[], more: object = {}) => {
    const [first = [0, 0], ...rest] = places;
    to('down', ...(first as [number, number]), more);
    for (const [x, y] of rest) to('move', x, y, more);
    to('up', ...((places.at(-1) ?? first) as [number, number]), more);
  };
  return { to, draw };
}

test('a stroke becomes ink where it was drawn, without places that say nothing', () => {
  const { draw } = sheetWith('ink');
  draw([
    [10, 10],
    [15, 10],
    [20, 10],
    [20, 30],
  ]);
  expect(put).toHaveBeenCalledTimes(1);
  const [is, thing] = put.mock.calls[0] ?? [];
  expect(is).toBe('ink');
  expect(thing).toMatchObject({ sheet: 's1', x: 10, y: 10, w: 10, h: 20 });
  expect(unpacked(thing?.points ?? []).map(({ x, y }) => [x, y])).toEqual([
    [0, 0],
    [10, 0],
    [10, 20],
  ]);
});

test('a pen says how hard it is pressed, a finger cannot', () => {
  const pressed = (more: object) => {
    const { draw } = sheetWith('ink');
    draw(
      [
        [10, 10],
        [30, 12],
      ],
      more,
    );
    cleanup();
    return unpacked(put.mock.calls[0]?.[1]?.points ?? []).map(({ pressure }) => pressure);
  };
  expect(pressed({ pointerType: 'pen', pressure: 0.82 })).toEqual([0.82, 0.82]);
  expect(pressed({ pointerType: 'touch', pressure: 1 })).toEqual([0.5, 0.5]);
});

test('once a pen was seen, a finger draws no more', () => {
  const { draw } = sheetWith('ink');
  draw(
    [
      [10, 10],
      [30, 10],
    ],
    { pointerType: 'touch' },
  );
  draw(
    [
      [10, 20],
      [30, 20],
    ],
    { pointerType: 'pen' },
  );
  draw(
    [
      [10, 30],
      [30, 30],
    ],
    { pointerType: 'touch' },
  );
  expect(put.mock.calls.map(([, { y }]) => y)).toEqual([10, 20]);
});

test('a second finger, another button or a touch that is taken away leave nothing', () => {
  const { to, draw } = sheetWith('ink');
  draw(
    [
      [10, 10],
      [30, 10],
    ],
    { isPrimary: false },
  );
  to('down', 10, 10);
  to('move', 30, 10);
  to('cancel', 30, 10);
  expect(put).not.toHaveBeenCalled();
});

test('a frame lies between where it began and ended, an arrow keeps its way; a press draws neither', () => {
  const frame = sheetWith('rectangle');
  frame.draw([
    [40, 50],
    [10, 20],
  ]);
  frame.draw([
    [40, 50],
    [41, 51],
  ]);
  expect(put.mock.calls.map(([, area]) => area)).toEqual([expect.objectContaining({ x: 10, y: 20, w: 30, h: 30 })]);
  cleanup();
  sheetWith('arrow').draw([
    [40, 50],
    [10, 20],
  ]);
  expect(put.mock.calls[0]?.[1]).toMatchObject({ x: 40, y: 50, w: -30, h: -30 });
});

test('a tick stands around the place that was pressed, words begin there and are gone on with', () => {
  sheetWith('tick').draw([[40, 50]]);
  const tick = put.mock.calls[0]?.[1];
  expect(tick?.x).toBeLessThan(40);
  expect(choose).not.toHaveBeenCalled();
  cleanup();
  sheetWith('text').draw([
    [40, 50],
    [240, 60],
  ]);
  expect(put.mock.calls[0]?.[1]).toMatchObject({ x: 40, w: 200 });
  expect(setFresh).toHaveBeenCalledWith('put-down');
  expect(choose).toHaveBeenCalledWith({ thing: 'put-down' });
});

test('what is rubbed over goes in one act, once each; beside it nothing does', () => {
  const made = (id: string, y: number) =>
    newThing('rectangle', { id, sheet: 's1', x: 10, y, w: 40, h: 4, size: 1, ink: 'blue', at: 1 });
  const { draw } = sheetWith('rub', [made('a', 10), made('b', 30), made('c', 200)]);
  draw([
    [10, 12],
    [10, 32],
    [10, 12],
  ]);
  expect(drop.mock.calls).toEqual([[['a', 'b']]]);
  draw([[300, 300]]);
  expect(drop).toHaveBeenCalledTimes(1);
});

test('a stroke without end is kept as far as there is room', () => {
  const { draw } = sheetWith('ink');
  draw(Array.from({ length: MOST_POINTS + 200 }, (_, i) => [i % 500, (i * 7) % 90] as const));
  expect((put.mock.calls[0]?.[1]?.points ?? []).length / 3).toBeLessThanOrEqual(MOST_POINTS);
});

test('to choose, nothing is drawn: what was chosen is let go', () => {
  sheetWith('move').draw([
    [10, 10],
    [30, 30],
  ]);
  expect(choose.mock.calls).toEqual([[null]]);
  expect(put).not.toHaveBeenCalled();
});
