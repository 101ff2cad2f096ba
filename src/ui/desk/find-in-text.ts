import { type Editor, Extension } from '@tiptap/core';
import type { Node as ProseMirrorNode } from '@tiptap/pm/model';
import { Plugin, PluginKey } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';

export interface Place {
  readonly from: number;
  readonly to: number;
}

interface Sought {
  readonly words: string;
  readonly places: readonly Place[];
  readonly at: number;
}

const NOTHING: Sought = { words: '', places: [], at: 0 };
const key = new PluginKey<Sought>('findInText');

/** Every place in a document where some words stand, whatever their capitals; words across marks are found, across blocks not. */
export function placesIn(doc: ProseMirrorNode, words: string): readonly Place[] {
  const asked = words.toLowerCase();
  if (asked === '') return [];
  const places: Place[] = [];
  doc.descendants((node, position) => {
    if (!node.isTextblock) return true;
    // A leaf that is no text (a line break) counts as one sign, as it does in positions.
    const text = node.textBetween(0, node.content.size, undefined, '\u0000').toLowerCase();
    for (let at = text.indexOf(asked); at >= 0; at = text.indexOf(asked, at + asked.length)) {
      places.push({ from: position + 1 + at, to: position + 1 + at + asked.length });
    }
    return false;
  });
  return places;
}

/** Shows every place of what is sought, the present one apart. */
export const FindInText = Extension.create({
  name: 'findInText',
  addProseMirrorPlugins: () => [
    new Plugin<Sought>({
      key,
      state: {
        init: () => NOTHING,
        apply(transaction, sought) {
          const asked: Partial<Sought> | undefined = transaction.getMeta(key);
          if (!asked && !transaction.docChanged) return sought;
          const words = asked?.words ?? sought.words;
          const places = placesIn(transaction.doc, words);
          const at = asked?.at ?? sought.at;
          return {
            words,
            places,
            at: places.length === 0 ? 0 : ((at % places.length) + places.length) % places.length,
          };
        },
      },
      props: {
        decorations(state) {
          const { places, at } = key.getState(state) ?? NOTHING;
          return DecorationSet.create(
            state.doc,
            places.map(({ from, to }, i) => Decoration.inline(from, to, { class: i === at ? 'found here' : 'found' })),
          );
        },
      },
    }),
  ],
});

export const soughtIn = (editor: Editor): Sought => key.getState(editor.state) ?? NOTHING;

const show = (editor: Editor, { from, to }: Place) =>
  editor.chain().setTextSelection({ from, to }).scrollIntoView().run();

/** Looks for words; with none, stops looking. */
export function seek(editor: Editor, words: string): void {
  editor.view.dispatch(editor.state.tr.setMeta(key, { words, at: 0 }));
  const [first] = soughtIn(editor).places;
  if (first) show(editor, first);
}

/** Goes to the next place, or back to the one before. */
export function step(editor: Editor, by: 1 | -1): void {
  editor.view.dispatch(editor.state.tr.setMeta(key, { at: soughtIn(editor).at + by }));
  const { places, at } = soughtIn(editor);
  const place = places[at];
  if (place) show(editor, place);
}

/** Puts other words in the present place, or in every place; marks stay. Gives back how many were changed. */
export function replace(editor: Editor, words: string, all: boolean): number {
  const { places, at } = soughtIn(editor);
  const changed = all ? places : places.slice(at, at + 1);
  const { tr } = editor.state;
  // From the end to the start, so that what was found earlier stays where it was found.
  for (const { from, to } of [...changed].reverse()) {
    if (words === '') tr.delete(from, to);
    else tr.insertText(words, from, to);
  }
  if (changed.length > 0) editor.view.dispatch(tr);
  return changed.length;
}
