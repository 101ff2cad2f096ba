import type { DocNode } from '../text/document-json';

/** One run of words of a document that ends where a paragraph does, and where it stands. */
export interface Block {
  readonly kind: 'paragraph' | 'heading' | 'item' | 'cell' | 'quotation' | 'question' | 'picture';
  /** The answer place it is in, by its id; `null` outside of all. */
  readonly place: string | null;
  /** The number of the question that it answers, or that it is; `null` where there is none. */
  readonly number: number | null;
  readonly text: string;
}

const LEAVES = new Set(['paragraph', 'heading', 'codeBlock']);

/** Does a run of words end where this node does? */
export const isLeaf = (node: DocNode): boolean => LEAVES.has(node.type);

/** What a node says, as a block of its own: a picture what it shows, a question what it asks, everything else its words. */
export const saidBy = (node: DocNode): string => {
  if (node.type === 'image') return String(node.attrs?.alt ?? '') || String(node.attrs?.src ?? '');
  if (node.type === 'question') return String(node.attrs?.text ?? '');
  return words(node);
};

/** The words of a run, without what its pictures show. */
export const words = (node: DocNode): string => {
  if (node.text !== undefined) return node.text;
  if (node.type === 'hardBreak') return '\n';
  if (node.type === 'formula') return String(node.attrs?.tex ?? '');
  return (node.content ?? []).map(words).join('');
};

type Within = Pick<Block, 'place' | 'number'> & { readonly kind: Block['kind'] };

/**
 * A document as its runs of words, in reading order. Empty paragraphs are left out; a picture counts by what
 * it is said to show, or by its address where nothing is said.
 */
export function blocksOf(doc: DocNode): readonly Block[] {
  const found: Block[] = [];
  let asked: number | null = null;
  const walk = (node: DocNode, within: Within): void => {
    const { place, number } = within;
    if (isLeaf(node)) {
      const kind = node.type === 'heading' ? 'heading' : within.kind;
      const text = words(node);
      if (text.trim() !== '') found.push({ kind, place, number, text });
      for (const child of node.content ?? []) if (child.type === 'image') walk(child, within);
      return;
    }
    switch (node.type) {
      case 'image':
        found.push({ kind: 'picture', place, number, text: saidBy(node) });
        return;
      case 'formula':
        found.push({ kind: within.kind, place, number, text: saidBy(node) });
        return;
      case 'question':
        asked = Number(node.attrs?.number ?? (asked ?? 0) + 1);
        found.push({ kind: 'question', place: null, number: asked, text: saidBy(node) });
        return;
    }
    const inside: Within =
      node.type === 'answer'
        ? { kind: 'paragraph', place: String(node.attrs?.id ?? ''), number: asked }
        : node.type === 'listItem'
          ? { ...within, kind: 'item' }
          : node.type === 'tableCell' || node.type === 'tableHeader'
            ? { ...within, kind: 'cell' }
            : node.type === 'blockquote'
              ? { ...within, kind: 'quotation' }
              : within;
    for (const child of node.content ?? []) walk(child, inside);
  };
  walk(doc, { kind: 'paragraph', place: null, number: null });
  return found;
}
