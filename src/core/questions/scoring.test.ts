import { pointBiserialReference } from '@/testing/point-biserial';
import { classAnswers } from './class-answers';
import { countedPoints } from './counts';
import { itemFigures } from './item-figures';
import { lay } from './paper';
import { partsIn } from './question-set';
import { Scoring, told } from './scoring';
import { readTyped } from './typed';

const scored = (text: string, answer: unknown) => {
  const { set, problems } = readTyped(text);
  expect(problems).toEqual([]);
  const laid = lay(set, 'attempt');
  const part = partsIn(set)[0]?.id ?? '';
  return new Scoring(set).of(laid, { [part]: answer }).parts[0];
};

const SEVERAL = '1. Which? [4]\n[x] a\n[x] b\n[ ] c\n[ ] d';
const c = (n: number) => `q1p-c${n}`;

test.each([
  [[c(1), c(2)], 4],
  [[c(1)], 2],
  [[c(1), c(3)], 0],
  [[c(1), c(2), c(3)], 2],
  [[c(3), c(4)], 0],
  [[], 0],
  ['no list', 0],
] as const)('right less wrong, over right, not below nothing: %j', (answer, points) => {
  expect(scored(SEVERAL, answer)?.points).toBe(points);
});

test.each([
  ['= nor’east | north-east', "  Nor'East ", 1],
  ['= nor’east | north-east', 'northeast', 0],
  ['= Straße', 'STRASSE', 0],
  ['= été', 'ete', 0],
  ['= ﬁsh', 'fish', 1],
  ['= 3.8 m ± 0.1', { text: '3.85 m', locale: 'en' }, 1],
  ['= 3.8 m ± 0.1', { text: '385 cm', locale: 'en' }, 1],
  ['= 3.8 m ± 0.1', { text: '3,9 m', locale: 'de' }, 1],
  ['= 3.8 m ± 0.1', { text: '3.91 m', locale: 'en' }, 0],
  ['= 3.8 m ± 0.1', { text: '3.8', locale: 'en' }, 0],
  ['= 3.8 m ± 0.1', { text: '3.8 kg', locale: 'en' }, 0],
  ['= 200 ± 5 %', { text: '209', locale: 'en' }, 1],
  ['= 200 ± 5 %', { text: '211', locale: 'en' }, 0],
  ['= 0.3', { text: '0.1e0', locale: 'en' }, 0],
  ['= true', true, 1],
  ['= true', 'true', 0],
  ['1) one\n2) two\n3) three', ['q1p-i1', 'q1p-i2', 'q1p-i3'], 1],
  ['1) one\n2) two\n3) three', ['q1p-i1', 'q1p-i3', 'q1p-i2'], 0],
  ['a -> x\nb -> y', { 'q1p-l1': 'q1p-r1', 'q1p-l2': 'q1p-r1' }, 0.5],
  ['_ The {moon|Moon} and the {sun}.', { 'q1p-g1': 'MOON' }, 0.5],
  ['= 1..5', 3, 1],
  ['= text, done', 'Anything.', 1],
] as const)('%s, answered %j', (key, answer, points) => {
  expect(scored(`1. What?\n${key}`, answer)?.points).toBe(points);
});

test('what a number was off by is said', () => {
  expect(scored('1. W?\n= 3.8 m', { text: '3.8', locale: 'en' })?.how.off).toBe('no-unit');
  expect(scored('1. W?\n= 3.8 m', { text: '3.8 s', locale: 'en' })?.how.off).toBe('other-unit');
  expect(scored('1. W?\n= 3.8 m', { text: 'far', locale: 'en' })?.how.off).toBe('no-number');
});

test('a place on a picture, in a circle that is round on it', () => {
  const text = '1. Where?\n![a map](/api/pictures/x 400x200)\n@ 0.5 0.5 0.1';
  // The radius is a tenth of the width: 40 pixels, which are a fifth of the height.
  expect(scored(text, { x: 0.5, y: 0.69 })?.points).toBe(1);
  expect(scored(text, { x: 0.5, y: 0.71 })?.points).toBe(0);
  expect(scored(text, { x: 0.61, y: 0.5 })?.points).toBe(0);
  expect(scored(text, { x: 2, y: 0 })?.how.rule).toBe('empty');
});

test('what a person has to read has no points until they gave some, and theirs stand before what was reckoned', () => {
  const { set } = readTyped('1. Say. [5]\n= text\n2. True? [1]\n= true');
  const laid = lay(set, 'x');
  const scoring = new Scoring(set);
  expect(scoring.of(laid, { q1p: 'Words.', q2p: false })).toMatchObject({ points: 0, of: 6, unread: ['q1p'] });
  expect(
    scoring.of(
      laid,
      { q1p: 'Words.', q2p: false },
      new Map([
        ['q1p', 3.5],
        ['q2p', 1],
      ]),
    ),
  ).toMatchObject({ points: 4.5, unread: [] });
  // What was not answered nobody has to read.
  expect(scoring.of(laid, {}).unread).toEqual([]);
});

test('drawn numbers are scored with what was drawn for this attempt, and told as they are right', () => {
  const { set } = readTyped('1. {a} and {a}?\nwith a from 2 to 900\n= (2 * a) m ± 0');
  for (const seed of ['x', 'y', 'z']) {
    const laid = lay(set, seed);
    const a = laid.drawn.get('q1')?.a ?? 0;
    expect(new Scoring(set).of(laid, { q1p: { text: `${2 * a} m`, locale: 'en' } }).points).toBe(1);
    expect(told(set, laid)[0]?.right).toEqual({ text: `${2 * a} m`, locale: 'en' });
  }
});

test('which attempt counts', () => {
  const scores = [{ points: 4 }, { points: 9 }, { points: 5 }];
  expect((['best', 'last', 'mean', 'first'] as const).map((counts) => countedPoints(counts, scores))).toEqual([
    9, 5, 6, 4,
  ]);
  expect(countedPoints('best', [])).toBeNull();
});

test('facility and discrimination agree with an independent library', () => {
  const results = Array.from({ length: 60 }, (_, i) => ({
    share: (i * 7) % 10 < 6 ? 1 : 0,
    rest: ((i * 13) % 17) + (i % 3),
  }));
  const { facility, discrimination } = itemFigures(results);
  const reference = pointBiserialReference(results);
  expect(facility).toBeCloseTo(reference.mean, 12);
  expect(discrimination).toBeCloseTo(reference.correlation, 12);
  expect(
    itemFigures([
      { share: 1, rest: 3 },
      { share: 1, rest: 5 },
    ]),
  ).toEqual({ n: 2, facility: 1, discrimination: null });
  expect(itemFigures([])).toEqual({ n: 0, facility: null, discrimination: null });
});

test('equal answers of a class are counted together, whatever nobody chose stays', () => {
  const { set } = readTyped('1. What?\na) Which?\n( ) one\n( ) two\nb) Why?\n= a line');
  const given = [
    { person: 'a', answers: { q1a: 'q1a-c1', q1b: 'So it stays wet.' } },
    { person: 'b', answers: { q1a: 'q1a-c1', q1b: ' so it  stays wet' } },
    { person: 'c', answers: { q1b: 'the gulls' } },
  ];
  const [bars, list] = classAnswers(partsIn(set), given);
  expect(bars?.together).toEqual([
    { says: 'q1a-c1', n: 2, people: ['a', 'b'] },
    { says: 'q1a-c2', n: 0, people: [] },
  ]);
  expect(list).toMatchObject({
    answered: 3,
    together: [
      { says: 'So it stays wet.', n: 2 },
      { says: 'the gulls', n: 1 },
    ],
  });
});
