import { Extension } from '@tiptap/core';
import { Fragment, Node as ProseMirrorNode, Slice } from '@tiptap/pm/model';
import { Plugin } from '@tiptap/pm/state';
import { fromMarkup } from '@/core/formats/markup-in';
import type { DocNode } from '@/core/text/document-json';

/** Copied within the application: its own kinds of node are known, and the schema takes nothing else. */
const OURS = /data-pm-slice/;

const LONGEST = 200_000;

function cleaned(markup: string): readonly DocNode[] | null {
  try {
    return fromMarkup(markup).content ?? [];
  } catch {
    return null;
  }
}

interface Options {
  /** What becomes of it where the text knows fewer kinds of node. */
  readonly made: (content: readonly DocNode[]) => readonly DocNode[];
}

/** What is pasted from elsewhere is made into a document of ours first: the words and their form, and nothing else. */
export const CleanedPaste = Extension.create<Options>({
  name: 'cleanedPaste',
  addOptions: () => ({ made: (content) => content }),
  addProseMirrorPlugins() {
    const { made } = this.options;
    return [
      new Plugin({
        props: {
          handlePaste: (view, event) => {
            const markup = event.clipboardData?.getData('text/html') ?? '';
            if (markup === '' || OURS.test(markup)) return false;
            const { schema } = view.state;
            const cleanly = cleaned(markup);
            const content = cleanly && made(cleanly);
            // What is more than a document may hold is pasted as plain words by the editor itself.
            if (!content) return view.pasteText(event.clipboardData?.getData('text/plain').slice(0, LONGEST) ?? '');
            const nodes = content.map((node) => ProseMirrorNode.fromJSON(schema, node));
            const first = nodes[0];
            // One line of plain paragraph flows into the line that is being written.
            const open = nodes.length === 1 && first?.type.name === 'paragraph' ? 1 : 0;
            view.dispatch(
              view.state.tr
                .replaceSelection(new Slice(Fragment.from(nodes), open, open))
                .scrollIntoView()
                .setMeta('paste', true)
                .setMeta('uiEvent', 'paste'),
            );
            return true;
          },
        },
      }),
    ];
  },
});
