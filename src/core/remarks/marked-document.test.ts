import fc from 'fast-check';
import { blocksOf, isLeaf } from '../compare/blocks';
import type { Doc, DocNode, Mark, MarkName } from '../text/nodes';
import { anchorText, blockStarts } from './anchor';
import { markedDocument } from './marked-document';

const text = (words: string, ...marks: MarkName[]): DocNode => ({
  type: 'text',
  text: words,
  ...(marks.length > 0 ? { marks: marks.map((type): Mark => ({ type })) } : {}),
});
const doc: Doc = {
  type: 'doc',
  content: [
    { type: 'heading', attrs: { level: 2 }, content: [text('The ladder')] },
    { type: 'paragraph' },
    { type: 'question', attrs: { number: 1, text: 'Why?' } },
    {
      type: 'answer',
      attrs: { id: 'a' },
      content: [
        { type: 'paragraph', content: [text('It '), text('climbs', 'bold'), { type: 'hardBreak' }, text(' up.')] },
        { type: 'image', attrs: { src: '/api/text-pictures/1', alt: 'a cloud' } },
        { type: 'paragraph', content: [{ type: 'formula', attrs: { tex: 'x^2' } }, text(' metres')] },
      ],
    },
    { type: 'bulletList', content: [{ type: 'listItem', content: [{ type: 'paragraph', content: [text('rope')] }] }] },
  ],
};

/** What is marked, and the attribute `at` of every block. */
function read(node: DocNode): { marked: string[]; starts: number[] } {
  const marked: string[] = [];
  const starts: number[] = [];
  const walk = (at: DocNode) => {
    if (isLeaf(at) && typeof at.attrs?.at === 'number') starts.push(at.attrs.at);
    if (at.marks?.some(({ type }) => type === 'remark')) marked.push(at.text ?? '');
    for (const child of at.content ?? []) walk(child);
  };
  walk(node);
  return { marked, starts };
}

test('the words of a highlight are marked where they stand, whatever marks they had', () => {
  const whole = anchorText(blocksOf(doc));
  const start = whole.indexOf('climbs') - 2;
  const found = markedDocument(doc, [{ id: 'r', start, end: start + 5 }]);
  expect(read(found).marked).toEqual(['t ', 'cli']);
});

test('every block of words knows its place, and nothing else of the document changes', () => {
  const { starts } = read(markedDocument(doc, []));
  const all = blockStarts(blocksOf(doc));
  expect(starts.every((start) => all.includes(start))).toBe(true);
  expect(starts).toHaveLength(4);
  expect(anchorText(blocksOf(markedDocument(doc, [{ id: 'r', start: 3, end: 40 }])))).toBe(anchorText(blocksOf(doc)));
});

test('whatever is highlighted within a block, the marked words are those of the text', () => {
  const whole = anchorText(blocksOf(doc));
  const starts = blockStarts(blocksOf(doc));
  const blocks = blocksOf(doc).map(({ text: words }, i) => ({ at: starts[i] ?? 0, words }));
  // Formulas and breaks have no letters that could be marked.
  const plain = blocks.filter(({ words }) => ['The ladder', 'rope'].includes(words));
  fc.assert(
    fc.property(fc.constantFrom(...plain), fc.nat(10), fc.nat(10), ({ at, words }, a, b) => {
      const [from, to] = [Math.min(a, b, words.length), Math.min(Math.max(a, b), words.length)];
      const highlight = { id: 'r', start: at + from, end: at + to };
      expect(read(markedDocument(doc, [highlight])).marked.join('')).toBe(whole.slice(at + from, at + to));
    }),
  );
});
