/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor, within } from '@testing-library/react';
import { newDocument } from '@/server/doing/documents/own-documents';
import { Screens } from '@/testing/screen';
import { PiecesSheet } from './pieces-sheet';
import type { Sending, Uploads } from './use-uploads';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
  await screens.signIn('s-wren');
});
afterAll(() => screens.end());

const cancelled: number[] = [];
const nothing = () => {};

function open(canChange = true, sending: readonly Sending[] = []) {
  const uploads: Uploads = { sending, add: nothing, again: nothing, cancel: (key) => cancelled.push(key) };
  return screens.draw(
    async () => (
      <PiecesSheet
        view={await screens.desk('s-wren', 'food-web')}
        uploads={uploads}
        canChange={canChange}
        open={nothing}
      />
    ),
    '(frame)/desk/[assignment]',
  );
}

test('says beforehand what is asked for and how large it may be', async () => {
  const page = await open();
  expect(page.getByText('Asked for: 1 to 2 files (picture or PDF).')).toBeTruthy();
  expect(page.getByText(/Each may have up to 500 MB/)).toBeTruthy();
  expect(await screens.found()).toEqual([]);
});

test('a link that cannot be opened is refused in words, and what was typed stays; a good one goes along', async () => {
  const page = await open();
  await page.hand.click(page.getByRole('button', { name: 'A link' }));
  const address = page.getByLabelText('Where it leads') as HTMLInputElement;
  await page.hand.type(address, 'javascript:alert(1)');
  await page.hand.click(page.getByRole('button', { name: 'Attach the link' }));
  await page.findByText(/^This is no address that can be opened/);
  expect(address.value).toBe('javascript:alert(1)');
  await page.hand.clear(address);
  await page.hand.type(address, 'tides.example.org/crabs');
  await page.hand.click(page.getByRole('button', { name: 'Attach the link' }));
  await waitFor(() => expect(page.queryByLabelText('Where it leads')).toBeNull());
  const along = within(page.getByRole('list', { name: /goes along/i }));
  await along.findAllByText(/tides\.example\.org/);
});

test('it is renamed, taken off and brought back where it lies', async () => {
  const page = await open();
  const link = page.getAllByRole('button', { name: /^Rename / })[0]?.getAttribute('aria-label') ?? '';
  await page.hand.click(page.getByRole('button', { name: link }));
  const name = page.getByLabelText('New name');
  await page.hand.clear(name);
  await page.hand.type(name, 'the crab{Enter}');
  await page.findByRole('button', { name: 'Rename the crab' });
  await page.hand.click(page.getByRole('button', { name: 'Take the crab off' }));
  await page.hand.click(await page.findByText('One thing was taken off'));
  await page.hand.click(page.getByRole('button', { name: 'Bring the crab back' }));
  await page.findByRole('button', { name: 'Take the crab off' });
  expect(page.queryByText('One thing was taken off')).toBeNull();
});

test('what lies on the Shelf is found by its name and put to the work', async () => {
  const wren = await screens.school.person('s-wren');
  await newDocument(screens.school.db, wren, 'Kites I know', Date.now());
  const page = await open();
  await page.hand.click(page.getByRole('button', { name: 'From your Shelf' }));
  await page.hand.type(page.getByRole('searchbox'), 'kites i');
  await page.hand.click(page.getByRole('button', { name: 'Kites I know' }));
  await page.findByText(/from your Shelf/);
});

test('a file on its way shows how far it is; one that stopped goes on, one that was refused is put away', async () => {
  const one = { size: 2000, sent: 1000, code: '' };
  const page = await open(true, [
    { ...one, key: 1, name: 'going.png', state: 'going' },
    { ...one, key: 2, name: 'stopped.png', state: 'stopped' },
    { ...one, key: 3, name: 'refused.pdf', state: 'refused', code: 'not-what-it-says' },
    { ...one, key: 4, name: 'full.png', state: 'refused', code: 'no-space' },
  ]);
  expect(page.getByRole('progressbar').getAttribute('value')).toBe('1000');
  expect(page.getByText(/^The school has no room left on its disk/)).toBeTruthy();
  await page.hand.click(page.getAllByRole('button', { name: 'Put away' })[0] as HTMLElement);
  expect(cancelled).toEqual([3]);
  expect(await screens.found()).toEqual([]);
});

test('what was handed in is opened and not changed', async () => {
  const page = await open(false);
  expect(page.queryByRole('button', { name: /^Rename/ })).toBeNull();
  expect(page.queryByRole('button', { name: 'A link' })).toBeNull();
});
