/** @jest-environment ./scripts/window-environment.mjs */
import { jest } from '@jest/globals';
import { waitFor, within } from '@testing-library/react';
import type { AssignmentId } from '@/core/ids';
import { HAND_BACK_JOB, UNDO_FOR } from '@/server/doing/marking/handing-back';
import { Jobs } from '@/server/live/jobs/jobs';
import { JOBS } from '@/server/live/jobs/kinds';
import { markingDesk } from '@/server/reading/marking/marking-desk';
import { read } from '@/store/database';
import { newsFor } from '@/store/news';
import { Screens } from '@/testing/screen';
import { MarkingScreen } from './marking-screen';

const LADDER = 'cloud-ladder' as AssignmentId;
let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());
beforeEach(() => screens.signIn('t-bello'));

const open = (student: string | null = null) =>
  screens.draw(async () => {
    const view = await markingDesk(
      screens.school.db,
      await screens.school.person('t-bello'),
      LADDER,
      student,
      Date.now(),
    );
    return view ? <MarkingScreen view={view} zone="Europe/Lisbon" now={Date.now()} /> : null;
  }, '(frame)/marking/[assignment]');

/** Ten seconds later. */
const tick = () =>
  new Jobs(screens.school.db, { [HAND_BACK_JOB]: JOBS[HAND_BACK_JOB] }, () => Date.now() + UNDO_FOR).tick();

const deskOf = (id: string) => screens.desk(id, LADDER);

test('the list narrows to who has not handed in', async () => {
  const page = await open();
  const list = within(page.getByRole('navigation', { name: 'Students' }));
  await page.hand.click(list.getByRole('button', { name: /^Not handed in/ }));
  expect(list.getByRole('link', { name: /Farida Karimi/ })).toBeTruthy();
  expect(list.queryByRole('link', { name: /Leila Amrani/ })).toBeNull();
});

test('half points can be typed by key, with the mark on the way to them', async () => {
  const page = await open();
  const points = page.getAllByLabelText('Points')[0] as HTMLInputElement;
  await page.hand.clear(points);
  await page.hand.type(points, '2.5');
  expect(points.value).toBe('2.5');
  await page.hand.clear(points);
  expect(points.value).toBe('');
});

test('without names the work has a number, and nothing on the screen says whose it is', async () => {
  const page = await open();
  await page.hand.click(page.getByLabelText('Mark without names'));
  await waitFor(() =>
    expect(page.getByRole('article').getAttribute('aria-label')).toMatch(/^What Work \d+ handed in$/),
  );
  expect(page.getByText(/The quiet words open when the work is handed back/)).toBeTruthy();
  expect(page.queryByText(/Leila/)).toBeNull();
  await page.hand.click(page.getByLabelText('Mark without names'));
  await waitFor(() => expect(page.getByRole('link', { name: /Leila Amrani/ })).toBeTruthy());
});

test('more time for one student stands on that student’s Desk and among what is new', async () => {
  const page = await open();
  await page.hand.click(page.getByRole('button', { name: 'More time for one, or excused' }));
  const dialog = within(await page.findByRole('dialog', { name: /./ }));
  expect(await screens.found()).toEqual([]);
  await page.hand.selectOptions(dialog.getByLabelText('Who'), 'Farida Karimi');
  const hours = dialog.getByRole('textbox', { name: 'Hours' });
  await page.hand.clear(hours);
  await page.hand.type(hours, '24');
  await page.hand.click(dialog.getByRole('button', { name: 'Give it' }));
  await waitFor(() =>
    expect(page.getByRole('link', { name: /Farida Karimi/, hidden: true }).textContent).toMatch(/more time, due \w+/),
  );
  expect((await deskOf('s-farida')).dueAt).toBe(((await deskOf('s-zofia')).dueAt ?? 0) + 24 * 3_600_000);
  const farida = await screens.school.person('s-farida');
  const news = await read(screens.school.db, newsFor(farida.id, 20, Date.now()));
  expect(news.map(({ kind }) => kind)).toContain('extra-time');
});

test('a word goes to all who have not handed in, to each alone, once', async () => {
  const page = await open();
  await page.hand.click(page.getByRole('button', { name: 'Write to all who have not handed in' }));
  const dialog = within(await page.findByRole('dialog', { name: /./ }));
  expect(dialog.getByText(/each as a quiet word of their own/)).toBeTruthy();
  expect(await screens.found()).toEqual([]);
  const send = dialog.getByRole('button', { name: /^Send to/ });
  expect(send.hasAttribute('disabled')).toBe(true);
  await page.hand.type(dialog.getByLabelText('What you write'), 'Do you need anything?');
  await page.hand.click(send);
  await dialog.findByText(/^Sent to \d+ students/);
  expect(dialog.queryByRole('button', { name: /^Send to/ })).toBeNull();
  const { rows } = await screens.school.db.query(
    "SELECT student_id, count(*)::int AS n FROM aside_message WHERE assignment_id = $1 AND body = 'Do you need anything?' GROUP BY 1",
    [LADDER],
  );
  expect(rows.length).toBeGreaterThan(5);
  expect(rows.every((row) => (row as { n: number }).n === 1)).toBe(true);
  expect(rows.map((row) => (row as { student_id: string }).student_id)).not.toContain('s-leila');
});

test('a word that cannot be sent stays where it was typed', async () => {
  const page = await open();
  await page.hand.click(page.getByRole('button', { name: 'Write to all who have not handed in' }));
  const dialog = within(await page.findByRole('dialog', { name: /./ }));
  screens.instead = () => Response.error();
  await page.hand.type(dialog.getByLabelText('What you write'), 'Are you there?');
  await page.hand.click(dialog.getByRole('button', { name: /^Send to/ }));
  await waitFor(() => expect(dialog.getByRole('alert').textContent).not.toBe(''));
  expect((dialog.getByLabelText('What you write') as HTMLTextAreaElement).value).toBe('Are you there?');
  screens.instead = null;
});

test('what is marked to the end is handed back together, and how the points lie is shown', async () => {
  const page = await open('s-leila');
  expect(page.getByRole('article').getAttribute('aria-label')).toBe('What Leila Amrani handed in');
  for (const level of page.getAllByRole('button', { name: /In full/ })) await page.hand.click(level);
  // Without waiting for it to be kept: what was marked a moment ago counts.
  await page.hand.click(page.getByRole('button', { name: 'Hand back what is marked' }));
  const dialog = within(await page.findByRole('dialog', { name: /./ }));
  expect(await screens.found()).toEqual([]);
  await page.hand.click(await dialog.findByRole('button', { name: 'Hand back 1' }));
  await dialog.findByText('1 work goes back in ten seconds. Until then it can be undone.');
  expect((await deskOf('s-leila')).feedback).toEqual([]);
  // Undone, it stays as it was marked; said again, it goes.
  await page.hand.click(dialog.getByRole('button', { name: 'Undo' }));
  await dialog.findByText('1 work stays with you. Nobody has seen anything of it.');
  expect(await tick()).toBe(0);
  expect((await deskOf('s-leila')).feedback).toEqual([]);
  await page.hand.keyboard('{Escape}');
  await waitFor(() => expect(page.queryByRole('dialog')).toBeNull());
  await page.hand.click(await page.findByRole('button', { name: 'Hand back' }));
  await page.findByText(/^This goes back to Leila Amrani in a moment/);
  expect(await screens.found()).toEqual([]);
  expect((await deskOf('s-leila')).state).toMatch(/^handed-in/);
  await page.hand.click(page.getByRole('button', { name: 'Undo' }));
  await page.findByText('Undone. The student has seen nothing of it.');
  await page.hand.click(await page.findByRole('button', { name: 'Hand back' }));
  await page.findByText(/^This goes back to Leila Amrani in a moment/);
  expect(await tick()).toBe(1);
  await page.again();
  expect((await deskOf('s-leila')).feedback.map(({ earned }) => earned)).toEqual([100]);
  expect(page.queryByText(/in a moment/)).toBeNull();
});

test('what is handed in again can be marked from what the go before was given', async () => {
  const teacher = await screens.school.person('t-bello');
  const before = await markingDesk(screens.school.db, teacher, 'ten-mornings' as AssignmentId, 's-imke', Date.now());
  const [first] = before?.open?.receipts ?? [];
  if (!before?.open || !first) throw new Error('nothing came back');
  const again = {
    ...before,
    open: {
      ...before.open,
      student: { ...before.open.student, state: 'handed-in' as const },
      receipts: [{ ...first, id: 'again' as typeof first.id }, first],
      draft: null,
    },
  };
  const page = await screens.draw(
    () => <MarkingScreen view={again} zone="Europe/Lisbon" now={Date.now()} />,
    '(frame)/marking/[assignment]',
  );
  const given = before.open.feedback[0]?.result.byCriterion.map(({ won }) => String(won));
  const points = () => page.getAllByLabelText('Points').map((field) => (field as HTMLInputElement).value);
  expect(points().every((value) => value === '')).toBe(true);
  await page.hand.click(page.getByRole('button', { name: 'Start from the marks of the go before' }));
  expect(points()).toEqual(given);
  expect(page.queryByRole('button', { name: 'Start from the marks of the go before' })).toBeNull();
});

test('marks that the school took while the page was being read anew stand there, though that page does not know them', async () => {
  const teacher = await screens.school.person('t-bello');
  const look = (student: string | null) =>
    markingDesk(screens.school.db, teacher, LADDER, student, Date.now()).then((view) => {
      if (!view) throw new Error('there is no such work');
      return view;
    });
  const waits = (await look(null)).students.find(({ list, draft }) => list === 'waiting' && draft === 'none');
  const old = await look(waits?.key ?? '');
  const draw = (view: typeof old) =>
    screens.draw(
      () => <MarkingScreen view={view} zone="Europe/Lisbon" now={Date.now()} />,
      '(frame)/marking/[assignment]',
    );
  const pointsOn = (page: Awaited<ReturnType<typeof draw>>) => page.getAllByLabelText('Points')[0] as HTMLInputElement;
  const page = await draw(old);
  await page.hand.type(pointsOn(page), '7.5');
  await page.findByText(/^Kept/);
  page.leave();
  // What the server read before it was kept.
  const stale = await draw(old);
  await waitFor(() => expect(pointsOn(stale).value).toBe('7.5'));
  expect(stale.getByText(/^Kept/)).toBeTruthy();
  stale.leave();
  const fresh = await draw(await look(waits?.key ?? ''));
  expect(pointsOn(fresh).value).toBe('7.5');
  // By then the school has it, and nothing of it stays in the browser.
  const receipt = old.open?.receipts[0]?.id ?? '?';
  expect(Object.keys(localStorage).filter((key) => key.endsWith(`marks-${receipt}`))).toEqual([]);
});

test('a browser that takes nothing more in keeps no marks from the school', async () => {
  const teacher = await screens.school.person('t-bello');
  const look = (student: string | null) => markingDesk(screens.school.db, teacher, LADDER, student, Date.now());
  const waits = (await look(null))?.students.find(({ list, draft }) => list === 'waiting' && draft === 'none');
  const full = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  const page = await open(waits?.key ?? '');
  await page.hand.type(page.getAllByLabelText('Points')[0] as HTMLInputElement, '6.5');
  await page.findByText(/^Kept/);
  full.mockRestore();
  page.leave();
  expect((await look(waits?.key ?? ''))?.open?.draft?.marks[0]?.points).toBe(6.5);
});
