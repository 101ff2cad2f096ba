import { attrsOf, contentOf, type Doc, type DocNode, withContent } from './nodes';

/** A text whose answer places have other ids. */
export function withPlaceIds(doc: Doc, rename: (id: string) => string): Doc {
  const renamed = (node: DocNode): DocNode => {
    if (node.type === 'text') return node;
    const inner = contentOf(node).map(renamed);
    const same = inner.length === 0 ? node : withContent(node, inner);
    if (same.type !== 'answer') return same;
    const { id } = attrsOf(same);
    return id === null ? same : ({ ...same, attrs: { ...same.attrs, id: rename(id) } } as DocNode);
  };
  return renamed(doc) as Doc;
}
