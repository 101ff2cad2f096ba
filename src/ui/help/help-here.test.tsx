/** @jest-environment ./scripts/window-environment.mjs */
import { within } from '@testing-library/react';
import { addressOf } from '@/core/places';
import { Screens } from '@/testing/screen';
import { GUIDES } from './guides';
import { HelpHere } from './help-here';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());

test.each(['en', 'ar'] as const)('the guide of the screen opens over it, with whom to ask: %s', async (locale) => {
  let closed = 0;
  const close = () => {
    closed += 1;
  };
  const page = await screens.draw(() => <HelpHere help="Ms Quill" close={close} />, 'over', locale);
  const sheet = within(page.getByRole('dialog'));
  expect(sheet.getByText(/Ms Quill/)).toBeTruthy();
  expect(sheet.getAllByRole('heading').length).toBeGreaterThan(0);
  expect(sheet.getAllByRole('link').map((link) => link.getAttribute('href'))).toContain(addressOf({ at: 'help' }));
  expect(await screens.found()).toEqual([]);
  await page.hand.keyboard('{Escape}');
  expect(closed).toBe(1);
  expect(GUIDES.length).toBeGreaterThan(4);
});
