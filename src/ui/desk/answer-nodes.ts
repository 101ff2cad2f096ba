import { Extension, mergeAttributes, Node } from '@tiptap/core';
import type { Node as ProseMirrorNode } from '@tiptap/pm/model';
import { type EditorState, Plugin, PluginKey, Selection, TextSelection } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';
import { schemaOf } from '@/core/text/nodes';

/** What the teacher asks: shown, never typed into. */
export const Question = Node.create({
  ...schemaOf('question'),
  atom: true,
  selectable: false,
  parseHTML: () => [],
  renderHTML: ({ node }) => [
    'div',
    { role: 'heading', 'aria-level': '2', class: 'question', contenteditable: 'false' },
    `${node.attrs.number} ${node.attrs.text}`,
  ],
});

/** The place in which a question is answered. Its edges hold: deleting never reaches over them. */
export const Answer = Node.create({
  ...schemaOf('answer'),
  isolating: true,
  defining: true,
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

/** All that stands in the answer place with the selection in it; `null` outside of one. */
function wholeAnswer({ doc, selection: { $from, $to } }: EditorState): Selection | null {
  if ($from.sharedDepth($to.pos) === 0 || $from.node(1).type.name !== 'answer') return null;
  return TextSelection.between(doc.resolve($from.start(1)), doc.resolve($from.end(1)));
}

/**
 * Keeps questions and answer places where they are: whatever would remove one is not done, and `refused` says so. What other
 * devices did is. The key that selects everything selects the answer first, which can be typed over.
 */
export const KeepPlaces = Extension.create<{ readonly refused: (why: 'several-answers') => void }>({
  name: 'keepPlaces',
  addOptions: () => ({ refused: () => {} }),
  addKeyboardShortcuts() {
    return {
      'Mod-a': () => {
        const { view, state } = this.editor;
        const whole = wholeAnswer(state);
        if (!whole || (state.selection.from <= whole.from && state.selection.to >= whole.to)) return false;
        view.dispatch(state.tr.setSelection(whole));
        return true;
      },
    };
  },
  addProseMirrorPlugins() {
    const { refused } = this.options;
    return [
      new Plugin({
        filterTransaction: (transaction, state) => {
          if (!transaction.docChanged || transaction.getMeta('y-sync$') !== undefined) return true;
          const before = frame(state.doc);
          if (before === '' || frame(transaction.doc) === before) return true;
          refused('several-answers');
          return false;
        },
      }),
    ];
  },
});

/** Is nothing in this answer place: no words, no formula, no picture? */
export function isEmptyAnswer(answer: ProseMirrorNode): boolean {
  let empty = answer.textContent.trim() === '';
  answer.descendants((node) => {
    if (node.type.name === 'image' || node.type.name === 'formula') empty = false;
  });
  return empty;
}

/** Where the next empty answer place begins after a position, from the beginning again after the last; `null` when none is empty. */
export function nextEmptyAnswer(doc: ProseMirrorNode, after: number): number | null {
  const empty: number[] = [];
  doc.forEach((node, offset) => {
    if (node.type.name === 'answer' && isEmptyAnswer(node)) empty.push(offset);
  });
  const next = empty.find((offset) => offset > after) ?? empty[0];
  return next === undefined ? null : next + 2;
}

/** Alt and Enter go to the next answer that is still empty. */
export const ToNextEmpty = Extension.create({
  name: 'toNextEmpty',
  addKeyboardShortcuts() {
    return {
      'Alt-Enter': ({ editor }) => {
        const at = nextEmptyAnswer(editor.state.doc, editor.state.selection.from);
        return at !== null && editor.commands.focus(at, { scrollIntoView: true });
      },
    };
  },
});

/** The answer places in order, each with where it ends, and which of them the caret is in: -1 for none. */
export function answersIn({ doc, selection: { from } }: EditorState) {
  const places: { readonly id: string; readonly end: number }[] = [];
  let at = -1;
  doc.forEach((node, offset) => {
    if (node.type.name !== 'answer') return;
    if (from > offset && from < offset + node.nodeSize) at = places.length;
    places.push({ id: String(node.attrs.id), end: offset + node.nodeSize - 1 });
  });
  return { places, at };
}

/** Where an answer place ends that comes after the present one, or before it; `null` where there is none. */
function answerBeside(state: EditorState, by: 1 | -1): number | null {
  const { places, at } = answersIn(state);
  return at < 0 ? null : (places[at + by]?.end ?? null);
}

/**
 * Tab goes to the next answer and Shift with Tab to the one before, out of the last and the first to whatever comes there.
 * In a table and a list it means something else, and comes here only where that does nothing.
 */
export const TabBetween = Extension.create({
  name: 'tabBetween',
  priority: 50,
  addKeyboardShortcuts() {
    const go = (by: 1 | -1) => () => {
      const end = answerBeside(this.editor.state, by);
      if (end === null) return false;
      const { view, state } = this.editor;
      view.dispatch(state.tr.setSelection(Selection.near(state.doc.resolve(end), -1)).scrollIntoView());
      return true;
    };
    return { Tab: go(1), 'Shift-Tab': go(-1) };
  },
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
