/** @jest-environment ./scripts/window-environment.mjs */
import { act, waitFor } from '@testing-library/react';
import type { Role } from '@/core/office/person';
import { Screens } from '@/testing/screen';
import { PersonMenu } from './person-menu';

const student: Role = 'student';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
  await screens.signIn('s-imke');
});
afterAll(() => screens.end());

test('what stands below the choices of reading stays where it is when their words come, and is one’s way out', async () => {
  const page = await screens.draw(() => <PersonMenu name="Imke A." role={student} />);
  act(() => page.getByRole('button', { name: 'Imke A.' }).click());
  const rows = () => page.container.querySelectorAll('.reading').length;
  expect([rows(), page.queryByLabelText('Typeface')]).toEqual([3, null]);
  await page.findByLabelText('Typeface');
  expect(rows()).toBe(3);
  await page.hand.click(page.getByRole('button', { name: 'Sign out' }));
  await waitFor(async () => expect(await screens.whoIsIn()).toBeNull());
});
