/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { type DocNode, plainText } from '@/core/text/document-json';
import type { DeskView } from '@/server/reading/desk/desk';
import { Screens } from '@/testing/screen';
import { useTimes } from '@/ui/common/times';
import { BriefSheet, TaskFirst } from './brief-sheet';
import { FeedbackSheet } from './feedback-sheet';
import { OpensLater } from './opens-later';
import { ReceiptList } from './receipt-list';
import { RubricView } from './rubric-view';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
  await screens.signIn('s-imke');
});
afterAll(() => screens.end());

const viewOf = (assignment: string) => screens.desk('s-imke', assignment);

const NOWHERE = new Map();
function Sheet({ view, of }: { view: DeskView; of: 'brief' | 'feedback' | 'receipts' | 'rubric' | 'later' }) {
  const times = useTimes('Europe/Lisbon');
  const now = Date.now();
  switch (of) {
    case 'brief':
      return <BriefSheet view={view} times={times} />;
    case 'feedback':
      return <FeedbackSheet view={view} kinds={NOWHERE} sessions={NOWHERE} times={times} now={now} goTo={() => {}} />;
    case 'receipts':
      return <ReceiptList receipts={view.receipts} times={times} />;
    case 'rubric':
      return <RubricView rubric={view.rubric} />;
    case 'later':
      return <OpensLater view={view} times={times} now={now} />;
  }
}
const open = (assignment: string, of: Parameters<typeof Sheet>[0]['of']) =>
  screens.draw(async () => <Sheet view={await viewOf(assignment)} of={of} />, '(frame)/desk/[assignment]');

test('the brief says every rule of the work as a sentence', async () => {
  const page = await open('storm-log', 'brief');
  const rules = page.getAllByRole('definition').map(({ textContent }) => textContent ?? '');
  expect(rules).toHaveLength(page.getAllByRole('term').length);
  expect(rules.every((rule) => rule.trim().length > 2)).toBe(true);
  expect(await screens.found()).toEqual([]);
});

test('what to do stands above the first step, word for word, until it is put away', async () => {
  const view = await viewOf('storm-log');
  const task = view.instructions as DocNode;
  let away = 0;
  const page = await screens.draw(
    async () => <TaskFirst task={task} lang={view.class.locale} fold={() => (away += 1)} />,
    '(frame)/desk/[assignment]',
  );
  const told = page.getByRole('region', { name: 'What to do' });
  const plain = (words: string | null) => (words ?? '').replace(/\s+/g, '');
  expect(plain(told.textContent)).toContain(plain(plainText(task)));
  expect(plainText(task).length).toBeGreaterThan(20);
  await userEvent.click(within(told).getByRole('button', { name: 'Put away' }));
  expect(away).toBe(1);
});

test('feedback gives the marks by criterion, where points were lost, and the words', async () => {
  const view = await viewOf('ten-mornings');
  const page = await open('ten-mornings', 'feedback');
  const [latest] = view.feedback;
  for (const { criterion } of latest?.result.byCriterion ?? [])
    expect(page.getAllByRole('heading').map(({ textContent }) => textContent)).toContainEqual(
      expect.stringContaining(criterion.title),
    );
  const sum = (latest?.result.byCriterion ?? []).reduce((points, { won }) => points + (won ?? 0), 0);
  expect(sum).toBe(latest?.earned);
  expect(page.getByText('As a picture')).toBeTruthy();
});

test('a remark that is ticked off is done, there and on every other device', async () => {
  const before = (await viewOf('bearings')).feedback[0]?.remarks.filter(({ doneAt }) => doneAt !== null).length ?? 0;
  const page = await open('bearings', 'feedback');
  const remarks = page.getAllByRole('listitem').filter((item) => within(item).queryByRole('checkbox'));
  const undone = remarks.find((item) => !(within(item).getByRole('checkbox') as HTMLInputElement).checked);
  await page.hand.click(within(undone as HTMLElement).getByRole('checkbox'));
  await waitFor(async () => {
    const done = (await viewOf('bearings')).feedback[0]?.remarks.filter(({ doneAt }) => doneAt !== null);
    expect(done?.length).toBe(before + 1);
  });
});

test('receipts have their moment, and the rubric each criterion with its levels', async () => {
  const receipts = await open('storm-words', 'receipts');
  expect(receipts.getByRole('heading', { name: /^Receipt \d/ })).toBeTruthy();
  receipts.leave();
  const rubric = await open('cloud-ladder', 'rubric');
  const view = await viewOf('cloud-ladder');
  for (const { title } of view.rubric) expect(rubric.getAllByText(title).length).toBeGreaterThan(0);
});

test('what opens later says when, and nothing of what is in it', async () => {
  const page = await open('which-way', 'later');
  expect(document.body.textContent).toMatch(/\d/);
  expect(page.queryAllByRole('textbox')).toEqual([]);
});
