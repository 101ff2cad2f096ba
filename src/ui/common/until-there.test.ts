/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { untilThere } from './until-there';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

/** Something that fails so often before it comes. */
function failing(times: number) {
  let tries = 0;
  const load = jest.fn(async () => {
    tries += 1;
    if (tries <= times) throw new Error('no network');
    return 'there';
  });
  const came = jest.fn();
  void untilThere(load).then(came);
  return { load, came };
}

test('what comes at once is asked for once', async () => {
  const { load, came } = failing(0);
  await jest.advanceTimersByTimeAsync(0);
  expect(came).toHaveBeenCalledWith('there');
  await jest.advanceTimersByTimeAsync(60_000);
  expect(load).toHaveBeenCalledTimes(1);
});

test('what fails is asked for again, each time later, until it comes', async () => {
  const { load, came } = failing(3);
  await jest.advanceTimersByTimeAsync(499);
  expect(load).toHaveBeenCalledTimes(1);
  await jest.advanceTimersByTimeAsync(1 + 1000);
  expect(load).toHaveBeenCalledTimes(3);
  expect(came).not.toHaveBeenCalled();
  await jest.advanceTimersByTimeAsync(2000);
  expect(came).toHaveBeenCalledWith('there');
});

test('it waits no longer than eight seconds', async () => {
  const { load } = failing(1000);
  await jest.advanceTimersByTimeAsync(500 + 1000 + 2000 + 4000);
  const before = load.mock.calls.length;
  await jest.advanceTimersByTimeAsync(80_000);
  expect(load.mock.calls.length - before).toBe(10);
});

test('as soon as the network is back it is asked for', async () => {
  const { load, came } = failing(1);
  await jest.advanceTimersByTimeAsync(10);
  dispatchEvent(new Event('online'));
  await jest.advanceTimersByTimeAsync(0);
  expect(load).toHaveBeenCalledTimes(2);
  expect(came).toHaveBeenCalledWith('there');
});
