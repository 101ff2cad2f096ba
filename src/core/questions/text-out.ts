import { attrsOf, contentOf, type Doc, type DocNode } from '../text/nodes';

/** What is said on one line; `null` where that cannot be typed. */
function inlineOut(nodes: readonly DocNode[]): string | null {
  const pieces = nodes.map((node) => {
    if (node.type === 'formula') return `$${attrsOf(node).tex}$`;
    if (node.type !== 'text') return null;
    const [mark, ...more] = node.marks ?? [];
    if (!mark) return node.text;
    return more.length === 0 && mark.type === 'italic' ? `*${node.text}*` : null;
  });
  return pieces.some((piece) => piece === null) ? null : pieces.join('');
}

/**
 * A text as it is typed: a line a paragraph, formulas between dollar signs, what is slanted between stars, a picture on a line
 * of its own (see `typed-text.ts`).
 *
 * @returns `null` for what has more in it: a table, a list, a heading
 */
export function textOut(doc: Doc): string | null {
  const lines = contentOf(doc).map((node) => {
    if (node.type === 'paragraph') return inlineOut(contentOf(node));
    if (node.type !== 'image') return null;
    const { alt, src, width, height } = attrsOf(node);
    const size = typeof width === 'number' && typeof height === 'number' ? ` ${width}x${height}` : '';
    return `![${alt}](${src}${size})`;
  });
  return lines.some((line) => line === null) ? null : lines.join('\n');
}
