import { isLeaf, type Run, saidBy } from '../compare/blocks';
import { wordsIn } from '../text/document-json';
import { contentOf, type Doc, type DocNode, type Mark, type TextNode, withContent } from '../text/nodes';

/** A stretch of a document's anchor text that is to stand out. */
export interface Highlight {
  readonly id: string;
  readonly start: number;
  readonly end: number;
}

/** Cuts a text where a highlight begins or ends, and marks what lies in one. */
function cut(node: TextNode, at: number, highlights: readonly Highlight[]): TextNode[] {
  const { text } = node;
  const end = at + text.length;
  const within = highlights.filter((one) => one.start < end && one.end > at);
  if (within.length === 0) return [node];
  const edges = [...new Set([at, end, ...within.flatMap((one) => [one.start, one.end])])]
    .filter((edge) => edge >= at && edge <= end)
    .sort((a, b) => a - b);
  return edges.slice(0, -1).map((from, i) => {
    const to = edges[i + 1] ?? end;
    const over = within.filter((one) => one.start <= from && one.end >= to);
    const marks: Mark[] = [...(node.marks ?? []), ...over.map(({ id }): Mark => ({ type: 'remark', attrs: { id } }))];
    return { ...node, text: text.slice(from - at, to - at), ...(marks.length > 0 ? { marks } : {}) };
  });
}

/**
 * A document in which stretches of its anchor text (`anchorText`) carry the mark `remark`, and every block that
 * counts says where it begins, as its attribute `at`.
 */
export function markedDocument(doc: Doc, highlights: readonly Highlight[]): Doc {
  let at = 0;
  const take = (length: number): number => {
    const start = at;
    at += length + 1;
    return start;
  };
  const inline = (node: Run, start: number): Run => {
    let here = start;
    const content = contentOf(node).flatMap((child): DocNode[] => {
      const from = here;
      here += wordsIn(child).length;
      return child.type === 'text' ? cut(child, from, highlights) : [child];
    });
    return withContent({ ...node, attrs: { ...node.attrs, at: start } }, content);
  };
  const walk = (node: DocNode): DocNode => {
    if (isLeaf(node)) {
      const text = wordsIn(node);
      const marked = text.trim() === '' ? node : inline(node, take(text.length));
      for (const child of contentOf(node)) if (child.type === 'image') walk(child);
      return marked;
    }
    if (node.type === 'image' || node.type === 'formula' || node.type === 'question') {
      take(saidBy(node).length);
      return node;
    }
    return node.type === 'text' || !node.content ? node : withContent(node, node.content.map(walk));
  };
  return withContent(doc, contentOf(doc).map(walk));
}
