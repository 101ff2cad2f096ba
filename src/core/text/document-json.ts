import {
  attrsOf,
  contentOf,
  type Doc,
  type DocNode,
  descendants,
  markOf,
  NODE_NAMES,
  NODES,
  type NodeOf,
  type Visitor,
  visit,
} from './nodes';
import { trimmedEnd } from './trimmed';

export type { Doc, DocNode } from './nodes';

/** What a node says by itself, without what stands in it. A question is the teacher's and a picture has no words. */
const OWN_WORDS: Visitor<string> = {
  doc: () => '',
  text: ({ text }) => text,
  paragraph: () => '',
  heading: () => '',
  bulletList: () => '',
  orderedList: () => '',
  listItem: () => '',
  blockquote: () => '',
  codeBlock: () => '',
  horizontalRule: () => '',
  hardBreak: () => '\n',
  image: () => '',
  formula: (node) => attrsOf(node).tex,
  question: () => '',
  answer: () => '',
  table: () => '',
  tableRow: () => '',
  tableHeader: () => '',
  tableCell: () => '',
};

/** What a node says by itself: its text, a line break, a formula as it was typed. */
export const ownWords = (node: DocNode): string => visit(node, OWN_WORDS, undefined);

/** What stands for a formula where words are counted: no word, and no end of a sentence (U+FFFC, object replacement). */
export const FORMULA_MARK = '\u{fffc}';

const PROSE: Visitor<string> = { ...OWN_WORDS, formula: () => FORMULA_MARK };

/** Everything that is said in a node, without a break between its blocks. */
export const wordsIn = (node: DocNode): string => ownWords(node) + contentOf(node).map(wordsIn).join('');

const LINES: ReadonlySet<string> = new Set(NODE_NAMES.filter((name) => 'line' in NODES[name]));
const isLine = ({ type }: DocNode): boolean => LINES.has(type);

/** The typed text below a node, a line a block. What a question asks is not typed text and is left out. */
export const plainText = (node: DocNode): string => linesBelow(node, ownWords);

/** As `plainText`, for what is measured: letters that draw a formula are no words, so a mark stands for each formula. */
export const prose = (node: DocNode): string => linesBelow(node, (at) => visit(at, PROSE, undefined));

function linesBelow(node: DocNode, wordsOf: (node: DocNode) => string): string {
  const lines: string[] = [];
  const walk = (at: DocNode, into: string[]): void => {
    const own = wordsOf(at);
    if (own !== '') into.push(own);
    for (const child of contentOf(at)) {
      if (!isLine(child) && child.content === undefined) {
        walk(child, into);
        continue;
      }
      const inner: string[] = [];
      walk(child, inner);
      if (inner.length > 0) lines.push(inner.join(''));
    }
  };
  const rest: string[] = [];
  walk(node, rest);
  if (rest.length > 0) lines.push(rest.join(''));
  return lines.join('\n').trim();
}

/** Plain text as paragraphs, one a line. */
export const paragraphs = (text: string): readonly NodeOf<'paragraph'>[] =>
  text
    .split('\n')
    .map((line) =>
      line === '' ? { type: 'paragraph' } : { type: 'paragraph', content: [{ type: 'text', text: line }] },
    );

/** Several documents as one, so that an ask finds its place in whichever holds it. */
export const together = (documents: readonly Doc[]): Doc => ({
  type: 'doc',
  content: documents.flatMap((document) => document.content ?? []),
});

/** One answer place: its id, the question that stands before it, and what has been typed into it. */
export interface AnswerPlace {
  readonly id: string;
  readonly number: number;
  readonly question: string;
  readonly text: string;
  /** The same as it is measured. */
  readonly prose: string;
  /** Something is there: words, a formula or a picture. */
  readonly filled: boolean;
}

/** The first picture below a node; `null` where there is none. */
export function firstPicture(node: DocNode): DocNode | null {
  for (const one of descendants(node)) if (one.type === 'image') return one;
  return null;
}

/** Is there a picture anywhere below a node? */
export const hasPicture = (node: DocNode): boolean => firstPicture(node) !== null;

const isPlace = (node: DocNode): node is NodeOf<'answer'> => node.type === 'answer';
const isQuestion = (node: DocNode): node is NodeOf<'question'> => node.type === 'question';

/** Every answer place of a document, in order. A place without an id is passed over; an id counts once. */
export function answerPlaces(doc: DocNode): readonly AnswerPlace[] {
  const places: AnswerPlace[] = [];
  const seen = new Set<string>();
  let question = '';
  let number = 0;
  for (const node of descendants(doc)) {
    if (isQuestion(node)) {
      const asked = attrsOf(node);
      question = asked.text;
      number = asked.number ?? number + 1;
    }
    if (!isPlace(node)) continue;
    const { id } = attrsOf(node);
    if (id === null || seen.has(id)) continue;
    seen.add(id);
    const text = plainText(node);
    const filled = text !== '' || hasPicture(node);
    places.push({ id, number: number || places.length + 1, question, text, prose: prose(node), filled });
  }
  return places;
}

/** The answer place with an id; `null` when the document has none. */
export function placeNode(node: DocNode, id: string): DocNode | null {
  for (const found of descendants(node)) if (isPlace(found) && attrsOf(found).id === id) return found;
  return null;
}

/** What every question of a document asks, in order. */
export const questions = (node: DocNode): readonly string[] =>
  [...descendants(node)].filter(isQuestion).map((question) => attrsOf(question).text);

/** Is it a list, with signs or numbers? */
export const isList = ({ type }: DocNode): boolean => type === 'bulletList' || type === 'orderedList';

/**
 * The items of the lists below a node, each as its own text without that of lists inside it. Where there is
 * no list, its lines: a list need not have marks to be one.
 */
export function listItems(node: DocNode): readonly string[] {
  const items = [...descendants(node, isQuestion)]
    .filter(({ type }) => type === 'listItem')
    .map((item) => plainText({ type: 'doc', content: contentOf(item).filter((child) => !isList(child)) }));
  return items.length > 0 ? items : plainText(node).split('\n').filter(Boolean);
}

/** Addresses in running text: what begins like one, up to the next white space, without a closing mark. */
const ADDRESS = /\b(?:https?:\/\/|www\.)[^\s<>"“”]+/giu;

/** Where the links of a document lead, and what is written out as an address. */
export function linksOf(doc: DocNode): readonly string[] {
  const links: string[] = [];
  for (const node of descendants(doc)) {
    const link = markOf(node, 'link');
    if (link) links.push(String(link.attrs?.href ?? ''));
    else if (node.text !== undefined) {
      for (const [found] of node.text.matchAll(ADDRESS)) {
        const address = trimmedEnd(found, /[).,;:!?\]]/);
        links.push(address.startsWith('www.') ? `https://${address}` : address);
      }
    }
  }
  return links;
}

/** The question as it stands before its answer: its number and what it asks. */
export function questionLine(node: NodeOf<'question'>): string {
  const { number, text } = attrsOf(node);
  return `${number ?? ''} ${text}`.trim();
}
