import { overflow } from '../documents/limits';
import { isAddress } from '../text/address';
import { plainText } from '../text/document-json';
import {
  attrsOf,
  contentOf,
  type Doc,
  type DocNode,
  descendants,
  type MarkName,
  markOf,
  type NodeName,
  type Visitor,
  visit,
} from '../text/nodes';
import { PICTURE_ADDRESS } from '../text/picture-address';

/** The most letters that one post has. */
export const LONGEST_POST = 10_000;
const MOST_PICTURES = 4;
const MOST_NODES = 2000;

/** What a post is made of: the small text, without what belongs to whole documents. */
const ALLOWED: ReadonlySet<NodeName> = new Set([
  'doc',
  'text',
  'paragraph',
  'bulletList',
  'orderedList',
  'listItem',
  'blockquote',
  'hardBreak',
  'image',
  'formula',
]);
const MARKS: ReadonlySet<MarkName> = new Set(['bold', 'italic', 'underline', 'link']);

/** Something that is said, as it was read. */
export interface Body {
  readonly doc: Doc;
  /** What it says, a line a block. */
  readonly words: string;
  /** The fingerprints of the pictures in it. */
  readonly pictures: readonly string[];
}

export type BadBody = 'empty' | 'too-long' | 'bad-link' | 'bad-body';

/** What is wrong with one node; `null` for nothing. */
function wrongWith(node: DocNode): BadBody | null {
  if (!ALLOWED.has(node.type)) return 'bad-body';
  if (node.marks?.some(({ type }) => !MARKS.has(type))) return 'bad-body';
  const link = markOf(node, 'link');
  if (link && !isAddress(String(link.attrs?.href ?? ''))) return 'bad-link';
  if (node.type === 'image' && !PICTURE_ADDRESS.test(attrsOf(node).src)) return 'bad-body';
  return null;
}

/**
 * What somebody says, as it came: the small rich text and nothing else.
 *
 * @param value a tree of a text document, whatever it is
 * @returns the same with its words; or why it cannot be sent: there is nothing in it, it has more than 10,000 letters, a link leads
 *   to no address (URL Standard, WHATWG), or it is no text of ours
 */
export function readBody(value: unknown): Body | BadBody {
  const much = overflow(value);
  if (much === 'letters' || much === 'nodes') return 'too-long';
  if (much !== null) return 'bad-body';
  const doc = value as Doc;
  if (doc.type !== 'doc') return 'bad-body';
  const pictures: string[] = [];
  let nodes = 0;
  for (const node of descendants(doc)) {
    const wrong = wrongWith(node);
    if (wrong !== null) return wrong;
    nodes += 1;
    if (node.type === 'image') pictures.push(attrsOf(node).src.split('/').at(-1) ?? '');
  }
  const words = plainText(doc);
  if (nodes > MOST_NODES || words.length > LONGEST_POST || pictures.length > MOST_PICTURES) return 'too-long';
  if (words === '' && pictures.length === 0) return 'empty';
  return { doc, words, pictures };
}

/** Words with the marks that a post knows. */
const inlines = (node: DocNode): readonly DocNode[] =>
  contentOf(node).flatMap((child): readonly DocNode[] => {
    if (child.type === 'text') return [{ ...child, marks: (child.marks ?? []).filter(({ type }) => MARKS.has(type)) }];
    return child.type === 'formula' || child.type === 'hardBreak' ? [child] : inlines(child);
  });

const line = (node: DocNode): readonly DocNode[] => [{ type: 'paragraph', content: inlines(node) }];
const inside = (node: DocNode): readonly DocNode[] =>
  contentOf(node).flatMap((child) => visit(child, AS_POST, undefined));
const items = (node: DocNode, type: 'bulletList' | 'orderedList'): readonly DocNode[] => [
  { type, content: contentOf(node).map((item): DocNode => ({ type: 'listItem', content: inside(item) })) },
];

/** What becomes of each kind of node in a post: what it does not know becomes lines of words. */
const AS_POST: Visitor<readonly DocNode[], undefined> = {
  doc: inside,
  text: (node) => [{ type: 'paragraph', content: [{ ...node, marks: [] }] }],
  paragraph: line,
  heading: line,
  codeBlock: line,
  bulletList: (node) => items(node, 'bulletList'),
  orderedList: (node) => items(node, 'orderedList'),
  listItem: inside,
  blockquote: (node) => [{ type: 'blockquote', content: inside(node) }],
  horizontalRule: () => [],
  hardBreak: () => [],
  image: (node) => [node],
  formula: (node) => [{ type: 'paragraph', content: [node] }],
  question: (node) => [{ type: 'paragraph', content: [{ type: 'text', text: attrsOf(node).text }] }],
  answer: inside,
  table: inside,
  tableRow: (node) => [
    { type: 'paragraph', content: [{ type: 'text', text: contentOf(node).map(plainText).join('  ') }] },
  ],
  tableHeader: line,
  tableCell: line,
};

/** A text document as a body: words and their form as far as a post knows them. */
export const asBody = (doc: Doc): Doc => ({ type: 'doc', content: inside(doc) });

/** Plain words as a body, a paragraph a line. */
export const plainBody = (words: string): Doc => ({
  type: 'doc',
  content: words
    .split('\n')
    .map((line) => ({ type: 'paragraph', ...(line === '' ? {} : { content: [{ type: 'text', text: line }] }) })),
});
