import type { DocNode } from '../text/nodes';
import { termEntries, termsMet } from './terms';

const paragraph = (text: string): DocNode => ({ type: 'paragraph', content: [{ type: 'text', text }] }) as DocNode;
const doc = (...content: readonly DocNode[]): DocNode => ({ type: 'doc', content }) as unknown as DocNode;
const row = (type: 'tableCell' | 'tableHeader', ...cells: readonly string[]) => ({
  type: 'tableRow',
  content: cells.map((cell) => ({ type, content: [paragraph(cell)] })),
});
const entries = (...lines: readonly string[]) => termEntries(doc(...lines.map(paragraph)));
const words = (text: string) => text.split(/\s+/).filter(Boolean).length;

test.each([
  ['front: where two airs meet', 'front', 'where two airs meet'],
  ['Front = where two airs meet', 'front', 'where two airs meet'],
  ['front → where two airs meet', 'front', 'where two airs meet'],
  ['front – where two airs meet', 'front', 'where two airs meet'],
  ['front\twhere two airs meet', 'front', 'where two airs meet'],
  ['A front means where two airs meet', 'a front', 'where two airs meet'],
  ['The word squall is a sudden wind', 'squall', 'sudden wind'],
  ['1. “Front”: where two airs meet', 'front', 'where two airs meet'],
  ['جبهة: حيث يلتقي هواءان', 'جبهة', 'حيث يلتقي هواءان'],
])('“%s” is a word with its meaning', (line, term, meaning) => {
  expect(entries(line)).toEqual([{ term, meaning }]);
});

test.each([
  'front',
  'front:',
  ': where two airs meet',
  'well-known winds',
  'It rises at three',
  // Nobody’s word is that long.
  `${'x'.repeat(80)}: too long`,
])('“%s” is none', (line) => {
  expect(entries(line)).toEqual([]);
});

test('each line of a paragraph is one, and each row of a table, its head left out', () => {
  expect(entries('front: two airs\nsquall: sudden wind')).toHaveLength(2);
  const table = {
    type: 'table',
    content: [
      row('tableHeader', 'Word', 'Meaning'),
      row('tableCell', 'Front', 'where two airs', 'meet'),
      row('tableCell', 'Trough', ''),
    ],
  } as unknown as DocNode;
  expect(termEntries(doc(table))).toEqual([{ term: 'front', meaning: 'where two airs meet' }]);
});

test('what a question says is no answer of anybody', () => {
  const question = { type: 'question', attrs: { number: 1, text: 'front: what is it?' } } as unknown as DocNode;
  expect(termEntries(doc(question, paragraph('front: two airs')))).toHaveLength(1);
});

describe('which of those that were asked for are there', () => {
  const said = entries('cold front: where cold air comes in', 'squall: wind', 'Trough: a long low');

  test('with a meaning of two words at least, and also as a part of a longer name', () => {
    expect(termsMet(said, ['Front', 'squall', 'trough', 'ridge'], words)).toEqual({
      found: 2,
      missing: ['squall', 'ridge'],
    });
  });

  test('where none is named, each that has a meaning counts once', () => {
    expect(termsMet([...said, ...said], [], words)).toEqual({ found: 2, missing: [] });
    expect(termsMet(said, [], words, 1).found).toBe(3);
  });
});

test('a line without an end takes no longer than a line', () => {
  const long = `${'a '.repeat(100_000)}is`;
  expect(entries(long)).toEqual([]);
});
