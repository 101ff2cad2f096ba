/** @jest-environment ./scripts/window-environment.mjs */

import { waitFor, within } from '@testing-library/react';
import type { AssignmentId, PersonId } from '@/core/ids';
import { asideAs, openAsides } from '@/server/reading/talk/asides';
import { read } from '@/store/database';
import { Screens } from '@/testing/screen';
import { AsidesScreen } from '@/ui/asides/asides-screen';
import { useTimes } from '@/ui/common/times';
import { Aside } from './aside';

const LOG = 'storm-log' as AssignmentId;
const CHIARA = 's-chiara' as PersonId;
let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());

function Shown(given: Omit<Parameters<typeof Aside>[0], 'times'>) {
  return <Aside {...given} times={useTimes('Europe/Lisbon')} />;
}

/** The aside on the storm log of Chiara, as somebody who may read it has it. */
async function openAs(id: string) {
  await screens.signIn(id);
  const reader = await screens.school.person(id);
  return screens.draw(async () => {
    const messages = await read(screens.school.db, asideAs(reader, { assignmentId: LOG, studentId: CHIARA }));
    return (
      <Shown assignment={LOG} student={CHIARA} messages={messages} readers="Only we read this." now={Date.now()} />
    );
  }, '(frame)/desk/[assignment]');
}

const box = (page: Awaited<ReturnType<typeof openAs>>) =>
  page.getByRole('textbox', { name: 'Write a quiet word' }) as HTMLTextAreaElement;

test('who reads it stands above it; what is half-typed is there again after leaving', async () => {
  const page = await openAs('s-chiara');
  expect(page.getByText('Only we read this.')).toBeTruthy();
  expect(await screens.found()).toEqual([]);
  await page.hand.type(box(page), 'Half a thought');
  page.leave();
  const again = await openAs('s-chiara');
  await waitFor(() => expect(box(again).value).toBe('Half a thought'));
  await again.hand.clear(box(again));
});

test('what the network swallows stays where it was typed, and is sent once when it is tried again', async () => {
  const page = await openAs('s-chiara');
  await page.hand.type(box(page), 'Is this lost?');
  screens.instead = (request) => (request.url.endsWith(`/asides/${CHIARA}`) ? Response.error() : undefined);
  await page.hand.click(page.getByRole('button', { name: 'Send' }));
  await waitFor(() => expect(page.getByRole('alert').textContent).not.toBe(''));
  expect(box(page).value).toBe('Is this lost?');
  screens.instead = null;
  await page.hand.click(page.getByRole('button', { name: 'Send' }));
  await waitFor(() => expect(page.getAllByRole('listitem')).toHaveLength(1));
  expect(box(page).value).toBe('');
  await page.hand.click(page.getByRole('button', { name: 'Withdraw' }));
  await page.findByText('This was withdrawn.');
});

test('a message with a file, mended, read by the teacher from the list of all, seen, withdrawn', async () => {
  const page = await openAs('s-chiara');
  const before = page.queryAllByRole('listitem').length;
  await page.hand.upload(
    page.getByLabelText('Attach files'),
    new File(['an arrow, and a question mark'], 'my sketch.txt', { type: 'text/plain' }),
  );
  await page.findByText('my sketch.txt');
  await page.hand.type(box(page), 'Which why is north?');
  await page.hand.click(page.getByRole('button', { name: 'Send' }));
  await waitFor(() => expect(page.getAllByRole('listitem')).toHaveLength(before + 1));
  const own = () => within(page.getAllByRole('listitem').at(-1) as HTMLElement);
  // What is attached is a line of a list, too, until it is sent.
  await page.hand.click(await waitFor(() => own().getByRole('button', { name: 'Mend' })));
  await page.hand.clear(own().getByLabelText('Mend'));
  await page.hand.type(own().getByLabelText('Mend'), 'Which way is north?');
  await page.hand.click(own().getByRole('button', { name: 'Keep it so' }));
  await own().findByText('Which way is north?');
  await waitFor(() => expect(own().getByText(/\(mended\)/)).toBeTruthy());
  page.leave();

  await screens.signIn('t-bello');
  const bello = await screens.school.person('t-bello');
  const all = await screens.draw(
    async () => (
      <AsidesScreen asides={await openAsides(screens.school.db, bello)} zone="Europe/Lisbon" now={Date.now()} />
    ),
    '(frame)/asides',
  );
  const waiting = all.getByRole('link', { name: /Chiara Lund/ });
  expect(waiting.textContent).toContain('Which way is north?');
  expect(waiting.getAttribute('href')).toBe('/marking/storm-log?student=s-chiara');
  expect(await screens.found()).toEqual([]);
  all.leave();
  const staff = await openAs('t-bello');
  const link = await staff.findByRole('link', { name: 'my sketch.txt' });
  const file = await fetch(String(link.getAttribute('href')));
  expect(await file.text()).toBe('an arrow, and a question mark');
  expect(file.headers.get('content-disposition')).toContain('attachment');
  await waitFor(() => expect(screens.asked).toContain(`POST /api/assignments/${LOG}/asides/${CHIARA}/read`));
  staff.leave();

  const back = await openAs('s-chiara');
  await waitFor(() => expect(back.getAllByRole('listitem').at(-1)?.textContent).toContain('✓ seen'));
  await back.hand.click(within(back.getAllByRole('listitem').at(-1) as HTMLElement).getByText('Withdraw'));
  await waitFor(() => expect(back.getAllByRole('listitem').at(-1)?.textContent).toContain('This was withdrawn.'));
  back.leave();
  const gone = await openAs('t-bello');
  expect(gone.queryByText('Which way is north?')).toBeNull();
});
