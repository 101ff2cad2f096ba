import { wordsIn } from '../text/document-json';
import { attrsOf, contentOf, type DocNode, type NodeOf, type Visitor, visit } from '../text/nodes';

/** One run of words of a document that ends where a paragraph does, and where it stands. */
export interface Block {
  readonly kind: 'paragraph' | 'heading' | 'item' | 'cell' | 'quotation' | 'question' | 'picture';
  /** The answer place it is in, by its id; `null` outside of all. */
  readonly place: string | null;
  /** The number of the question that it answers, or that it is; `null` where there is none. */
  readonly number: number | null;
  readonly text: string;
}

/** What a teacher asks: it is never compared word by word, and nobody moved it. */
export const isAsked = ({ kind }: Pick<Block, 'kind'>): boolean => kind === 'question';
/** What is seen and not read: it is the same or another. */
export const isShown = ({ kind }: Pick<Block, 'kind'>): boolean => kind === 'picture';

export type Run = NodeOf<'paragraph'> | NodeOf<'heading'> | NodeOf<'codeBlock'>;

/** Does a run of words end where this node does? */
export const isLeaf = (node: DocNode): node is Run =>
  node.type === 'paragraph' || node.type === 'heading' || node.type === 'codeBlock';

/** What a node says, as a block of its own: a picture what it shows, a question what it asks, everything else its words. */
export const saidBy = (node: DocNode): string => {
  if (node.type === 'image') return attrsOf(node).alt || attrsOf(node).src;
  if (node.type === 'question') return attrsOf(node).text;
  return wordsIn(node);
};

type Within = Pick<Block, 'kind' | 'place' | 'number'>;

/** Gathers the runs of a document on the way through it. */
class Gathering {
  readonly found: Block[] = [];
  #asked: number | null = null;

  readonly #visitor: Visitor<void, Within> = {
    doc: (node, within) => this.#inside(node, within),
    text: () => {},
    paragraph: (node, within) => this.#run(node, within),
    heading: (node, within) => this.#run(node, { ...within, kind: 'heading' }, within),
    bulletList: (node, within) => this.#inside(node, within),
    orderedList: (node, within) => this.#inside(node, within),
    listItem: (node, within) => this.#inside(node, { ...within, kind: 'item' }),
    blockquote: (node, within) => this.#inside(node, { ...within, kind: 'quotation' }),
    codeBlock: (node, within) => this.#run(node, within),
    horizontalRule: () => {},
    hardBreak: () => {},
    image: (node, within) => this.#take({ ...within, kind: 'picture' }, saidBy(node)),
    formula: (node, within) => this.#take(within, saidBy(node)),
    question: (node) => {
      this.#asked = attrsOf(node).number ?? (this.#asked ?? 0) + 1;
      this.#take({ kind: 'question', place: null, number: this.#asked }, saidBy(node));
    },
    answer: (node) => this.#inside(node, { kind: 'paragraph', place: attrsOf(node).id ?? '', number: this.#asked }),
    table: (node, within) => this.#inside(node, within),
    tableRow: (node, within) => this.#inside(node, within),
    tableHeader: (node, within) => this.#inside(node, { ...within, kind: 'cell' }),
    tableCell: (node, within) => this.#inside(node, { ...within, kind: 'cell' }),
  };

  walk(node: DocNode, within: Within): void {
    visit(node, this.#visitor, within);
  }

  #take({ kind, place, number }: Within, text: string): void {
    this.found.push({ kind, place, number, text });
  }

  #inside(node: DocNode, within: Within): void {
    for (const child of contentOf(node)) this.walk(child, within);
  }

  #run(node: DocNode, as: Within, within: Within = as): void {
    const text = wordsIn(node);
    if (text.trim() !== '') this.#take(as, text);
    for (const child of contentOf(node)) if (child.type === 'image') this.walk(child, within);
  }
}

/**
 * A document as its runs of words, in reading order. Empty paragraphs are left out; a picture counts by what
 * it is said to show, or by its address where nothing is said.
 */
export function blocksOf(doc: DocNode): readonly Block[] {
  const gathering = new Gathering();
  gathering.walk(doc, { kind: 'paragraph', place: null, number: null });
  return gathering.found;
}
