/** @jest-environment ./scripts/window-environment.mjs */
import { act, renderHook } from '@testing-library/react';
import { useAddress } from './use-address';

test('an address that came past the router is shown, and told to the router, which would put the one before back', async () => {
  const told: string[] = [];
  const { replaceState } = window.history;
  // As the framework listens.
  window.history.replaceState = (state, unused, url) => {
    told.push(String(url));
    replaceState.call(window.history, state, unused, url);
  };
  const { result, unmount } = renderHook(() => useAddress());
  act(() => result.current.change('step', 'hand-in'));
  const changed = new Promise((resolve) => window.addEventListener('hashchange', resolve, { once: true }));
  window.location.hash = 'sheet=feedback';
  await act(async () => void (await changed));
  expect([result.current.sheet, result.current.step]).toEqual(['feedback', null]);
  expect(told).toEqual(['/#step=hand-in', 'http://localhost:3000/#sheet=feedback']);
  unmount();
});
