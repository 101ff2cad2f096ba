import { Extension } from '@tiptap/core';
import { Plugin } from '@tiptap/pm/state';

/** Keeps the questions of a text numbered in their order, whatever is added, moved or taken away. */
export const Numbers = Extension.create({
  name: 'numbers',
  addProseMirrorPlugins: () => [
    new Plugin({
      appendTransaction(transactions, _before, { doc, tr }) {
        // What another teacher did is numbered in their own window.
        const own = transactions.some((one) => one.docChanged && one.getMeta('y-sync$') === undefined);
        if (!own) return null;
        let number = 0;
        let changed = false;
        doc.forEach((node, offset) => {
          if (node.type.name !== 'question') return;
          number += 1;
          if (node.attrs.number === number) return;
          tr.setNodeMarkup(offset, undefined, { ...node.attrs, number });
          changed = true;
        });
        return changed ? tr : null;
      },
    }),
  ],
});
