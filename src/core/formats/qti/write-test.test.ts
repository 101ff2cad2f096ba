import { rightOf, type SetQuestion } from '../../kinds/question';
import { lay } from '../../questions/paper';
import { partsIn, type QuestionSet, questionSetUnmet, questionsIn } from '../../questions/question-set';
import { Scoring } from '../../questions/scoring';
import { readTyped } from '../../questions/typed';
import { plainText } from '../../text/document-json';
import { openArchive } from '../archive';
import { guardXml } from '../xml-guard';
import type { QtiVersion } from './names';
import { besides, readTest } from './read-test';
import { packedTest, writeTest } from './write-test';

const TEXT = `== Clouds (2 of them, shuffled)
1. Which is the highest? [2]
(x) cirrus
( ) stratus
why: It is made of ice.
2. Which bring rain? [2]
[x] nimbostratus
[x] cumulonimbus
[ ] cirrus
3. Fog is a cloud. [2]
= true
== Winds
4. Whence does it blow? [3]
= nor'east | north-east
5. How many knots?
= 12
6. Tell of a storm. [4]
= text
7. Fill in. [2]
_ The {moon|Moon} pulls the {sea}.
8. Pairs [3]
limpet -> rock
crab -> sand
gull -> sky
9. In their order
1) dawn
2) noon
3) dusk
10. How windy?
= 1..5
11. Your working
= photographs
12. Two things about it
a) Is it wet? [1]
= false
b) What is it called? [2]
= squall
`;

let named = 0;
const naming = () => {
  named += 1;
  return `n${named}`;
};

const files = (all: Readonly<Record<string, string>>) => ({
  names: Object.keys(all),
  text: (name: string) => all[name] ?? null,
});

const typed = (): QuestionSet => {
  const { set, problems } = readTyped(TEXT);
  expect(problems).toEqual([]);
  return set;
};

/** What everybody who answers right comes to. */
const full = (set: QuestionSet) => {
  const laid = lay({ sections: set.sections.map((one) => ({ ...one, draw: null })) }, 'seed');
  const answers = Object.fromEntries(partsIn(set).map((part) => [part.id, rightOf(part, {})]));
  return new Scoring(set).of(laid, answers).parts.map(({ points, of }) => [points, of]);
};

describe.each(['2.1', '3.0'] as const)('written and read again, version %s', (version: QtiVersion) => {
  const set = typed();
  const written = writeTest(set, 'Wind & "clouds"', version);
  const { set: read, title, notKept } = readTest(files(written.files), naming);

  test('nothing is dropped in silence', () => {
    expect(written.notSaid).toEqual([]);
    expect(notKept).toEqual([]);
    expect(title).toBe('Wind & "clouds"');
    expect(questionSetUnmet(read)).toEqual([]);
  });

  test('its sections, what is drawn, and its words are the same', () => {
    expect(read.sections.map(({ title: said, draw, shuffle }) => [said, draw, shuffle])).toEqual([
      ['Clouds', 2, true],
      ['Winds', null, false],
    ]);
    const words = (of: QuestionSet) =>
      questionsIn(of).map(({ stem, parts }) =>
        [stem, ...parts.map(({ prompt }) => prompt)]
          .map((doc) => (doc ? plainText(doc) : ''))
          .join(' ')
          .replace('…', '')
          .replace(/\s+/g, ' ')
          .trim(),
      );
    expect(words(read)).toEqual(words(set).map((one, i) => (i === 6 ? '' : one)));
    // What stands above a text with gaps is its beginning.
    expect(JSON.stringify(questionsIn(read)[6])).toContain('Fill in.');
    expect(plainText(partsIn(read)[0]?.why ?? { type: 'doc' })).toBe('It is made of ice.');
  });

  test('what is right comes to the same points', () => {
    const kinds = (of: QuestionSet) => partsIn(of).map(({ kind }: SetQuestion) => (kind === 'truth' ? 'one' : kind));
    expect(kinds(read)).toEqual(kinds(set));
    expect(full(read)).toEqual(full(set));
    expect(full(set).length).toBe(13);
  });
});

test('what has no word in the standard is named', () => {
  const { set } = readTyped(
    '1. How far is {a} km? [2]\nwith a from 2 to 9 step 0.5\n= (a * 2) km ± 0.1\nhint: Twice.\n',
  );
  expect(
    writeTest(set, 'x', '2.1')
      .notSaid.map(({ code }) => code)
      .sort(),
  ).toEqual(['feedback', 'scoring', 'scoring', 'scoring', 'template']);
});

test('an archive holds the list, the test, and each item; what is not there is named', () => {
  const written = writeTest(typed(), 'Wind', '2.1');
  const opened = openArchive(packedTest(written), { most: 1_000_000 });
  if (typeof opened === 'string') throw new Error(opened);
  expect([...opened.names].sort()).toEqual(Object.keys(written.files).sort());
  const { 'items/q1.xml': _gone, ...rest } = written.files;
  expect(readTest(files(rest), naming).notKept).toEqual([
    { item: 'items/q1.xml', code: 'missing', detail: 'items/q1.xml' },
  ]);
});

test('what begins with a digit is called by a name of the standard', () => {
  const { set } = readTyped('1. Which?\n(x) a\n( ) b\n2. Pairs\na -> b\nc -> d', '7');
  const { files: all } = writeTest(set, 'x', '2.1');
  expect([
    ...Object.values(all)
      .join('')
      .matchAll(/ identifier="(\d[^"]*)"/g),
  ]).toEqual([]);
  const { set: back } = readTest(files(all), naming);
  expect(full(back)).toEqual(full(set));
  expect(full(back).every(([points, of]) => points === of)).toBe(true);
});

test('every text leaves as XML that can be read', () => {
  const { set } = readTyped(
    '1. Look *well* at $x^2 < 3$ & "that"\n![a < b](/api/pictures/p 4x4)\n(x) a\n( ) b\n2. Tell\n= text',
  );
  const pictures = new Map([['/api/pictures/p', { type: 'image/png', bytes: new Uint8Array([1, 2]) }]]);
  for (const version of ['2.1', '3.0'] as const) {
    const { files: all } = writeTest(set, 'x', version, pictures);
    for (const xml of Object.values(all)) expect(guardXml(xml)).toBe(xml);
    expect(all['items/q1.xml']).toContain('<img alt="a &lt; b" src="data:image/png;base64,AQI="/>');
  }
});

test('items without a test are one section', () => {
  const { 'items/q1.xml': one = '' } = writeTest(typed(), 'Wind', '3.0').files;
  const { set } = readTest(files({ 'a.xml': one, 'b.xml': one }), naming);
  expect(set.sections.map(({ questions }) => questions.length)).toEqual([2]);
  expect(new Set(questionsIn(set).map(({ id }) => id)).size).toBe(2);
});

test('places of files are told from where they are named', () => {
  expect(besides('tests/test.xml', '../items/./a.xml')).toBe('items/a.xml');
  expect(besides('test.xml', '../../../etc/a.xml')).toBe('etc/a.xml');
});

test('of two that say the same one is written, with which both pairs are right', () => {
  const { set } = readTyped('1. Where?\nlimpet -> rock\nbarnacle -> rock\ncrab -> sand');
  const { set: read } = readTest(files(writeTest(set, 'Shore', '3.0').files), naming);
  const [part] = partsIn(read);
  if (part?.kind !== 'match') throw new Error(`it came as ${part?.kind}`);
  const { left, right, pairs } = part.set;
  expect(right.map(({ says }) => plainText(says))).toEqual(['rock', 'sand']);
  expect(left.map(({ id }) => plainText(right.find((one) => one.id === pairs[id])?.says ?? { type: 'doc' }))).toEqual([
    'rock',
    'rock',
    'sand',
  ]);
});
