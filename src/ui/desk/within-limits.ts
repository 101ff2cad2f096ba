import { Extension } from '@tiptap/core';
import { Plugin, type Transaction } from '@tiptap/pm/state';
import { LIMITS } from '@/core/documents/limits';

/** Is anything that a change touched deeper than a document may be? Text lies one level below its paragraph. */
export function isTooDeep({ doc, mapping }: Transaction): boolean {
  let deep = false;
  for (const [i, map] of mapping.maps.entries()) {
    map.forEach((_from, _to, newFrom, newTo) => {
      const rest = mapping.slice(i + 1);
      const [from, to] = [rest.map(newFrom, -1), rest.map(newTo, 1)];
      doc.nodesBetween(from, Math.min(to, doc.content.size), (node, at) => {
        if (node.isTextblock && doc.resolve(at).depth + 2 > LIMITS.depth) deep = true;
        return !deep && !node.isTextblock;
      });
    });
  }
  return deep;
}

/** Lists and quotes go only as deep as the school takes them: the key that would go deeper does nothing. */
export const WithinLimits = Extension.create({
  name: 'withinLimits',
  addProseMirrorPlugins: () => [
    new Plugin({ filterTransaction: (transaction) => !transaction.docChanged || !isTooDeep(transaction) }),
  ],
});
