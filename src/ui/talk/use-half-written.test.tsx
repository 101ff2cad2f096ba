/** @jest-environment ./scripts/window-environment.mjs */
import { jest } from '@jest/globals';
import { act, cleanup, renderHook } from '@testing-library/react';
import { says } from '@/testing/says';
import { keepHere, useHalfWritten } from './use-half-written';

const asked: { url: string; body: unknown }[] = [];
let there: { readonly body: unknown; readonly at: number } | null | 'away';

beforeEach(() => {
  jest.useFakeTimers();
  localStorage.clear();
  asked.length = 0;
  there = null;
  globalThis.fetch = (async (input: string | URL | Request, init?: RequestInit) => {
    asked.push({ url: String(input), body: init?.body ? JSON.parse(String(init.body)) : null });
    if (there === 'away') throw new TypeError('no network');
    return new Response(JSON.stringify({ ok: true, written: there }), {
      headers: { 'content-type': 'application/json' },
    });
  }) as typeof fetch;
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

/** Somebody comes to a place where something may be half written. */
async function at(place: string) {
  const hook = renderHook(({ of }) => useHalfWritten(of), { initialProps: { of: place } });
  await act(() => jest.advanceTimersByTimeAsync(1));
  return hook;
}
const sent = () => asked.filter(({ body }) => body !== null).map(({ body }) => body);

test('what was kept later is gone on with: here, or on another device', async () => {
  keepHere('talk 1', { body: says('here'), at: 20 });
  there = { body: says('there'), at: 10 };
  expect((await at('talk 1')).result.current.first?.body).toEqual(says('here'));
  there = { body: says('there'), at: 30 };
  expect((await at('talk 1')).result.current.first?.body).toEqual(says('there'));
});

test('without a network what is here is there; where nothing is, that is known', async () => {
  there = 'away';
  keepHere('talk 1', { body: says('here'), at: 20 });
  expect((await at('talk 1')).result.current.first?.body).toEqual(says('here'));
  expect((await at('talk 2')).result.current.first).toEqual({ place: 'talk 2', body: null });
});

test('each word is kept here at once, and goes to the school after a pause, the last alone', async () => {
  const { result } = await at('talk 1');
  act(() => result.current.keep(says('We')));
  act(() => result.current.keep(says('We saw')));
  expect(JSON.stringify(localStorage)).toContain('We saw');
  expect(sent()).toEqual([]);
  await act(() => jest.advanceTimersByTimeAsync(1300));
  expect(sent()).toEqual([{ place: 'talk 1', body: says('We saw') }]);
  await act(() => jest.advanceTimersByTimeAsync(5000));
  expect(sent()).toHaveLength(1);
});

test('whoever leaves before the pause is over has it on other devices nevertheless', async () => {
  const { result, unmount } = await at('talk 1');
  act(() => result.current.keep(says('We')));
  unmount();
  expect(sent()).toEqual([{ place: 'talk 1', body: says('We') }]);
});

test('at another place it is that which is half written there, and what was typed stays where it was', async () => {
  keepHere('talk 2', { body: says('other'), at: 5 });
  const { result, rerender } = await at('talk 1');
  act(() => result.current.keep(says('We')));
  rerender({ of: 'talk 2' });
  expect(result.current.first).toBeNull();
  expect(sent()).toEqual([{ place: 'talk 1', body: says('We') }]);
  await act(() => jest.advanceTimersByTimeAsync(1));
  expect(result.current.first?.body).toEqual(says('other'));
});

test('what was sent or thrown away is half written nowhere', async () => {
  const { result } = await at('talk 1');
  act(() => result.current.keep(says('We')));
  act(() => result.current.drop());
  expect(JSON.stringify(localStorage)).not.toContain('We');
  expect(sent()).toEqual([{ place: 'talk 1', body: null }]);
  await act(() => jest.advanceTimersByTimeAsync(5000));
  expect(sent()).toHaveLength(1);
});

test('a store that is full keeps nobody from writing: the school has it', async () => {
  const { result } = await at('talk 1');
  const full = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  act(() => result.current.keep(says('We')));
  await act(() => jest.advanceTimersByTimeAsync(1300));
  full.mockRestore();
  expect(sent()).toEqual([{ place: 'talk 1', body: says('We') }]);
});

test('what lies there and is none is passed over', async () => {
  keepHere('talk 1', { body: says('here'), at: 20 });
  const [key = ''] = Object.keys(localStorage);
  localStorage.setItem(key, '{broken');
  expect((await at('talk 1')).result.current.first?.body).toBeNull();
});
