import * as Y from 'yjs';
import type { Doc, DocNode } from '../text/nodes';
import { LIMITS, overflow } from './limits';
import { firstUpdate } from './text-document';
import { lookAtUpdate } from './updates';

const paragraph: DocNode = { type: 'paragraph', content: [{ type: 'text', text: 'x' }] };
/** Documents that nobody could type: their types are not those of ours. */
const docOf = (...content: unknown[]): Doc => ({ type: 'doc', content: content as DocNode[] });
const nested = (levels: number): DocNode =>
  Array.from({ length: levels }).reduce<DocNode>((inner) => ({ type: 'blockquote', content: [inner] }), paragraph);
const table = (rows: number, columns: number): DocNode => ({
  type: 'table',
  content: Array.from({ length: rows }, (_, i) => ({
    type: 'tableRow',
    // Only the first row is wide: the others would be padded to it.
    content: Array.from({ length: i === 0 ? columns : 1 }, () => ({ type: 'tableCell', content: [] })),
  })),
});
const many = (n: number, node: DocNode): DocNode[] => Array.from({ length: n }, () => node);

describe('what a document may hold', () => {
  test.each<[string, unknown, string | null]>([
    ['a page of text', docOf(paragraph, nested(3), table(4, 5)), null],
    ['as deep as it may be', docOf(nested(LIMITS.depth - 2)), null],
    ['a level deeper', docOf(nested(LIMITS.depth - 1)), 'depth'],
    ['1,600 levels', docOf(nested(1600)), 'depth'],
    ['very many paragraphs', docOf(...many(15_001, paragraph)), 'nodes'],
    ['cells that padding would make', docOf(table(200, 60)), 'cells'],
    ['one very wide row', docOf(table(1, 65)), 'columns'],
    ['formulas without an end', docOf(...many(501, { type: 'formula', attrs: { tex: 'x' } })), 'formulas'],
    ['pictures without an end', docOf(...many(301, { type: 'image', attrs: { src: 'x' } })), 'pictures'],
    ['a million letters and one', docOf({ type: 'text', text: 'a'.repeat(1_000_001) }), 'letters'],
    ['letters in attributes', docOf({ type: 'image', attrs: { alt: 'a'.repeat(1_000_001) } }), 'letters'],
    ['a kind that there is none of', docOf({ type: 'script' }), 'kind'],
    ['a mark that there is none of', docOf({ type: 'text', text: 'a', marks: [{ type: 'onclick' }] }), 'shape'],
    ['an attribute that is a tree', docOf({ type: 'image', attrs: { src: { deep: [] } } }), 'shape'],
    ['text that is a number', { type: 'doc', content: [{ type: 'text', text: 7 }] }, 'shape'],
    ['content that is a word', { type: 'doc', content: 'words' }, 'shape'],
    ['nothing', null, 'shape'],
  ])('%s: %s', (_, doc, found) => {
    expect(overflow(doc)).toBe(found);
  });
});

describe('an update by itself', () => {
  const typed = (work: (root: Y.XmlFragment) => void): Uint8Array => {
    const ydoc = new Y.Doc();
    work(ydoc.getXmlFragment('text'));
    return Y.encodeStateAsUpdate(ydoc);
  };

  test('of somebody who types is taken, and so is one that only takes away', () => {
    expect(lookAtUpdate(firstUpdate(docOf(paragraph, nested(5))))).toBeNull();
    const ydoc = new Y.Doc();
    const text = new Y.XmlText('words');
    ydoc.getXmlFragment('text').insert(0, [text]);
    const before = Y.encodeStateVector(ydoc);
    text.delete(0, 3);
    expect(lookAtUpdate(Y.encodeStateAsUpdate(ydoc, before))).toBeNull();
  });

  test.each([
    ['builds too deep', firstUpdate(docOf(nested(40))), 'depth'],
    ['has a kind that there is none of', typed((root) => root.insert(0, [new Y.XmlElement('script')])), 'kind'],
    [
      'has more things than anybody types',
      typed((root) =>
        root.insert(
          0,
          Array.from({ length: 2001 }, () => new Y.XmlElement('paragraph')),
        ),
      ),
      'nodes',
    ],
    ['is noise', new Uint8Array([1, 255, 255, 3, 9]), 'malformed'],
  ])('that %s is not', (_, update, found) => {
    expect(lookAtUpdate(update)).toBe(found);
  });

  test('whose depth comes from the update before it is looked at with the whole, not by itself', () => {
    const ydoc = new Y.Doc();
    let at: Y.XmlFragment = ydoc.getXmlFragment('text');
    for (let level = 0; level < 40; level += 1) {
      const before = Y.encodeStateVector(ydoc);
      const next = new Y.XmlElement('blockquote');
      at.insert(0, [next]);
      at = next;
      expect(lookAtUpdate(Y.encodeStateAsUpdate(ydoc, before))).toBeNull();
    }
  });
});
