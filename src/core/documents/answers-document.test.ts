import fc from 'fast-check';
import * as Y from 'yjs';
import { says } from '@/testing/says';
import { answers, answersText } from '../kinds/document/answers';
import { answerPlaces } from '../text/document-json';
import type { Doc } from '../text/nodes';
import { isWellFormed } from '../text/well-formed';
import { firstAnswers, readAnswers } from './answers-document';
import { answersMap, answerText, loopsMap } from './answers-fields';

const opened = (update: Uint8Array) => {
  const ydoc = new Y.Doc();
  Y.applyUpdate(ydoc, update);
  return ydoc;
};
const EMPTY = { paper: [], answers: {}, words: {}, loops: [] };

test('answers are read as they were put down: chosen, written, and what to come back to', () => {
  const given = { ...EMPTY, answers: { a: 'x', b: ['x', 'y'], c: 'In my own words.' }, loops: ['q2'] };
  const ydoc = opened(firstAnswers(given, new Set(['c'])));
  expect(readAnswers(ydoc)).toEqual(given);
  // What is written is a text of its own, in which two can write at once.
  expect(answerText(ydoc, 'c').toString()).toBe('In my own words.');
  expect(answersMap(ydoc).has('c')).toBe(false);
});

test('with nothing in it there is something to join', () => {
  const update = firstAnswers(EMPTY);
  expect(update.length).toBeGreaterThan(2);
  expect(readAnswers(opened(update))).toEqual(EMPTY);
});

test('two devices that write in one answer both keep their words; of what is chosen the last counts', () => {
  const first = firstAnswers({ ...EMPTY, answers: { c: 'the vane' } }, new Set(['c']));
  const [here, there] = [opened(first), opened(first)];
  answerText(here, 'c').insert(0, 'Look: ');
  answerText(there, 'c').insert(8, ' turns');
  answersMap(there).set('a', 'x');
  loopsMap(here).set('q1', true);
  Y.applyUpdate(here, Y.encodeStateAsUpdate(there));
  expect(readAnswers(here)).toMatchObject({ answers: { a: 'x', c: 'Look: the vane turns' }, loops: ['q1'] });
  loopsMap(here).set('q1', false);
  expect(readAnswers(here).loops).toEqual([]);
});

test('whatever a browser puts there, what is read is text that can be kept, no deeper than an answer goes', () => {
  const ydoc = new Y.Doc();
  answersMap(ydoc).set('half', 'a\ud83e');
  answersMap(ydoc).set('deep', { a: { b: { c: { d: { e: 'too deep' } } } } });
  answersMap(ydoc).set('shared', new Y.Text('a text of its own'));
  answersMap(ydoc).set('nul\0', ['\0']);
  const read = readAnswers(ydoc).answers;
  expect(read.half).toBe('a\ufffd');
  expect(JSON.stringify(read.deep)).not.toContain('too deep');
  expect(read.shared).toBeNull();
  expect(read['nul\ufffd']).toEqual(['\ufffd']);
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 6 }), (value) => {
      const one = new Y.Doc();
      answersMap(one).set('x', value);
      expect(isWellFormed(JSON.stringify(readAnswers(one)))).toBe(true);
    }),
  );
});

describe('as a text', () => {
  const sheet = (parts: readonly string[], stem: Doc | null = null) => ({
    id: 'q',
    number: 3,
    section: '',
    stem,
    material: null,
    points: 2,
    parts: parts.map((id) => ({ id, points: 1, prompt: says(`Prompt ${id}`), kind: 'short', asked: {} })),
  });

  test('each part has its place, numbered once, and lettered where there are several', () => {
    const content = {
      ...EMPTY,
      paper: [sheet(['a', 'b'], says('About the tide.'))],
      words: { a: 'high', b: 'low' },
    } as never;
    const places = answerPlaces(answersText(content));
    expect(places.map(({ id, number, question, text }) => [id, number, question, text])).toEqual([
      ['a', 3, 'a) Prompt a', 'high'],
      ['b', expect.anything(), 'b) Prompt b', 'low'],
    ]);
    expect(answers.plainText(content)).toContain('About the tide.');
  });

  test('a single part has no letter; a name that every object has is no answer', () => {
    const content = { ...EMPTY, paper: [sheet(['toString'])], words: {} } as never;
    expect(answerPlaces(answersText(content))).toMatchObject([{ question: 'Prompt toString', text: '' }]);
  });

  test('without what was asked there is what was written', () => {
    expect(answers.plainText({ ...EMPTY, answers: { a: 'One.\nTwo.', b: 7, c: ['x'] } })).toBe('One.\nTwo.');
    expect(answersText(EMPTY)).toEqual({ type: 'doc', content: [{ type: 'paragraph' }] });
  });
});

test.each([
  [null, 'shape'],
  [{ answers: {}, loops: 'none' }, 'shape'],
  [{ answers: 'none', loops: [] }, 'shape'],
  [{ answers: Object.fromEntries(Array.from({ length: 3001 }, (_, i) => [`p${i}`, 1])), loops: [] }, 'nodes'],
  [{ answers: { a: 'x'.repeat(600_001) }, loops: [] }, 'letters'],
  [{ answers: { a: { b: { c: { d: { e: { f: { g: { h: 1 } } } } } } } }, loops: [] }, 'letters'],
  [{ answers: { a: 'x' }, loops: ['q'] }, null],
])('of answers that hold too much it is said what of', (content, overflow) => {
  expect(answers.overflow(content)).toBe(overflow);
});
