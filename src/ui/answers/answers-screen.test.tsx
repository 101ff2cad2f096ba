/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor, within } from '@testing-library/react';
import * as Y from 'yjs';
import { answersMap } from '@/core/documents/answers-fields';
import type { StepId } from '@/core/ids';
import { partsIn } from '@/core/questions/question-set';
import { doStep } from '@/server/doing/handing-in/handing-in';
import { beginAttempt } from '@/server/doing/questions/beginning';
import { endAttempt } from '@/server/doing/questions/ending';
import { answersScreen } from '@/server/reading/questions/answers-screen';
import { askedIn } from '@/server/reading/questions/asked';
import { findAttempt } from '@/store/attempts';
import { read } from '@/store/database';
import { appendUpdates } from '@/store/updates';
import { Screens } from '@/testing/screen';
import { AnswersScreen } from './answers-screen';

const STEP = 'over-the-sill-3' as StepId;
const QUIZ = 'cloud-names-1' as StepId;
const SAID = 'The water rises slowly at first, then fast, then slowly again.';
let screens: Screens;

/** Sits the exam and writes one long answer. */
async function sits(id: string, said: string): Promise<void> {
  const { db, person } = screens.school;
  const student = await person(id);
  for (const step of ['over-the-sill-1', 'over-the-sill-2']) await doStep(db, student, step as StepId, Date.now());
  const begun = await beginAttempt(db, student, { stepId: STEP, act: `exam of ${id}`, word: 'sill gate' }, Date.now());
  const attempt = begun.ok ? await read(db, findAttempt(begun.attempt)) : null;
  if (!attempt) throw new Error(`${id} could not begin`);
  const { set } = await askedIn(db, attempt);
  const ydoc = new Y.Doc();
  for (const part of partsIn(set)) if (part.kind === 'long') answersMap(ydoc).set(part.id, said);
  await appendUpdates(db, [{ documentId: attempt.documentId, update: Y.encodeStateAsUpdate(ydoc), at: Date.now() }]);
  await endAttempt(db, await person('t-kerr'), { attempt: attempt.id, by: 'teacher', reason: 'the bell' }, Date.now());
}

beforeAll(async () => {
  screens = await Screens.open();
  await sits('s-wren', SAID);
  await sits('s-yusuf', 'It is not the same.');
});
afterAll(() => screens.end());

const open = async (teacher: string, step: StepId) => {
  await screens.signIn(teacher);
  const { id } = await screens.school.person(teacher);
  return screens.draw(async () => {
    const view = await answersScreen(screens.school.db, id, step, Date.now());
    return view ? <AnswersScreen view={view} zone="Europe/Lisbon" now={Date.now()} /> : null;
  }, '(frame)/answers/[step]');
};

test('a long answer gets points and a word that is kept to use again; then it is read person by person', async () => {
  const page = await open('t-kerr', STEP);
  expect(page.getByText(SAID)).toBeTruthy();
  const wren = (name: RegExp | string) => page.getAllByLabelText(name)[0] as HTMLElement;
  await page.hand.type(wren(/^Points for Wren/), '6.5');
  const own = within(wren(/^Points for Wren/).closest('form') as HTMLElement);
  await page.hand.type(own.getByLabelText('A word about it'), 'Well seen: slow, fast, slow.');
  await page.hand.click(own.getByRole('button', { name: 'Keep the word to use again' }));
  await waitFor(() =>
    expect(page.getAllByRole('button', { name: 'Drop “Well seen: slow, fast, slow.”', hidden: true })).toHaveLength(2),
  );
  await page.hand.click(own.getByRole('button', { name: 'Keep' }));
  await own.findByText('Kept.');
  const points = async () => {
    const view = await answersScreen(screens.school.db, (await screens.school.person('t-kerr')).id, STEP, Date.now());
    const read = view?.parts.find(({ kind }) => kind === 'long')?.toRead ?? [];
    return Object.fromEntries(read.map(({ name, points: won, said }) => [name.split(' ')[0], [won, said]]));
  };
  expect(await points()).toEqual({ Wren: [6.5, 'Well seen: slow, fast, slow.'], Yusuf: [null, ''] });

  await page.hand.click(page.getByLabelText('Person by person'));
  expect(await screens.found()).toEqual([]);
  // Whoever is read already is folded, the first who is not is open.
  expect(page.getByText(/^Wren .*, 0 answers to read$/).closest('details')?.open).toBe(false);
  const yusuf = page.getByText(/^Yusuf .*, 1 answer to read$/).closest('details') as HTMLDetailsElement;
  expect(yusuf.open).toBe(true);
  const his = within(yusuf);
  expect(his.getByText(/^Question 8/)).toBeTruthy();
  await page.hand.click(his.getByText(/kept remarks?$/));
  await page.hand.click(his.getByRole('button', { name: 'Well seen: slow, fast, slow.' }));
  await page.hand.type(his.getByLabelText(/^Points for Yusuf/), '2');
  await page.hand.click(his.getByRole('button', { name: 'Keep' }));
  await waitFor(async () => expect((await points()).Yusuf).toEqual([2, 'Well seen: slow, fast, slow.']));
});

test('an answer that many gave and the key does not know is accepted, and says whose points that changed', async () => {
  const page = await open('t-bello', QUIZ);
  const line = page.getAllByText(/which the key does not know/)[0]?.closest('li') as HTMLElement;
  const wrote = Number(/^(\d+) wrote/.exec(line.textContent ?? '')?.[1]);
  await page.hand.click(within(line).getByRole('button', { name: 'Accept it' }));
  await waitFor(() => expect(screens.asked).toContain(`POST /api/steps/${QUIZ}/keys`));
  const { db } = screens.school;
  await waitFor(async () => {
    const { rows } = await db.query('SELECT count(*)::int AS n FROM key_change WHERE step_id = $1', [QUIZ]);
    expect(rows).toEqual([{ n: 1 }]);
  });
  // It is known now: nobody is said to have written what the key does not know.
  await waitFor(() => expect(line.isConnected).toBe(false));
  expect(wrote).toBeGreaterThan(0);
});

test('one person gets more minutes, with a reason, which stands in their line', async () => {
  const page = await open('t-kerr', STEP);
  const row = () => page.getAllByRole('row', { name: /not begun/ })[0] as HTMLElement;
  const name = within(row()).getByRole('rowheader').textContent ?? '';
  await page.hand.click(within(row()).getByRole('button', { name: `Give ${name} more minutes` }));
  const dialog = within(await page.findByRole('dialog'));
  expect(await screens.found()).toEqual([]);
  const give = dialog.getByRole('button', { name: 'Minutes' });
  // Not without a reason.
  expect(give.hasAttribute('disabled')).toBe(true);
  await page.hand.type(dialog.getByLabelText(/^Reason/), 'reads with a finger');
  await page.hand.click(give);
  await waitFor(() => expect(page.getByRole('row', { name: new RegExp(`^${name}.*10 minutes more`) })).toBeTruthy());
});
