import { Extension } from '@tiptap/core';
import type { Node } from '@tiptap/pm/model';
import { Plugin, PluginKey } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';
import type { Sounds } from '@/core/talk/private';

/** The words of a text, a line a block, and where each run of them stands. */
export interface Spoken {
  readonly text: string;
  readonly runs: readonly { readonly at: number; readonly from: number; readonly length: number }[];
}

export function spoken(doc: Node): Spoken {
  let text = '';
  const runs: { at: number; from: number; length: number }[] = [];
  doc.descendants((node, at) => {
    if (node.isText) {
      runs.push({ at, from: text.length, length: node.text?.length ?? 0 });
      text += node.text ?? '';
    } else if (node.isTextblock && text !== '') text += '\n';
    else if (node.type.name === 'hardBreak') text += '\n';
  });
  return { text, runs };
}

const KEY = new PluginKey<DecorationSet>('soundings');

/** Underlines words that sound private. What is underlined comes with `setMeta`. */
export const Soundings = Extension.create({
  name: 'soundings',
  addProseMirrorPlugins: () => [
    new Plugin({
      key: KEY,
      state: {
        init: () => DecorationSet.empty,
        apply: (change, before) => change.getMeta(KEY) ?? before.map(change.mapping, change.doc),
      },
      props: { decorations: (state) => KEY.getState(state) },
    }),
  ],
});

/** What `setMeta` is given, so that these places are underlined. */
export function underlining(
  doc: Node,
  { runs }: Spoken,
  sounds: readonly Sounds[],
): readonly [PluginKey, DecorationSet] {
  const all = sounds.flatMap(({ from, to }) =>
    runs.flatMap((run) => {
      const [first, last] = [Math.max(from, run.from), Math.min(to, run.from + run.length)];
      if (first >= last) return [];
      return [Decoration.inline(run.at + first - run.from, run.at + last - run.from, { class: 'sounds' })];
    }),
  );
  return [KEY, DecorationSet.create(doc, all)];
}
