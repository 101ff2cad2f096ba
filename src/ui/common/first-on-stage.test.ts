import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { afterwards, holdTheRest } from './first-on-stage';

beforeEach(() => {
  jest.useFakeTimers();
});
afterEach(() => {
  jest.runOnlyPendingTimers();
  jest.useRealTimers();
});

test('what can come later comes when nothing is looked for', () => {
  const done: string[] = [];
  afterwards(() => done.push('later'));
  expect(done).toEqual([]);
  jest.advanceTimersByTime(100);
  expect(done).toEqual(['later']);
});

test('it waits for all that is looked for, also for what begins while it waits', () => {
  const done: string[] = [];
  const first = holdTheRest();
  afterwards(() => done.push('later'));
  jest.advanceTimersByTime(500);
  first();
  // Before anything was idle the next one begins: a page of the document that has just been opened.
  const second = holdTheRest();
  jest.advanceTimersByTime(500);
  expect(done).toEqual([]);
  second();
  second();
  jest.advanceTimersByTime(100);
  expect(done).toEqual(['later']);
  jest.advanceTimersByTime(10_000);
  expect(done).toEqual(['later']);
});

test('what never comes holds it up for a few seconds only', () => {
  const done: string[] = [];
  const first = holdTheRest();
  afterwards(() => done.push('later'));
  jest.advanceTimersByTime(2900);
  expect(done).toEqual([]);
  jest.advanceTimersByTime(200);
  expect(done).toEqual(['later']);
  first();
  jest.advanceTimersByTime(200);
  expect(done).toEqual(['later']);
});

test('who has left wants it no more', () => {
  const done: string[] = [];
  const first = holdTheRest();
  afterwards(() => done.push('later'))();
  first();
  jest.advanceTimersByTime(10_000);
  expect(done).toEqual([]);
});
