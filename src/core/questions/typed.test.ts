import { safeParse } from 'zod/mini';
import { partsIn, questionSet, questionSetUnmet, questionsIn } from './question-set';
import { readTyped } from './typed';

const EVERYTHING = `== Tides (2 of them, shuffled)
1. Pick one [2]
(x) yes
( ) no
hint: look
at the sea
why: it *is* $x^2$
2. Pick several [2]
[x] a
[ ] b
== Rest
3. About the harbour.
![the map](/api/pictures/m 640x480)
beside: tide-table
a) Name it
= nor'east | north-east
b) How far?
= 3.8 m ± 2 %
4. Drawn {a}
with a from 2 to 9 step 0.5
= (2 * a) kg ± 0.1
5. Fill
_ The {moon|Moon} pulls.
6. Pair
limpet -> rock
crab -> sand
7. Order
1) first
2) second
8. How sure?
= 1..5 not at all … very
9. Say
= text
10. Show
= photographs
11. Where?
![a map](/api/pictures/x 400x200)
@ 0.5 0.5 0.1
12. Vote
( ) left
( ) right
13. A line
= a line
14. So?
= true`;

test('everything that can be typed is understood', () => {
  const { set, problems } = readTyped(EVERYTHING);
  expect(problems).toEqual([]);
  expect(questionSetUnmet(set)).toEqual([]);
  expect(set.sections.map(({ title, draw, shuffle, questions }) => [title, draw, shuffle, questions.length])).toEqual([
    ['Tides', 2, true, 2],
    ['Rest', null, false, 12],
  ]);
  expect(partsIn(set).map(({ kind }) => kind)).toEqual([
    'one',
    'several',
    'short',
    'number',
    'number',
    'gaps',
    'match',
    'order',
    'scale',
    'long',
    'file',
    'point',
    'one',
    'short',
    'truth',
  ]);
  const [first] = partsIn(set);
  expect(first).toMatchObject({ points: 2, set: { right: 'q1p-c1' } });
  expect(JSON.stringify(first?.hint)).toContain('at the sea');
  expect(JSON.stringify(first?.why)).toContain('"tex":"x^2"');
  expect(questionsIn(set)[2]).toMatchObject({ material: 'tide-table', parts: [{ id: 'q3a' }, { id: 'q3b' }] });
  expect(partsIn(set).at(-3)).toMatchObject({ kind: 'one', set: { right: null } });
});

test.each([
  ['words without a question', 1, 'no-question'],
  ['1. Both\n(x) a\n[ ] b', 3, 'mixed-answers'],
  ['1. Nothing is asked', 1, 'nothing-asked'],
  ['1. Two\n= a\n(x) b', 1, 'mixed-answers'],
  ['1. Drawn\nwith a from 9 to 2\n= a', 2, 'bad-draw'],
  ['1. Number\n= 3.8 wibble ± 1', 2, 'bad-answer'],
  ['1. Two right\n(x) a\n(x) b', 1, 'mixed-answers'],
  ['1. Where?\n@ 0.5 0.5 0.1', 1, 'no-picture'],
  ['1. Two lines of words\n= a\n= b', 3, 'mixed-answers'],
] as const)('%j: the line is named with what is wrong', (text, line, code) => {
  expect(readTyped(text).problems).toContainEqual(expect.objectContaining({ line, code }));
});

test('a letter that stands there twice is a part of its own', () => {
  const { set, problems } = readTyped('1. The harbour\na) Name it\n= Nor\na) How far?\n= 3 m\nb) So?\n= true');
  expect(problems).toEqual([]);
  expect(questionSetUnmet(set)).toEqual([]);
  expect(partsIn(set).map(({ id, kind }) => [id, kind])).toEqual([
    ['q1a', 'short'],
    ['q1b', 'number'],
    ['q1c', 'truth'],
  ]);
});

test('a hundred thousand lines are read in one pass', () => {
  const many = Array.from({ length: 20_000 }, (_, i) => `${(i % 9000) + 1}. Is it ${i}?\n= true`).join('\n');
  expect(questionsIn(readTyped(many).set)).toHaveLength(20_000);
  expect(questionSetUnmet(readTyped(many).set)).toEqual([{ id: null, code: 'too-much' }]);
});

test.each([
  ['text', [], 'by-a-person'],
  ['text, done', [], 'given'],
  ['text, 40 words', [{ kind: 'words', min: 40, max: null }], 'by-a-person'],
  ['text, 40 to 80 words', [{ kind: 'words', min: 40, max: 80 }], 'by-a-person'],
  ['text, 5 to 5 words, done', [{ kind: 'words', min: 5, max: 5 }], 'given'],
] as const)('how many words a text is to have is typed with it: %s', (typed, asks, counted) => {
  const { set, problems } = readTyped(`1. Say\n= ${typed}`);
  expect(problems).toEqual([]);
  expect(safeParse(questionSet, set)).toEqual({ success: true, data: set });
  expect(partsIn(set)).toMatchObject([{ kind: 'long', set: { asks, counted } }]);
});

test('fewer words at most than at least are not understood', () => {
  expect(readTyped('1. Say\n= text, 80 to 40 words').problems).toMatchObject([{ line: 2, code: 'bad-answer' }]);
});
