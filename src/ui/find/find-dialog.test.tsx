/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor } from '@testing-library/react';
import { Screens } from '@/testing/screen';
import { holdsUnsaved } from '@/ui/common/unsaved';
import type { WhereAtWork } from './commands';
import { FindDialog } from './find-dialog';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
  await screens.signIn('s-imke');
});
afterAll(() => screens.end());

async function open(where: WhereAtWork = { classes: true, office: false }) {
  let closed = 0;
  const close = () => {
    closed += 1;
  };
  const page = await screens.draw(() => <FindDialog where={where} close={close} />, 'over');
  return { ...page, box: page.getByRole('combobox', { name: 'Find' }), closed: () => closed };
}

test('a class by a few letters, and a piece of work past a slip, opened by key', async () => {
  const page = await open();
  await page.hand.type(page.box, 'tide-p');
  await page.findAllByRole('option', { name: /Tide-pool Science/ });
  await page.hand.clear(page.box);
  await page.hand.type(page.box, 'claud lader');
  const option = await page.findByRole('option', { name: /Reading the cloud ladder/ });
  expect(option.getAttribute('aria-selected')).toBe('true');
  expect(page.box.getAttribute('aria-activedescendant')).toBe(option.id);
  expect(await screens.found()).toEqual([]);
  await page.hand.type(page.box, '{Enter}');
  expect([page.closed(), screens.went.at(-1)]).toEqual([1, '/desk/cloud-ladder']);
});

test('a command and a guide are found by their words; the keys go round the list', async () => {
  const page = await open();
  await page.hand.type(page.box, 'timetab');
  await page.findByRole('option', { name: /See the timetable/ });
  await page.hand.clear(page.box);
  await page.hand.type(page.box, 'the shelf');
  await waitFor(() => expect(page.getAllByRole('option').length).toBeGreaterThan(1));
  await waitFor(() => expect(page.queryByText('Looking …')).toBeNull());
  const at = () => page.getAllByRole('option').findIndex((option) => option.getAttribute('aria-selected') === 'true');
  const last = page.getAllByRole('option').length - 1;
  await page.hand.type(page.box, '{ArrowUp}');
  expect(at()).toBe(last);
  await page.hand.type(page.box, '{ArrowDown}');
  expect(at()).toBe(0);
});

test('it says when nothing is called so, and when the school cannot be asked', async () => {
  const page = await open();
  await page.hand.type(page.box, 'zzzz');
  await page.findByText('Nothing is called “zzzz”.');
  screens.instead = () => Response.error();
  await page.hand.type(page.box, 'y');
  await waitFor(() => expect(page.getByRole('status').textContent).toMatch(/cannot be reached/));
  screens.instead = null;
});

test('whoever is of the office alone is offered its places, and none of those in classes', async () => {
  const page = await open({ classes: false, office: true });
  await page.hand.type(page.box, 'rosters');
  await page.hand.click(await page.findByRole('option', { name: /Go to Rosters/ }));
  expect(screens.went.at(-1)).toBe('/office/rosters');
  await page.hand.clear(page.box);
  await page.hand.type(page.box, 'timetab');
  await waitFor(() => expect(page.queryByRole('option', { name: /Go to Rosters/ })).toBeNull());
  expect(page.queryByRole('option', { name: /See the timetable/ })).toBeNull();
});

test('signing out by its command sends first what was not sent, and stays where the school cannot be told', async () => {
  const page = await open();
  const sent: (string | null)[] = [];
  const letGo = holdsUnsaved(async () => {
    sent.push(await screens.whoIsIn());
    return true;
  });
  await page.hand.type(page.box, 'sign out');
  await page.findByRole('option', { name: /Sign out/ });
  screens.instead = () => Response.error();
  await page.hand.type(page.box, '{Enter}');
  await page.findByText(/you are still signed in/);
  expect(page.closed()).toBe(0);
  screens.instead = null;
  await page.hand.type(page.box, '{Enter}');
  await waitFor(async () => expect(await screens.whoIsIn()).toBeNull());
  letGo();
  expect(sent).toEqual(['s-imke', 's-imke']);
});
