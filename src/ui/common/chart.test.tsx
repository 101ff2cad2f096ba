/** @jest-environment ./scripts/window-environment.mjs */
import { afterAll, afterEach, beforeAll, expect, jest, test } from '@jest/globals';
import { act, cleanup, render, screen } from '@testing-library/react';
import { BarChart } from 'recharts';
import { Chart } from './chart';

/** How wide all of it is, and what each element is told when that changes. */
let wide = 0;
const told = new Map<Element, () => void>();

beforeAll(() => {
  jest.spyOn(window.HTMLElement.prototype, 'clientWidth', 'get').mockImplementation(() => wide);
  Object.assign(globalThis, {
    ResizeObserver: class {
      constructor(private readonly changed: () => void) {}
      observe(element: Element) {
        told.set(element, this.changed);
      }
      unobserve() {}
      disconnect() {}
    },
  });
});

afterEach(() => {
  cleanup();
  told.clear();
});
afterAll(() => {
  jest.restoreAllMocks();
});

test('a drawing that is folded away, and has no width there, is drawn when it is opened', () => {
  wide = 0;
  render(
    <Chart height={100} label="Points">
      <BarChart data={[{ won: 1 }]} />
    </Chart>,
  );
  const box = screen.getByRole('img', { name: 'Points' });
  expect(box.childElementCount).toBe(0);
  wide = 320;
  act(() => told.get(box)?.());
  expect(box.childElementCount).toBe(1);
});
