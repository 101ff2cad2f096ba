/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor, within } from '@testing-library/react';
import type * as Y from 'yjs';
import { newQuestion, QUESTION_NAMES, type QuestionName, rightOf } from '@/core/kinds/question';
import { EMPTY } from '@/core/kinds/question/parts';
import { lay } from '@/core/questions/paper';
import { partsIn, type QuestionSet, questionSetUnmet } from '@/core/questions/question-set';
import { rulesFor } from '@/core/questions/rules';
import { Scoring } from '@/core/questions/scoring';
import { readTyped } from '@/core/questions/typed';
import { addThing } from '@/core/setting/draft-writes';
import { plainText } from '@/core/text/document-json';
import type { SetDesk } from '@/server/reading/setting/set-desk';
import { draftOnScreen, writtenOn } from '@/testing/draft-on-screen';
import type { Screens } from '@/testing/screen';
import { SetQuestions } from '@/ui/kinds/step/setting/questions';

let on: { screens: Screens; view: SetDesk };
beforeAll(async () => {
  on = await draftOnScreen();
});
afterAll(() => on.screens.end());

const STEP = { kind: 'questions', title: 'Ask', minutes: 5, settings: rulesFor('quiz'), material: null, starter: null };

/** The questions of a step on the screen, and what they say by now. */
async function asking(set?: QuestionSet) {
  const { page, draft } = await writtenOn(
    on,
    (tools) => (tools.draft.steps[0] ? <SetQuestions step={tools.draft.steps[0]} tools={tools} /> : null),
    (ydoc: Y.Doc) => addThing(ydoc, 'steps', 'asks', { ...STEP, ...(set ? { questions: set } : {}) } as never),
  );
  const now = (): QuestionSet => draft().steps[0]?.questions ?? { sections: [] };
  const part = (i = 0) => {
    const found = partsIn(now())[i];
    if (!found) throw new Error('there is no such part');
    return found;
  };
  const say = async (slot: RegExp, choice: string) => {
    await page.hand.click(page.getByRole('button', { name: slot }));
    await page.hand.click(await page.findByRole('button', { name: choice }));
  };
  const write = async (label: string, text: string, n = 0) => {
    const field = (await page.findAllByLabelText(label, { selector: 'textarea, input' }))[n] as HTMLElement;
    await page.hand.clear(field);
    await page.hand.click(field);
    await page.hand.paste(text);
  };
  return { page, now, part, say, write };
}

test('a question is written where it will be answered, with its key, points, hint and explanation, and tried at once', async () => {
  const { page, part, say, write } = await asking();
  await say(/^\+ a question/, 'One of several');
  await write('Question 1', 'How far does it rise?');
  await write('Choice 1', 'four metres');
  await write('Choice 2', 'five metres');
  await page.hand.click(page.getByLabelText('Choice 2', { selector: 'textarea' }));
  // Enter goes on to the next, and behind the last it adds one.
  await page.hand.keyboard('{Enter}');
  await write('Choice 3', 'six');
  await page.hand.keyboard('{Enter}');
  await page.findByLabelText('Choice 4', { selector: 'textarea' });
  await page.hand.click(page.getByRole('button', { name: 'Take away: Choice 4' }));
  await page.hand.click(page.getByRole('radio', { name: 'Choice 2 is right' }));
  await page.hand.click(page.getByRole('button', { name: '+ a hint' }));
  await write('Hint', 'Subtract.');
  await page.hand.click(page.getByRole('button', { name: '+ why it is so' }));
  await write('Why it is so', 'From low to high water.');
  await page.hand.click(page.getByRole('button', { name: /^Points/ }));
  await page.hand.type(await page.findByRole('textbox', { name: 'Points' }), '{Backspace}2.5{Enter}');
  await waitFor(() => expect(part().points).toBe(2.5));
  const { kind, set, prompt, hint, why } = part();
  expect([plainText(prompt), hint && plainText(hint), why && plainText(why)]).toEqual([
    'How far does it rise?',
    'Subtract.',
    'From low to high water.',
  ]);
  if (kind !== 'one') throw new Error(kind);
  expect(set.choices.map(({ says }) => plainText(says))).toEqual(['four metres', 'five metres', 'six']);
  expect(set.right).toBe(set.choices[1]?.id);
  expect(await on.screens.found()).toEqual([]);

  await page.hand.click(page.getByRole('button', { name: 'Try it' }));
  const trial = within(await page.findByRole('region', { name: 'As a student meets it' }));
  await page.hand.click(trial.getByRole('button', { name: 'Give me a hint' }));
  await trial.findByText('Subtract.');
  await page.hand.click(trial.getByRole('radio', { name: /four metres/ }));
  await page.hand.click(trial.getByRole('button', { name: 'What does it come to?' }));
  expect((await trial.findAllByText(/^0 of 2\.5/)).length).toBeGreaterThan(0);
  await page.hand.click(trial.getByRole('button', { name: 'Put in what is right' }));
  expect((await trial.findAllByText(/^2\.5 of 2\.5/)).length).toBeGreaterThan(0);
});

/** For each kind: what is written at its place, and the answers that then come to so much. */
type Tried = Awaited<ReturnType<typeof asking>>;
const WRITTEN: Readonly<Record<QuestionName, (asked: Tried) => Promise<void>>> = {
  one: async ({ write }) => {
    for (const n of [1, 2, 3]) await write(`Choice ${n}`, `choice ${n}`);
  },
  several: async ({ write, page, say }) => {
    for (const n of [1, 2, 3, 4]) await write(`Choice ${n}`, `choice ${n}`);
    await page.hand.click(page.getByRole('checkbox', { name: 'Choice 1 is right' }));
    await page.hand.click(page.getByRole('checkbox', { name: 'Choice 3 is right' }));
    await say(/^How half an answer counts/, 'Only all of it counts.');
  },
  truth: ({ say }) => say(/^What is right/, 'It is false.'),
  short: async ({ write, say }) => {
    await write('What is right, a line each', 'nor\u2019easter\nnortheaster');
    await say(/^How words are compared: Capitals/, 'Capitals count.');
  },
  number: async ({ write, say }) => {
    await write('What is right', '3.8');
    await write('Unit', 'm');
    await write('Off by at most', '0.1');
    await say(/^Unit: The unit has/, 'The unit need not be written.');
  },
  long: async ({ page, write }) => {
    await page.hand.click(page.getByRole('button', { name: '+ a line by which it is read' }));
    await write('What it is read by, line 1', 'two reasons');
  },
  gaps: async ({ write, say }) => {
    await write('The text with its gaps', 'The {moon|Moon} pulls the {sea}.');
    await say(/^How gaps are filled/, 'Words are chosen from a list.');
  },
  match: async ({ page, write }) => {
    for (const n of [1, 2, 3]) {
      await write(`Pair ${n}, one side`, `left ${n}`);
      await write(`Pair ${n}, other side`, `right ${n}`);
    }
    await page.hand.click(page.getByRole('button', { name: 'Take away: Pair 3, one side' }));
    await page.hand.click(page.getByRole('button', { name: '+ something that goes with nothing' }));
    await write('Left over 1', 'nobody');
  },
  order: async ({ write, say }) => {
    for (const n of [1, 2, 3]) await write(`Number ${n}`, `step ${n}`);
    await say(/^How half an answer counts/, 'Each right one counts.');
  },
  point: async ({ page, write }) => {
    on.screens.instead = (request) =>
      request.url.endsWith('/api/text-pictures')
        ? Response.json({ ok: true, address: '/api/text-pictures/aa', width: 400, height: 300 })
        : undefined;
    const file = new File(['x'], 'chart.png', { type: 'image/png' });
    await page.hand.upload(page.getByLabelText('Take a picture', { selector: 'input' }), file);
    await write('What is to be seen in it', 'A chart');
    on.screens.instead = null;
    await page.hand.click(page.getByRole('button', { name: '+ a place' }));
    await write('From the left, %', '25');
  },
  scale: async ({ page, write }) => {
    await page.hand.click(page.getByRole('button', { name: /^The last step/ }));
    await page.hand.type(await page.findByRole('textbox', { name: 'The last step' }), '{Backspace}7{Enter}');
    await write('What the first says', 'never');
  },
  file: ({ say }) => say(/^How it counts/, 'It is enough that it is there.'),
};

/** What each says then. */
const SAYS: Readonly<Record<QuestionName, object>> = {
  one: { shuffle: true, choices: [{}, {}, {}] },
  several: { rule: 'whole', choices: [{}, {}, {}, {}], right: [expect.any(String), expect.any(String)] },
  truth: { right: false },
  short: { accepted: ['nor\u2019easter', 'northeaster'], capitals: true },
  number: { right: '3.8', unit: 'm', tolerance: { kind: 'absolute', by: 0.1 }, unitOptional: true },
  long: { rubric: [{ says: 'two reasons', points: 1 }] },
  gaps: {
    text: ['The ', { accepted: ['moon', 'Moon'], choices: ['moon', 'sea'] }, ' pulls the ', { accepted: ['sea'] }, '.'],
  },
  match: { left: [{}, {}], right: [{}, {}, {}] },
  order: { rule: 'each', items: [{}, {}, {}] },
  point: {
    picture: { src: '/api/text-pictures/aa', alt: 'A chart', width: 400, height: 300 },
    areas: [{ shape: 'circle', x: 0.25, y: 0.5, r: 0.06 }],
  },
  scale: { from: 1, to: 7, fromSays: 'never' },
  file: { counted: 'given' },
};

test.each(QUESTION_NAMES)(
  'a question of the kind %s can be set whole in place: nothing is missing, and what is right comes to all points',
  async (kind) => {
    const question = {
      id: 'q',
      stem: null,
      material: null,
      draws: [],
      parts: [
        {
          id: 'p',
          points: 4,
          prompt: readTyped('1. What?\n= a').set.sections[0]?.questions[0]?.parts[0]?.prompt ?? EMPTY,
          hint: null,
          why: null,
          ...newQuestion(kind, () => Math.random().toString(36).slice(2)),
        },
      ],
    };
    const asked = await asking({
      sections: [{ id: 's', title: '', draw: null, shuffle: false, questions: [question] }],
    });
    await WRITTEN[kind](asked);
    await waitFor(() => expect(questionSetUnmet(asked.now())).toEqual([]));
    expect(await on.screens.found()).toEqual([]);
    // What was written is what counts.
    const set = asked.now();
    const laid = lay(set, 'seed');
    const scoring = new Scoring(set);
    expect(scoring.of(laid, {}).points).toBe(0);
    const right = rightOf(asked.part(), {});
    if (right !== null) expect(scoring.of(laid, { p: right }).points).toBe(4);
    expect(asked.part().set).toMatchObject(SAYS[kind]);
  },
);

test('questions are moved by key over the end of a section, parts and numbers that are drawn are added, and lines say the same', async () => {
  const set = readTyped('== A\n1. one\n= 1\n2. two\n= 2\n== B\n3. three\n= 3').set;
  const { page, now } = await asking(set);
  const ids = () => now().sections.map(({ questions }) => questions.map(({ id }) => id));
  const second = page.getByRole('article', { name: 'Question 2' });
  await page.hand.click(within(second).getByLabelText('Question 2', { selector: 'textarea' }));
  await page.hand.keyboard('{Alt>}{ArrowDown}{/Alt}');
  await waitFor(() =>
    expect(ids()).toEqual([['asks1'], ['asks2', 'asks3']].map((all) => all.map((id) => id.replace('asks', 'q')))),
  );
  await page.hand.click(page.getByRole('button', { name: 'Take question 1 away' }));
  await waitFor(() => expect(ids()).toEqual([[], ['q2', 'q3']]));
  const first = within(page.getByRole('article', { name: 'Question 1' }));
  await page.hand.click(first.getByRole('button', { name: '+ a part' }));
  await waitFor(() => expect(now().sections[1]?.questions[0]?.parts).toHaveLength(2));
  expect(plainText(now().sections[1]?.questions[0]?.stem ?? EMPTY)).toBe('two');
  await page.hand.click(first.getByRole('button', { name: '+ a number that is drawn' }));
  await waitFor(() =>
    expect(now().sections[1]?.questions[0]?.draws).toEqual([{ name: 'a', from: 1, to: 10, step: 1 }]),
  );
  await page.hand.click(page.getByRole('button', { name: 'As lines' }));
  const lines = (await page.findByLabelText('Questions, line by line')) as HTMLTextAreaElement;
  // A part that says nothing yet cannot be said in lines.
  expect(lines.value).toBe('');
  expect(page.getByText(/cannot be said in lines/)).toBeTruthy();
});
