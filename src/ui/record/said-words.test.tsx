/** @jest-environment ./scripts/window-environment.mjs */
import { statSync } from 'node:fs';
import { sent } from '@demo/seed/sent';
import { waitFor } from '@testing-library/react';
import { readVtt } from '@/core/formats/webvtt';
import type { AssignmentId } from '@/core/ids';
import { handIn } from '@/server/doing/handing-in/handing-in';
import { takeUpload } from '@/server/doing/pieces/pieces';
import { fingerprint } from '@/server/fingerprint';
import { filesFolder } from '@/server/kite';
import { findPiece } from '@/store/pieces';
import { Screens } from '@/testing/screen';
import { RecordWords } from './record-words';
import { SaidWords } from './said-words';

const LETTER = 'spoken-letter' as AssignmentId;
let screens: Screens;
const ended: boolean[] = [];

beforeAll(async () => {
  screens = await Screens.open();
  await screens.signIn('s-wren');
  const path = sent('spoken-letter.webm');
  const { sha256 } = await fingerprint(path);
  const file = { path, folder: filesFolder(), sha256, type: 'audio/webm', size: statSync(path).size };
  const given = { id: 'mine', assignmentId: LETTER, name: 'mine.webm', file: { ...file, pages: null, seconds: 75.2 } };
  await takeUpload(screens.school.db, await screens.school.person('s-wren'), given, Date.now());
});
afterAll(() => screens.end());
beforeEach(() => ended.splice(0));

const open = () =>
  screens.draw(
    () => (
      <RecordWords>
        <SaidWords piece="mine" of="sound" lang="en" done={(changed) => ended.push(changed)} />
      </RecordWords>
    ),
    '(frame)/desk/[assignment]',
  );
const kept = async () => {
  const piece = await findPiece(screens.school.db, 'mine');
  const captions = piece && 'captions' in piece.is ? piece.is.captions : null;
  return readVtt(captions ?? '').map(({ from, words }) => [from, words]);
};
const hearAt = (page: Awaited<ReturnType<typeof open>>, at: number) => {
  const audio = page.container.querySelector('audio');
  if (!audio) throw new Error('nothing is heard');
  Object.defineProperty(audio, 'currentTime', { value: at, writable: true });
  audio.dispatchEvent(new Event('timeupdate', { bubbles: false }));
};

test('a line begins where one is in what is heard, and the lines stay in their order', async () => {
  const page = await open();
  await page.hand.type(await page.findByRole('textbox', { name: 'What is said from 0:00' }), 'Dear Captain.');
  hearAt(page, 9.3);
  await page.hand.keyboard('{Enter}');
  await page.hand.keyboard('I count.');
  hearAt(page, 2.84);
  await page.hand.click(await page.findByRole('button', { name: 'Another line from 0:02' }));
  await page.hand.keyboard('I live above.');
  expect(page.getAllByRole('textbox').map((field) => (field as HTMLInputElement).value)).toEqual([
    'Dear Captain.',
    'I live above.',
    'I count.',
  ]);
  hearAt(page, 10);
  await page.hand.click(await page.findByRole('button', { name: 'Move the line from 0:09 to 0:10' }));
  expect(await screens.found()).toEqual([]);
  page.leave();
});

test('what was typed is there again for whoever left without keeping it, and is kept then', async () => {
  const page = await open();
  expect((await page.findByRole<HTMLInputElement>('textbox', { name: 'What is said from 0:10' })).value).toBe(
    'I count.',
  );
  expect(await kept()).toEqual([]);
  await page.hand.click(page.getByRole('button', { name: 'Keep the words' }));
  await waitFor(() => expect(ended).toEqual([true]));
  expect(await kept()).toEqual([
    [0, 'Dear Captain.'],
    [2.8, 'I live above.'],
    [10, 'I count.'],
  ]);
  page.leave();
});

test('whoever leaves it as it was finds it so', async () => {
  const page = await open();
  await page.hand.click(await page.findByRole('button', { name: 'Take the line from 0:02 off' }));
  expect(page.getAllByRole('textbox')).toHaveLength(2);
  await page.hand.click(page.getByRole('button', { name: 'Leave it as it was' }));
  expect(ended).toEqual([false]);
  page.leave();
  const again = await open();
  expect(await again.findAllByRole('textbox')).toHaveLength(3);
  again.leave();
});

test('where it cannot be kept it is said why, and the words stay', async () => {
  const page = await open();
  const last = await page.findByRole<HTMLInputElement>('textbox', { name: 'What is said from 0:10' });
  await page.hand.type(last, ' Every evening.');
  screens.instead = ({ method }) => (method === 'POST' ? Response.error() : undefined);
  await page.hand.click(page.getByRole('button', { name: 'Keep the words' }));
  await page.findByText(/^The school cannot be reached just now/);
  screens.instead = null;
  const student = await screens.school.person('s-wren');
  expect(
    (await handIn(screens.school.db, student, { assignmentId: LETTER, act: 'words', note: '' }, Date.now())).ok,
  ).toBe(true);
  await page.hand.click(page.getByRole('button', { name: 'Keep the words' }));
  await page.findByText(/^This lies with your teacher/);
  expect(last.value).toBe('I count. Every evening.');
  expect(ended).toEqual([]);
  page.leave();
});
