/** @jest-environment ./scripts/window-environment.mjs */
import { act, waitFor, within } from '@testing-library/react';
import type { ReactNode } from 'react';
import type * as Y from 'yjs';
import type { DocumentId } from '@/core/ids';
import { rulesFor } from '@/core/questions/rules';
import type { AssignmentUnmet } from '@/core/setting/assignment';
import { addThing, choose, keepLines, linesOf } from '@/core/setting/draft-writes';
import type { SetDesk } from '@/server/reading/setting/set-desk';
import { draftOnScreen, NOW, writtenOn } from '@/testing/draft-on-screen';
import type { Screens } from '@/testing/screen';
import { SetQuestions } from '@/ui/kinds/step/setting/questions';
import { AskList } from './ask-list';
import { PostDialog } from './post-dialog';
import { RubricSheet } from './rubric-sheet';
import { RulesSheet } from './rules-sheet';
import { SetBar } from './set-bar';
import type { SetTools } from './tools';

let screens: Screens;
let view: SetDesk;
beforeAll(async () => {
  ({ screens, view } = await draftOnScreen());
});
afterAll(() => screens.end());

const written = (of: (tools: SetTools) => ReactNode, write?: (ydoc: Y.Doc) => void) =>
  writtenOn({ screens, view }, of, write);

test('rules are sentences: each slot says something else, and the class’s lessons lay its times', async () => {
  const { page, draft } = await written((tools) => <RulesSheet tools={tools} />);
  const say = async (slot: RegExp, choice: string | RegExp) => {
    await page.hand.click(page.getByRole('button', { name: slot }));
    await page.hand.click(await page.findByRole('button', { name: choice }));
  };
  await page.hand.click(page.getByRole('button', { name: /^When it is due: at no time/ }));
  const lessons = await page.findAllByRole('button', { name: /^at the end of the lesson/ });
  expect(lessons).toHaveLength(6);
  expect(await screens.found()).toEqual([]);
  await page.hand.click(lessons[1] as HTMLElement);
  await waitFor(() => expect(draft().dueAt).toBeGreaterThan(NOW));
  await say(/^Late work/, 'Late work is taken and loses points');
  await waitFor(() => expect(draft().late).toEqual({ kind: 'loss', points: 2, per: 'day', floor: 0 }));
  await say(/^For each/, 'an hour');
  await say(/^Taking back/, 'It may not be taken back');
  await say(/^Names while/, 'Marked without names');
  await say(/^Order of the steps/, 'The steps come one after the other');
  await waitFor(() =>
    expect(draft()).toMatchObject({ late: { per: 'hour' }, takeBack: false, unnamed: true, inOrder: true }),
  );
  // A number, and a time on the clock that does not exist since the clock is put forward over it.
  await page.hand.click(page.getByRole('button', { name: /^How often it is handed in/ }));
  await page.hand.type(await page.findByRole('textbox', { name: 'How often it is handed in' }), '3{Enter}');
  await waitFor(() => expect(draft().goes).toBe(3));
  await page.hand.click(page.getByRole('button', { name: /^When it opens/ }));
  const field = (await page.findByLabelText('Another time', { selector: 'input' })) as HTMLInputElement;
  const type = async (text: string) => {
    await page.hand.clear(field);
    await page.hand.type(field, text);
    await page.hand.click(page.getByRole('button', { name: 'Take this time' }));
  };
  await type('2027-03-28T01:30');
  await page.findByText('This time does not exist: the clock is put forward over it.');
  expect(draft().opensAt).toBeNull();
  await type('2027-03-28T02:30');
  await waitFor(() => expect(draft().opensAt).toBe(Date.UTC(2027, 2, 28, 1, 30)));
});

test('groups are made by the list and by chance, with everybody in one of them', async () => {
  const { page, draft } = await written((tools) => <RulesSheet tools={tools} />);
  await page.hand.click(page.getByRole('button', { name: /^Who works together: Own work/ }));
  await page.hand.click(await page.findByRole('button', { name: 'By chance' }));
  await waitFor(() => expect(draft().groups.length).toBe(8));
  expect(new Set(draft().groups.flat()).size).toBe(view.students.length);
  expect(page.getByText('In 8 groups')).toBeTruthy();
  await page.hand.click(page.getByRole('button', { name: /^Who works together: In 8 groups/ }));
  await page.hand.click(await page.findByRole('button', { name: 'Own work' }));
  await waitFor(() => expect(draft().groups).toEqual([]));
});

test('a rubric adds up as it is written, is scaled, and is taken from a table that is pasted', async () => {
  const { page, draft } = await written(
    (tools) => <RubricSheet tools={tools} />,
    (ydoc) => choose(ydoc, 'points', 20),
  );
  await page.hand.click(page.getByRole('button', { name: 'Add a criterion' }));
  await page.hand.type(await page.findByLabelText('Criterion 1', { selector: 'input' }), 'Clear');
  const points = page.getByLabelText('Points');
  await page.hand.clear(points);
  await page.hand.type(points, '7.5');
  await page.findByText(/7.5 of 20 points/);
  await page.hand.click(page.getByRole('button', { name: 'Scale to 20' }));
  await waitFor(() => expect(draft().rubric).toMatchObject([{ title: 'Clear', points: 20 }]));
  await page.hand.click(page.getByText('Paste a table'));
  await page.hand.click(page.getByLabelText('A table from a sheet or document'));
  await page.hand.paste('Clear\t12\nRight\t8');
  await page.hand.click(page.getByRole('button', { name: 'Take it as the rubric' }));
  await page.findByText('2 criteria were taken.');
  expect(draft().rubric.map(({ title, points: n }) => [title, n])).toEqual([
    ['Clear', 12],
    ['Right', 8],
  ]);
  // What is no table takes nothing away.
  await page.hand.click(page.getByLabelText('A table from a sheet or document'));
  await page.hand.paste('<p>nothing</p>');
  await page.hand.click(page.getByRole('button', { name: 'Take it as the rubric' }));
  await page.findByText('No criterion was understood.');
  expect(draft().rubric).toHaveLength(2);
  expect(await screens.found()).toEqual([]);
});

test('what is asked is chosen in words, counted, made to bar, and taken away', async () => {
  const { page, draft } = await written((tools) => <AskList place={null} tools={tools} />);
  await page.hand.click(page.getByRole('button', { name: '+ ask for something of the whole' }));
  await page.hand.click(await page.findByRole('button', { name: 'So many words' }));
  await page.hand.click(await page.findByRole('button', { name: /^How many: at least 1 word/ }));
  const least = await page.findByLabelText('At least');
  await page.hand.clear(least);
  await page.hand.type(least, '120');
  await page.hand.type(page.getByLabelText('At most'), '150');
  await waitFor(() => expect(draft().asks).toMatchObject([{ kind: 'words', min: 120, max: 150, bars: false }]));
  await page.hand.keyboard('{Escape}');
  await page.hand.click(await page.findByRole('button', { name: /^What when it is not there/ }));
  await page.hand.click(await page.findByRole('button', { name: 'The work is not taken without it.' }));
  await waitFor(() => expect(draft().asks[0]?.bars).toBe(true));
  await page.hand.click(page.getByRole('button', { name: /^Take “120 to 150 words” away/ }));
  await waitFor(() => expect(draft().asks).toEqual([]));
});

test('the bar says what a student meets and what is missing, and leads there', async () => {
  const jumped: AssignmentUnmet[] = [];
  const { page } = await written(
    (tools) => <SetBar tools={tools} jump={(unmet) => jumped.push(unmet)} see={() => {}} post={() => {}} />,
    (ydoc) => choose(ydoc, 'minutes', 10),
  );
  expect(page.getByText(/^A student meets nothing yet\. Opens now, no due time\.$/)).toBeTruthy();
  expect(page.getByRole('button', { name: /^Post to Weather/ }).hasAttribute('disabled')).toBe(true);
  await page.hand.click(page.getByRole('button', { name: 'Show all' }));
  const list = within(page.getAllByRole('list').at(-1) as HTMLElement);
  await page.hand.click(list.getAllByRole('button', { name: 'Go there' }).at(-1) as HTMLElement);
  expect(jumped).toEqual([{ part: 'steps', id: null, code: 'no-steps' }]);
  expect(await screens.found()).toEqual([]);
});

test('posting says once more what goes out; what the server finds wanting is said, and nothing is lost', async () => {
  const told: unknown[] = [];
  const { page } = await written(
    (tools) => <PostDialog tools={tools} close={() => {}} posted={(at) => told.push(at)} />,
    (ydoc) => {
      addThing(ydoc, 'steps', 'one', {
        kind: 'do',
        title: 'Do it',
        minutes: 5,
        settings: {},
        material: null,
        starter: null,
      });
      choose(ydoc, 'minutes', 5);
    },
  );
  expect(page.getByText('A student meets something to do, about 5 min.')).toBeTruthy();
  expect(page.getByText(/^It is for all 24 students of the class, and is posted/)).toBeTruthy();
  expect(await screens.found()).toEqual([]);
  // On the server the draft is still empty.
  await page.hand.click(page.getByRole('button', { name: 'Post it' }));
  await page.findByText(/^(Something is missing meanwhile|That did not work)/);
  expect(told).toEqual([]);
  expect(screens.asked).toContain(`POST /api/drafts/${view.draft satisfies DocumentId}/post`);
});

test('lines of questions are kept when their step is left in the middle of one, and those of another teacher are not overwritten', async () => {
  const step = {
    kind: 'questions',
    title: 'Ask',
    minutes: 5,
    settings: rulesFor('quiz'),
    material: null,
    starter: null,
  };
  let ydoc: Y.Doc | undefined;
  const { page, draft } = await written(
    (tools) => (tools.draft.steps[0] ? <SetQuestions step={tools.draft.steps[0]} tools={tools} /> : null),
    (made) => {
      ydoc = made;
      addThing(made, 'steps', 'asks', step as never);
    },
  );
  await page.hand.click(page.getByRole('button', { name: 'As lines' }));
  const field = page.getByLabelText('Questions, line by line') as HTMLTextAreaElement;
  act(() => keepLines(ydoc as Y.Doc, 'asks', '1. Red?\n= true'));
  await waitFor(() => expect(field.value).toBe('1. Red?\n= true'));
  await new Promise((resolve) => setTimeout(resolve, 600));
  expect(linesOf(ydoc as Y.Doc, 'asks')).toBe('1. Red?\n= true');
  await page.hand.click(field);
  await page.hand.paste('\n2. Blue?\n= sea');
  page.leave();
  expect(linesOf(ydoc as Y.Doc, 'asks')).toBe('1. Red?\n= true\n2. Blue?\n= sea');
  expect(draft().steps[0]?.questions?.sections[0]?.questions).toHaveLength(2);
});
