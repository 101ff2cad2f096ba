import { type Block, blocksOf } from '../compare/blocks';
import { compare } from '../compare/compare';
import type { DocNode } from '../text/document-json';
import { anchorText } from './anchor';
import { changesNear, isTouched } from './near';

const line = (words: string): DocNode => ({ type: 'paragraph', content: [{ type: 'text', text: words }] });
const doc = (...lines: string[]) => blocksOf({ type: 'doc', content: lines.map(line) });

const FIRST = 'The wind turns at noon.';
const SECOND = 'Nobody on the pier knows why.';
const before = doc(FIRST, SECOND, 'The end of it.');

function near(after: readonly Block[], words: string) {
  const start = anchorText(before).indexOf(words);
  return changesNear(compare(before, after, 'en'), before, start, start + words.length);
}

test('a paragraph that was left as it was says so', () => {
  const found = near(doc('The wind turns at one.', SECOND, 'The end of it.'), 'pier');
  expect(found.map(({ how }) => how)).toEqual(['same']);
  expect(isTouched(found)).toBe(false);
});

test('what was changed in it is told, and what was added right after it', () => {
  const found = near(doc(FIRST, 'Nobody on the pier can say why.', 'I asked three.', 'The end of it.'), 'pier');
  expect(found.map(({ how }) => how)).toEqual(['changed', 'added']);
  expect(isTouched(found)).toBe(true);
});

test('what was taken out, or put elsewhere, is told', () => {
  expect(near(doc(FIRST, 'The end of it.'), 'pier').map(({ how }) => how)).toEqual(['removed']);
  const moved = near(doc(SECOND, FIRST, 'The end of it.'), 'pier').map(({ how }) => how);
  expect(moved.some((how) => how === 'moved' || how === 'same')).toBe(true);
});
