/** @jest-environment ./scripts/window-environment.mjs */
import { jest } from '@jest/globals';
import { configure, waitFor } from '@testing-library/react';
import { emptyDatabases } from '@/testing/databases';
import { Screens } from '@/testing/screen';
import { DeviceKeeper } from './keeper';
import { keyOf, NAMES } from './person-store';

// On a machine that does something else.
configure({ asyncUtilTimeout: 10_000 });

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());
beforeEach(async () => {
  localStorage.clear();
  emptyDatabases();
  await screens.signIn('s-imke');
});

const WREN = keyOf('tag-of-wren', 'reading');
const LOCK = keyOf('tag-of-imke', NAMES.lock);
const draw = () => screens.draw(() => <DeviceKeeper tag="tag-of-imke" />, '(frame)/today');

test('what locks is kept on the device, and what somebody else left there goes', async () => {
  localStorage.setItem(WREN, 'large');
  const page = await draw();
  await waitFor(() => expect([localStorage.getItem(LOCK) !== null, localStorage.getItem(WREN)]).toEqual([true, null]));
  // Nothing that opens.
  expect(Object.keys(JSON.parse(localStorage.getItem(LOCK) ?? '{}')).sort()).toEqual(['crv', 'kty', 'x', 'y']);
  page.leave();
});

test('a browser that takes nothing more in is cleared of somebody else all the same', async () => {
  localStorage.setItem(WREN, 'large');
  const full = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  const page = await draw();
  await waitFor(() => expect(localStorage.getItem(WREN)).toBeNull());
  full.mockRestore();
  page.leave();
});
