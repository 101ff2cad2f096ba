/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor, within } from '@testing-library/react';
import { readyCheck } from '@/core/asks/ready-check';
import type { Doc } from '@/core/text/nodes';
import type { DeskView } from '@/server/reading/desk/desk';
import type { Receipt } from '@/store/hand-ins';
import { Screens } from '@/testing/screen';
import { useTimes } from '@/ui/common/times';
import { HandInDialog } from './hand-in-dialog';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());

const text = (words: string): Doc => ({
  type: 'doc',
  content: [{ type: 'paragraph', content: words === '' ? [] : [{ type: 'text', text: words }] }],
});

async function viewOf(id: string, assignment: string): Promise<DeskView> {
  await screens.signIn(id);
  return screens.desk(id, assignment);
}

interface Opened extends Partial<Parameters<typeof HandInDialog>[0]> {
  readonly view: DeskView;
  readonly written: string;
}

function Opened({ written, ...given }: Opened) {
  const check = readyCheck({ asks: given.view.asks, doc: text(written), starter: null, locale: 'en' });
  const times = useTimes('Europe/Lisbon');
  const nothing = () => {};
  const rest = {
    check,
    times,
    opened: true,
    coming: false,
    sending: false,
    close: nothing,
    flush: async () => true,
    done: nothing,
  };
  return <HandInDialog {...rest} {...given} />;
}

const open = (given: Opened) => screens.draw(() => <Opened {...given} />, '(frame)/desk/[assignment]');

test('says what goes, what is still open and what happens then, before anything is sent', async () => {
  const view = await viewOf('s-imke', 'cloud-ladder');
  screens.asked.length = 0;
  const page = await open({ view, written: 'Some words.' });
  const dialog = within(page.getByRole('dialog', { name: 'Hand in: Reading the cloud ladder' }));
  expect(dialog.getByText('Answer the questions, Imke A.')).toBeTruthy();
  expect(dialog.getByText('Still open')).toBeTruthy();
  expect(dialog.getByText('You can hand in all the same.')).toBeTruthy();
  expect(dialog.getByText('It is on time.')).toBeTruthy();
  expect(dialog.getByText('You can take it back and hand it in again.')).toBeTruthy();
  expect(await screens.found()).toEqual([]);
  expect(screens.asked).toEqual(['POST /api/assignments/cloud-ladder/hand-in/begin']);
});

test('opened before it was checked it is sent when it has been', async () => {
  const view = await viewOf('s-imke', 'cloud-ladder');
  let coming = true;
  const page = await screens.draw(
    () => <Opened view={view} written="Some words." {...(coming ? { check: null, coming } : {})} />,
    '(frame)/desk/[assignment]',
  );
  const send = () => page.getByRole('button', { name: 'Hand in' }) as HTMLButtonElement;
  expect(send().disabled).toBe(true);
  expect(page.queryByText('Still open')).toBeNull();
  coming = false;
  await page.again();
  expect(send().disabled).toBe(false);
  expect(page.getByText('Still open')).toBeTruthy();
  page.leave();
});

test('where no check comes nobody is kept waiting for it: what keeps it away is said', async () => {
  const view = await viewOf('s-imke', 'cloud-ladder');
  const page = await open({ view, written: '', check: null, coming: true, flush: async () => false });
  const send = page.getByRole('button', { name: 'Hand in' }) as HTMLButtonElement;
  expect(send.disabled).toBe(true);
  await waitFor(() => expect(send.disabled).toBe(false));
  await page.hand.click(send);
  expect((await page.findByRole('alert')).textContent).toContain('cannot be reached');
  page.leave();
});

test('a half-typed note is there again, and goes with the hand-in; the receipt is given on', async () => {
  const view = await viewOf('s-imke', 'cloud-ladder');
  const first = await open({ view, written: 'My own words.' });
  await first.hand.type(first.getByLabelText(/A note to the teacher/), 'Half a note');
  first.leave();
  let receipt: Receipt | null = null;
  const take = (given: Receipt) => {
    receipt = given;
  };
  const page = await open({ view, written: 'My own words.', done: take });
  const note = page.getByLabelText(/A note to the teacher/) as HTMLTextAreaElement;
  await waitFor(() => expect(note.value).toBe('Half a note'));
  await page.hand.click(page.getByRole('button', { name: 'Hand in' }));
  await waitFor(() => expect(receipt).not.toBeNull());
  const { rows } = await screens.school.db.query('SELECT note FROM hand_in WHERE id = $1', [
    (receipt as Receipt | null)?.id,
  ]);
  expect(rows).toEqual([{ note: 'Half a note' }]);
  expect(note.value).toBe('');
  page.leave();
  const after = await viewOf('s-imke', 'cloud-ladder');
  expect([after.state, after.moves.includes('hand-in')]).toEqual(['handed-in', false]);
});

test('what cannot be reached or is refused is said, and nothing that was typed is gone', async () => {
  const view = await viewOf('s-yusuf', 'cloud-ladder');
  const away = await open({ view, written: 'My own words.', flush: async () => false });
  await away.hand.type(away.getByLabelText(/A note to the teacher/), 'Wait for me.');
  screens.asked.length = 0;
  await away.hand.click(away.getByRole('button', { name: 'Hand in' }));
  await waitFor(() => expect(away.getByRole('alert').textContent).toMatch(/cannot be reached/));
  expect(screens.asked).toEqual([]);
  away.leave();
  // Nothing has been written on the server, which looks for itself.
  const page = await open({ view, written: 'My own words.' });
  await page.hand.click(page.getByRole('button', { name: 'Hand in' }));
  await waitFor(() => expect(page.getByRole('alert').textContent).not.toBe(''));
  expect((page.getByLabelText(/A note to the teacher/) as HTMLTextAreaElement).value).toBe('Wait for me.');
});

test('what closes while one looks at it is not handed in: when it closed is said, and the note stays', async () => {
  const view = await viewOf('s-yusuf', 'captain-letter');
  const page = await open({ view, written: 'Dear Captain Osei, I live above the shop.' });
  await page.hand.type(page.getByLabelText(/A note to the teacher/), 'It is short.');
  const closed = new Date(Date.now() - 60_000);
  await screens.school.db.query("UPDATE assignment SET closes_at = $1 WHERE id = 'captain-letter'", [closed]);
  await page.hand.click(page.getByRole('button', { name: 'Hand in' }));
  await waitFor(() =>
    expect(page.getByRole('alert').textContent).toMatch(/^This closed .*, so it cannot be handed in any more\./),
  );
  expect(page.getByRole('alert').textContent).toContain('What you typed is kept.');
  expect((page.getByLabelText(/A note to the teacher/) as HTMLTextAreaElement).value).toBe('It is short.');
  page.leave();
  const after = await viewOf('s-yusuf', 'captain-letter');
  expect([after.state, after.moves.includes('hand-in')]).toEqual(['closed', false]);
});

test('while a file is on its way, or something bars it, nothing is sent', async () => {
  const view = await viewOf('s-yusuf', 'cloud-ladder');
  const sending = await open({ view, written: 'My own words.', sending: true });
  expect(sending.getByRole('button', { name: 'Hand in' }).hasAttribute('disabled')).toBe(true);
  sending.leave();
  const empty = await open({ view, written: '' });
  expect(empty.getByRole('button', { name: 'Hand in' }).hasAttribute('disabled')).toBe(true);
});

test('what late costs is said with how late it is', async () => {
  const view = await viewOf('s-yusuf', 'cloud-ladder');
  const dueAt = Date.now() - 30 * 3_600_000;
  const page = await open({ view: { ...view, dueAt, points: 100 }, written: 'My own words.' });
  const item = page.getAllByRole('listitem').find(({ className }) => className === 'plum');
  expect(item?.textContent).toMatch(/1 day 6 h/);
  expect(page.queryByText('It is on time.')).toBeNull();
});

test('in Arabic it is whole, too', async () => {
  const view = await viewOf('s-yusuf', 'cloud-ladder');
  const page = await screens.draw(() => <Opened view={view} written="Words." />, '(frame)/desk/[assignment]', 'ar');
  expect(page.getByRole('dialog').textContent).toMatch(/[\u0621-\u064a]{3}/);
  expect(await screens.found()).toEqual([]);
});
