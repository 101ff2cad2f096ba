import { readTyped } from '../questions/typed';
import { plainText } from '../text/document-json';
import { contentOf, type Doc } from '../text/nodes';
import { type AssignmentDraft, EMPTY_DRAFT } from './draft';
import { onPaper, type PaperWords } from './on-paper';

const words: PaperWords = {
  facts: ({ minutes }) => [`about ${minutes} min`],
  step: ({ title }, n) => `${n}. ${title}`,
  opened: ({ material }) => (material === null ? null : `opens ${material}`),
  ask: ({ kind }) => `asks ${kind}`,
  points: (n) => `${n} points`,
  ofAll: 'All of it',
  rubric: 'Rubric',
  right: (answer) => `right: ${answer}`,
  wording: { yes: 'yes', no: 'no' },
};
const step = (id: string, more: object) => ({
  id,
  title: id,
  minutes: 5,
  settings: {},
  material: null,
  starter: null,
  ...more,
});

const TYPED = `1. How far? [2]
( ) four
(x) five
2. The tide
_ The {moon|Moon} pulls.
3. Who lives where?
limpet -> rock
crab -> sand
4. Order
1) first
2) second
5. Fog is a cloud.
= true
6. Say why
= text
7. How deep?
= 3.8 m
8. How sure?
= 1..3 never … always
9. Name
a) one
= a | b
b) two
[x] c
[ ] d
why: so it is
10. Where?
![A chart](/api/pictures/c 400x300)
@ 0.4 0.3 0.1
11. Show
= photographs`;

const DRAFT = {
  ...EMPTY_DRAFT,
  title: 'Tides',
  minutes: 40,
  steps: [
    step('read', { kind: 'read', material: 'm1' }),
    step('write', {
      kind: 'write',
      starter: {
        type: 'doc',
        content: [
          { type: 'question', attrs: { number: 1, text: 'What did you see?' } },
          { type: 'answer', attrs: { id: 'p1' }, content: [{ type: 'paragraph' }] },
        ],
      },
    }),
    step('ask', { kind: 'questions', questions: readTyped(TYPED).set }),
  ],
  asks: [
    { id: 'a', place: 'p1', bars: false, kind: 'answered' },
    { id: 'b', place: null, bars: false, kind: 'title' },
  ],
  rubric: [{ id: 'c', title: 'Clear', points: 5, levels: [{ title: 'good', points: 5, says: 'every word' }] }],
} as unknown as AssignmentDraft;

const said = (doc: Doc): string =>
  contentOf(doc)
    .map((node) => plainText(node))
    .join('\n');

test('all that is set stands on paper in its order, with what is asked at each place', () => {
  const doc = onPaper(DRAFT, words, 'asked');
  const kinds = contentOf(doc).map(({ type }) => type);
  expect(kinds.slice(0, 6)).toEqual(['paragraph', 'paragraph', 'heading', 'paragraph', 'heading', 'question']);
  expect(kinds.slice(6, 8)).toEqual(['bulletList', 'answer']);
  const text = said(doc);
  for (const part of [
    'about 40 min',
    '1. read',
    'opens m1',
    '2. write',
    'asks answered',
    '3. ask',
    'All of it',
    'asks title',
    'Rubric',
    'Clear (5 points)',
    'good, 5 points, every word',
  ])
    expect(text).toContain(part);
});

test('questions are asked without what is right, with it, or as they were set', () => {
  const asked = said(onPaper(DRAFT, words, 'asked'));
  expect(asked).toContain('○ four');
  expect(asked).toContain('□ c');
  expect(asked).toContain('The ……………… pulls.');
  expect(asked).toContain('never   ○ 1   ○ 2   ○ 3   always');
  for (const key of ['right:', 'moon', '(x)', 'so it is', '3.8']) expect(asked).not.toContain(key);
  // Everything that can be chosen stands there once, in whatever order.
  for (const one of ['limpet', 'rock', 'crab', 'sand', 'first', 'second', 'four', 'five'])
    expect(asked.split(one)).toHaveLength(2);

  const answered = said(onPaper(DRAFT, words, 'answered'));
  for (const key of ['right: five', 'right: The [moon] pulls.', 'right: yes', 'right: 3.8 m', 'right: a', 'right: c'])
    expect(answered).toContain(key);

  const set = said(onPaper(DRAFT, words, 'set'));
  for (const key of ['(x) five', '_ The {moon|Moon} pulls.', 'limpet -> rock', 'why: so it is', '= 3.8 m'])
    expect(set).toContain(key);
});

test('of nothing there is an empty sheet', () => {
  expect(
    said(
      onPaper({ ...EMPTY_DRAFT, instructions: { type: 'doc', content: [] } }, { ...words, facts: () => [] }, 'asked'),
    ),
  ).toBe('');
});
