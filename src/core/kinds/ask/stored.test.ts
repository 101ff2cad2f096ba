import * as z from 'zod/mini';
import { ASKS, type AskName, doesBar, filesOf, isAdvice, isAskName, needsAdviser, rangeOf, wordsAsked } from '.';
import { storedAsk } from './stored';

const NAMES = Object.keys(ASKS) as AskName[];
/** As much as any kind of ask may want to be told. */
const FULL = {
  id: 'a',
  place: null,
  bars: false,
  min: 1,
  max: 3,
  terms: ['front'],
  types: ['pdf'],
  fewest: 5,
  most: 50,
};
const read = (ask: object) => z.parse(storedAsk, ask);

test.each(NAMES)('an ask of the kind %s is read, and keeps only what its kind knows', (kind) => {
  const ask = read({ ...FULL, kind, colour: 'red' });
  expect(ask).toMatchObject({ id: 'a', place: null, bars: false, kind });
  expect(ask).not.toHaveProperty('colour');
  expect(read(ask)).toEqual(ask);
  const { min, max } = rangeOf(ask);
  expect(max === null || min <= max).toBe(true);
});

test('how long posts are need not be said', () => {
  expect(read({ id: 'a', place: null, bars: true, kind: 'posts', min: 1, max: null })).toMatchObject({
    fewest: 0,
    most: null,
  });
});

test.each([
  [{ ...FULL, kind: 'poems' }],
  [{ ...FULL, kind: 'words', min: 'many' }],
  [{ ...FULL, kind: 'files', types: ['exe'] }],
  [{ ...FULL, kind: 'terms', terms: 'front' }],
  [{ kind: 'answered', place: null, bars: true }],
])('%j is no ask', (stored) => {
  expect(z.safeParse(storedAsk, stored).success).toBe(false);
});

test('advice never keeps work back; files that are asked for always do, links and pages as it is set', () => {
  const bars = (kind: AskName, more = {}) => doesBar(read({ ...FULL, kind, ...more }));
  const advice = NAMES.filter((kind) => isAdvice(read({ ...FULL, kind })));
  expect(advice.sort()).toEqual(['spelling', 'whole-sentences', 'working']);
  expect(advice.map((kind) => bars(kind, { bars: true }))).toEqual([false, false, false]);
  expect([bars('files'), bars('files', { min: 0 }), bars('words'), bars('words', { bars: true })]).toEqual([
    true,
    false,
    false,
    true,
  ]);
});

test('what an ask is content with, and whom it needs, is told by its kind', () => {
  const ask = (kind: AskName) => read({ ...FULL, kind });
  expect([filesOf(ask('files')), filesOf(ask('pages')), wordsAsked(ask('words')), wordsAsked(ask('items'))]).toEqual([
    ['pdf'],
    null,
    1,
    0,
  ]);
  expect(needsAdviser([ask('words'), ask('spelling')], 'spelling')).toBe(true);
  expect(needsAdviser([ask('words'), ask('spelling')], 'verbs')).toBe(false);
  expect(['words', 'toString', 7, null].map(isAskName)).toEqual([true, false, false, false]);
});
