import { isAnswered, isWrittenText, readAnswer } from './answered';
import type { AskedQuestion, QuestionName } from './every';
import { QUESTIONS } from './every';

const NOTHING = [null, undefined, '', '  ', 7.5, {}, { x: 2, y: 0 }, { text: 9 }];

test.each<[QuestionName, unknown, unknown]>([
  ['one', 'a', 'a'],
  ['several', ['a', 'b', 'a'], ['a', 'b']],
  ['truth', false, false],
  ['short', ' the mast ', ' the mast '],
  ['number', { text: '4,2 m', locale: 'de' }, { text: '4,2 m', locale: 'de' }],
  ['number', { text: '4.2', locale: 'no language!' }, { text: '4.2', locale: 'en' }],
  ['long', 'It rises.', 'It rises.'],
  ['gaps', { a: 'high', b: ' ', c: 4 }, { a: 'high' }],
  ['match', { a: 'x' }, { a: 'x' }],
  ['order', ['b', 'a'], ['b', 'a']],
  ['point', { x: 0.2, y: 1, z: 4 }, { x: 0.2, y: 1 }],
  ['scale', 3, 3],
  ['file', ['piece'], ['piece']],
])('an answer to %s is read from %j', (name, answer, read) => {
  expect(readAnswer(name, answer)).toEqual(read);
});

test.each(Object.keys(QUESTIONS) as QuestionName[])('what is no answer to %s is none', (name) => {
  const not = NOTHING.filter((answer) => !(name === 'one' && answer === '  '));
  for (const answer of not) expect([answer, readAnswer(name, answer)]).toEqual([answer, null]);
});

test('what is longer than anybody writes is no answer, and a long text is cut', () => {
  expect(readAnswer('short', 'x'.repeat(2001))).toBeNull();
  expect(readAnswer('number', { text: '1'.repeat(201) })).toBeNull();
  expect(
    readAnswer(
      'several',
      Array.from({ length: 201 }, (_, i) => `${i}`),
    ),
  ).toBeNull();
  expect(readAnswer('gaps', { a: 'x'.repeat(2001) })).toBeNull();
  expect(readAnswer('long', 'x'.repeat(70_000))).toHaveLength(60_000);
});

const asked = (kind: QuestionName, of: object) => ({ kind, asked: of }) as unknown as AskedQuestion;
const choices = [{ id: 'a' }, { id: 'b' }];

test.each<[string, AskedQuestion, unknown, boolean]>([
  ['one that can be chosen', asked('one', { choices }), 'b', true],
  ['one that cannot', asked('one', { choices }), 'z', false],
  ['as many as may be', asked('several', { most: 2 }), ['a', 'b'], true],
  ['more than may be', asked('several', { most: 1 }), ['a', 'b'], false],
  ['none of several', asked('several', { most: null }), [], false],
  ['every gap', asked('gaps', { text: ['The ', { id: 'g' }] }), { g: 'sea' }, true],
  ['not every gap', asked('gaps', { text: [{ id: 'g' }, { id: 'h' }] }), { g: 'sea' }, false],
  ['every pair', asked('match', { left: choices }), { a: 'x', b: 'y' }, true],
  ['one of two pairs', asked('match', { left: choices }), { a: 'x' }, false],
  ['all in order', asked('order', { items: choices }), ['b', 'a'], true],
  ['one of two in order', asked('order', { items: choices }), ['b'], false],
  ['a step of the scale', asked('scale', { from: 1, to: 5 }), 5, true],
  ['a step beyond it', asked('scale', { from: 1, to: 5 }), 6, false],
  ['a photograph too many', asked('file', { most: 1 }), ['p', 'q'], false],
  ['nothing', asked('long', {}), '', false],
])('%s', (_, question, answer, full) => {
  expect(isAnswered(question, answer)).toBe(full);
});

test('only a long answer is a text of its own', () => {
  expect((Object.keys(QUESTIONS) as QuestionName[]).filter(isWrittenText)).toEqual(['long']);
});
