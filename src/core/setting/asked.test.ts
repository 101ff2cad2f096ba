import type { Doc, DocNode } from '../text/nodes';
import { askedAnew, reachedPlaces } from './asked';

const asked = (...questions: readonly (readonly [id: string, text: string])[]): Doc => ({
  type: 'doc',
  content: questions.flatMap(([id, text], i): DocNode[] => [
    { type: 'question', attrs: { number: i + 1, text } },
    { type: 'answer', attrs: { id }, content: [{ type: 'paragraph' }] },
  ]),
});

test('what a further version does is said question by question: new ones, other words, and those that are gone', () => {
  const before = asked(['a', 'Why?'], ['b', 'How?'], ['c', 'When?']);
  expect(reachedPlaces(before, before)).toEqual([]);
  expect(reachedPlaces(before, asked(['a', 'Why?'], ['n', 'Who?'], ['c', 'When exactly?']))).toEqual([
    { id: 'n', number: 2, how: 'new' },
    { id: 'c', number: 3, how: 'other-words' },
    { id: 'b', number: 2, how: 'gone' },
  ]);
  // A question that only has another number says the same.
  expect(reachedPlaces(before, asked(['b', 'How?'], ['a', 'Why?'], ['c', 'When?']))).toEqual([]);
});

test('a copy says of its questions which are asked in other words by now, and which not any more', () => {
  const copy = asked(['a', 'Why?'], ['b', 'How?'], ['c', 'When?']);
  expect(askedAnew(copy, asked(['a', 'Why?'], ['n', 'Who?'], ['c', 'When exactly?']))).toEqual([
    { id: 'b', number: 2, text: null },
    { id: 'c', number: 3, text: 'When exactly?' },
  ]);
  expect(askedAnew(copy, copy)).toEqual([]);
  // A place without a question, as a student may have made one, is nothing that was asked.
  const own: Doc = { type: 'doc', content: [{ type: 'answer', attrs: { id: 'x' }, content: [{ type: 'paragraph' }] }] };
  expect(askedAnew(own, copy)).toEqual([]);
});
