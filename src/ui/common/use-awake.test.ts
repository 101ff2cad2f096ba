/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { Awakening } from './use-awake';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

/** A page on a device, with how often it said that it woke. */
function pageOn(held: boolean) {
  const page = new Awakening(() => held);
  const woke = jest.fn();
  const leave = page.subscribe(woke);
  return { page, woke, leave };
}

test('a laptop is awake at once', () => {
  expect(pageOn(false).page.awake).toBe(true);
});

test.each(['pointerdown', 'keydown', 'wheel', 'focusin'])('what is held in a hand wakes with the first %s', (act) => {
  const { page, woke } = pageOn(true);
  expect(page.awake).toBe(false);
  dispatchEvent(new Event(act));
  dispatchEvent(new Event(act));
  expect([page.awake, woke.mock.calls.length]).toEqual([true, 1]);
});

test('without any act it wakes by itself when nothing else is to do, once', () => {
  const { page, woke } = pageOn(true);
  jest.advanceTimersByTime(5900);
  expect(page.awake).toBe(false);
  jest.advanceTimersByTime(400);
  expect(page.awake).toBe(true);
  dispatchEvent(new Event('pointerdown'));
  expect(woke).toHaveBeenCalledTimes(1);
});

test('whoever has left hears nothing', () => {
  const { woke, leave } = pageOn(true);
  leave();
  dispatchEvent(new Event('keydown'));
  expect(woke).not.toHaveBeenCalled();
});

test('what has nothing to be read meanwhile wakes it at once', () => {
  const { page, woke } = pageOn(true);
  page.wake();
  expect([page.awake, woke.mock.calls.length]).toEqual([true, 1]);
});
