import { trimmedEnd } from './trimmed';

/**
 * A text document as JSON: the tree that the editor, the store and every computation share. Node types:
 * `doc`, `paragraph`, `heading` (level), `bulletList`, `orderedList`, `listItem`, `blockquote`, `image`
 * (src, alt), `formula` (tex, inline), `question` (number, text: what the teacher asks, not typed by the student) and `answer`
 * (id: the place in which the student answers).
 */
export interface DocNode {
  readonly type: string;
  readonly attrs?: Readonly<Record<string, unknown>>;
  readonly content?: readonly DocNode[];
  readonly text?: string;
  readonly marks?: readonly { readonly type: string; readonly attrs?: Readonly<Record<string, unknown>> }[];
}

const BLOCKS = new Set(['paragraph', 'heading', 'blockquote', 'listItem', 'codeBlock']);

/** The typed text below a node, a line a block. What a question asks is not typed text and is left out. */
export function plainText(node: DocNode): string {
  const lines: string[] = [];
  const walk = (at: DocNode, into: string[]): void => {
    if (at.text !== undefined) into.push(at.text);
    else if (at.type === 'hardBreak') into.push('\n');
    else if (at.type === 'formula') into.push(String(at.attrs?.tex ?? ''));
    for (const child of at.content ?? []) {
      if (!BLOCKS.has(child.type) && child.content === undefined) {
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

/** Several documents as one, so that an ask finds its place in whichever holds it. */
export const together = (documents: readonly DocNode[]): DocNode => ({
  type: 'doc',
  content: documents.flatMap((document) => document.content ?? []),
});

/** One answer place: its id, the question that stands before it, and what has been typed into it. */
export interface AnswerPlace {
  readonly id: string;
  readonly number: number;
  readonly question: string;
  readonly text: string;
  /** Something is there: words, a formula or a picture. */
  readonly filled: boolean;
}

/** Is there a picture anywhere below a node? */
export const hasPicture = (node: DocNode): boolean => node.type === 'image' || (node.content ?? []).some(hasPicture);

/** Every answer place of a document, in order. A place without an id is passed over; an id counts once. */
export function answerPlaces(doc: DocNode): readonly AnswerPlace[] {
  const places: AnswerPlace[] = [];
  const seen = new Set<string>();
  let question = '';
  let number = 0;
  const walk = (node: DocNode): void => {
    if (node.type === 'question') {
      question = String(node.attrs?.text ?? '');
      number = Number(node.attrs?.number ?? number + 1);
      return;
    }
    if (node.type === 'answer') {
      const id = node.attrs?.id;
      if (typeof id !== 'string' || seen.has(id)) return;
      seen.add(id);
      const text = plainText(node);
      places.push({ id, number: number || places.length + 1, question, text, filled: text !== '' || hasPicture(node) });
      return;
    }
    for (const child of node.content ?? []) walk(child);
  };
  walk(doc);
  return places;
}

/** The answer place with an id; `null` when the document has none. */
export function placeNode(node: DocNode, id: string): DocNode | null {
  if (node.type === 'answer' && node.attrs?.id === id) return node;
  for (const child of node.content ?? []) {
    const found = placeNode(child, id);
    if (found) return found;
  }
  return null;
}

/** What every question of a document asks, in order. */
export function questions(node: DocNode): readonly string[] {
  if (node.type === 'question') return [String(node.attrs?.text ?? '')];
  return (node.content ?? []).flatMap(questions);
}

/**
 * The items of the lists below a node, each as its own text without that of lists inside it. Where there is
 * no list, its lines: a list need not have marks to be one.
 */
export function listItems(node: DocNode): readonly string[] {
  const items: string[] = [];
  const walk = (at: DocNode): void => {
    if (at.type === 'question') return;
    if (at.type === 'listItem') {
      const own = (at.content ?? []).filter(({ type }) => !type.endsWith('List'));
      items.push(plainText({ type: 'doc', content: own }));
    }
    for (const child of at.content ?? []) walk(child);
  };
  walk(node);
  return items.length > 0 ? items : plainText(node).split('\n').filter(Boolean);
}

/** Addresses in running text: what begins like one, up to the next white space, without a closing mark. */
const ADDRESS = /\b(?:https?:\/\/|www\.)[^\s<>"“”]+/giu;

/** Where the links of a document lead, and what is written out as an address. */
export function linksOf(node: DocNode): readonly string[] {
  const links: string[] = [];
  const walk = (at: DocNode): void => {
    const mark = at.marks?.find(({ type }) => type === 'link');
    if (mark) links.push(String(mark.attrs?.href ?? ''));
    else if (at.text !== undefined) {
      for (const [found] of at.text.matchAll(ADDRESS)) {
        const address = trimmedEnd(found, /[).,;:!?\]]/);
        links.push(address.startsWith('www.') ? `https://${address}` : address);
      }
    }
    for (const child of at.content ?? []) walk(child);
  };
  walk(node);
  return links;
}
