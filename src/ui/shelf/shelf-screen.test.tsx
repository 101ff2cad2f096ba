/** @jest-environment ./scripts/window-environment.mjs */
import en from '@messages/en';
import { waitFor, within } from '@testing-library/react';
import type { DocumentId } from '@/core/ids';
import { writtenIn } from '@/server/reading/documents/stored-documents';
import { shelf } from '@/server/reading/shelf/shelf';
import { Screens } from '@/testing/screen';
import { ShelfScreen } from './shelf-screen';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
  await screens.signIn('s-imke');
});
afterAll(() => screens.end());

const open = () =>
  screens.draw(async () => {
    const imke = await screens.school.person('s-imke');
    const now = Date.now();
    return <ShelfScreen {...(await shelf(screens.school.db, imke, now))} zone="Europe/Lisbon" now={now} />;
  }, '(frame)/shelf');

test('holds what one made and a class of the past, and axe finds nothing', async () => {
  const page = await open();
  expect(page.getByRole('heading', { name: /Ropework, last year/ })).toBeTruthy();
  expect(page.getByRole('link', { name: 'My first splice' })).toBeTruthy();
});

test('a new document is opened; it is renamed, copied, binned and taken out where it lies', async () => {
  const page = await open();
  await page.hand.click(page.getByRole('button', { name: 'New document' }));
  await waitFor(() => expect(screens.went.at(-1)).toMatch(/^\/shelf\/[\w-]+$/));
  const row = (title: string) => within(page.getByRole('link', { name: title }).closest('li') as HTMLElement);
  const title = en.shelf['new-title'];
  await page.hand.click(await page.findByRole('button', { name: `Rename ${title}` }));
  const name = page.getByLabelText('Name');
  await page.hand.clear(name);
  await page.hand.type(name, 'Kites I know');
  await page.hand.click(page.getByRole('button', { name: 'Keep' }));
  await page.findByRole('link', { name: 'Kites I know' });
  await page.hand.click(page.getByRole('button', { name: 'Make a copy of Kites I know' }));
  await page.findByRole('link', { name: 'Kites I know, a copy' });
  await page.hand.click(row('Kites I know, a copy').getByRole('button', { name: /into the bin/ }));
  await waitFor(() => expect(page.queryByRole('link', { name: 'Kites I know, a copy' })).toBeNull());
  await page.hand.click(page.getByText('In the bin (1)'));
  await page.hand.click(page.getByRole('button', { name: 'Take Kites I know, a copy out of the bin' }));
  await page.findByRole('link', { name: 'Kites I know, a copy' });
});

test('sheets of paper of one’s own are begun, ruled as they were chosen', async () => {
  const page = await open();
  const before = screens.went.length;
  await page.hand.click(page.getByRole('button', { name: 'New sheets: New sheets' }));
  await page.hand.click(await page.findByRole('button', { name: 'paper with squares' }));
  await waitFor(() => expect(screens.went).toHaveLength(before + 1));
  expect(screens.went.at(-1)).toMatch(/^\/shelf\/[\w-]+$/);
  const id = screens.went.at(-1)?.split('/').at(-1) as DocumentId;
  const read = await writtenIn(screens.school.db, 's-imke', id);
  expect(read.ok && read.written).toMatchObject({
    kind: 'pages',
    content: {
      file: null,
      boxes: [],
      sheets: [
        { ruling: 'squared', page: null },
        { ruling: 'squared', page: null },
      ],
    },
  });
});

test('looking through it narrows it by words and by kind, and says when nothing is left', async () => {
  const page = await open();
  const seek = page.getByLabelText('Look through the Shelf');
  await page.hand.type(seek, 'SPLICE');
  expect(page.getAllByRole('listitem')).toHaveLength(1);
  await page.hand.clear(seek);
  await page.hand.type(seek, 'nothing is called so');
  expect(page.getByRole('status').textContent).not.toBe('');
  expect(page.queryAllByRole('listitem')).toHaveLength(0);
  await page.hand.clear(seek);
  const all = page.getAllByRole('listitem').length;
  await page.hand.selectOptions(page.getByRole('combobox'), 'notes');
  expect(page.queryAllByRole('listitem').length).toBeLessThan(all);
});

test('what cannot be done is said, and the Shelf stays as it is', async () => {
  const page = await open();
  const before = page.getAllByRole('listitem').length;
  screens.instead = (request) => (request.method === 'POST' ? Response.error() : undefined);
  await page.hand.click(page.getByRole('button', { name: 'Make a copy of Kites I know' }));
  await waitFor(() => expect(page.getByRole('alert').textContent).not.toBe(''));
  expect(page.getAllByRole('listitem')).toHaveLength(before);
  screens.instead = null;
});
