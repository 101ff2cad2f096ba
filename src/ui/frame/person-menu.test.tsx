/** @jest-environment ./scripts/window-environment.mjs */
import { act, waitFor } from '@testing-library/react';
import type { Role } from '@/core/office/person';
import { Screens } from '@/testing/screen';
import { holdsUnsaved } from '@/ui/common/unsaved';
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

test('whoever leaves sends first what was not sent, and hears where the school cannot be told', async () => {
  await screens.signIn('s-imke');
  const page = await screens.draw(() => <PersonMenu name="Imke A." role={student} />);
  await page.hand.click(page.getByRole('button', { name: 'Imke A.' }));
  const done: string[] = [];
  let go: () => void = () => {};
  const letGo = holdsUnsaved(async () => {
    await new Promise<void>((resolve) => {
      go = resolve;
    });
    done.push(`sent while ${await screens.whoIsIn()} was in`);
    return true;
  });
  screens.instead = () => Response.error();
  const out = page.getByRole('button', { name: 'Sign out' });
  await page.hand.click(out);
  expect(out.hasAttribute('disabled')).toBe(true);
  go();
  await waitFor(() => expect(page.getByRole('alert').textContent).toMatch(/still signed in/));
  screens.instead = null;
  await page.hand.click(out);
  go();
  await waitFor(async () => expect(await screens.whoIsIn()).toBeNull());
  letGo();
  expect(done).toEqual(['sent while s-imke was in', 'sent while s-imke was in']);
  expect(page.getByRole('alert').textContent).toBe('');
});
