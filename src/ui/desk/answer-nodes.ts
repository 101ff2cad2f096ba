import { Extension, mergeAttributes, Node } from '@tiptap/core';
import type { Node as ProseMirrorNode } from '@tiptap/pm/model';
import { Plugin, PluginKey } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';

/** What the teacher asks: shown, never typed into. */
export const Question = Node.create({
  name: 'question',
  group: 'block',
  atom: true,
  selectable: false,
  addAttributes: () => ({ number: { default: 1 }, text: { default: '' } }),
  parseHTML: () => [],
  renderHTML: ({ node }) => [
    'div',
    { role: 'heading', 'aria-level': '2', class: 'question', contenteditable: 'false' },
    `${node.attrs.number} ${node.attrs.text}`,
  ],
});

/** The place in which a question is answered. Its edges hold: deleting never reaches over them. */
export const Answer = Node.create({
  name: 'answer',
  group: 'block',
  content: '(paragraph | heading | bulletList | orderedList | blockquote | table)+',
  isolating: true,
  defining: true,
  addAttributes: () => ({ id: { default: null } }),
  parseHTML: () => [],
  renderHTML: ({ HTMLAttributes }) => ['div', mergeAttributes(HTMLAttributes, { class: 'answer' }), 0],
});

function frame(doc: ProseMirrorNode): string {
  const marks: string[] = [];
  doc.forEach((node) => {
    if (node.type.name === 'question') marks.push(`q${node.attrs.number}`);
    if (node.type.name === 'answer') marks.push(`a${node.attrs.id}`);
  });
  return marks.join(' ');
}

/** Keeps questions and answer places where they are: whatever would remove one is not done. What other devices did is. */
export const KeepPlaces = Extension.create({
  name: 'keepPlaces',
  addProseMirrorPlugins: () => [
    new Plugin({
      filterTransaction: (transaction, state) =>
        !transaction.docChanged ||
        transaction.getMeta('y-sync$') !== undefined ||
        frame(state.doc) === '' ||
        frame(transaction.doc) === frame(state.doc),
    }),
  ],
});

/** What the ready check says below an answer place. */
export interface PlaceNote {
  readonly words: string;
  readonly met: boolean;
}

export const placeNotes = new PluginKey<ReadonlyMap<string, PlaceNote>>('placeNotes');

/** Shows below each answer place what the ready check found, and marks the one with the caret in it. */
export const ShowNotes = Extension.create({
  name: 'showNotes',
  addProseMirrorPlugins: () => [
    new Plugin<ReadonlyMap<string, PlaceNote>>({
      key: placeNotes,
      state: {
        init: () => new Map(),
        apply: (transaction, notes) => transaction.getMeta(placeNotes) ?? notes,
      },
      props: {
        decorations(state) {
          const notes = placeNotes.getState(state);
          const found: Decoration[] = [];
          state.doc.forEach((node, offset) => {
            if (node.type.name !== 'answer') return;
            const note = notes?.get(String(node.attrs.id));
            const { from } = state.selection;
            const at = from > offset && from < offset + node.nodeSize ? ' at' : '';
            found.push(
              Decoration.node(offset, offset + node.nodeSize, {
                class: `${note?.met ? 'met' : ''}${at}`,
                'data-note': note?.words ?? '',
              }),
            );
          });
          return DecorationSet.create(state.doc, found);
        },
      },
    }),
  ],
});
