import { type Editor, Extension } from '@tiptap/core';
import type { Node as ProseMirrorNode } from '@tiptap/pm/model';
import { type EditorState, Plugin, PluginKey } from '@tiptap/pm/state';
import { Decoration, DecorationSet, type EditorView } from '@tiptap/pm/view';
import type { Misspelling } from '@/core/text/spelling';
import { trimmedEnd } from '@/core/text/trimmed';
import { drawOver } from '@/ui/common/draw-over';
import type { WritingHelp } from './writing-help';

const SETTLE = 250;
/** So many paragraphs are looked at in one go, so that those on the screen do not wait for a whole book. */
const AT_ONCE = 80;

/** A misspelt word and where it stands in the document. */
export interface Marked {
  readonly word: string;
  readonly from: number;
  readonly to: number;
}

interface Standing {
  readonly marks: DecorationSet;
  readonly help: WritingHelp | null;
}

const NOTHING: Standing = { marks: DecorationSet.empty, help: null };

const key = new PluginKey<Standing>('spelling');

/** What a block says, a leaf for a sign, so that offsets in it are offsets in the document. */
const saidBy = (block: ProseMirrorNode): string => block.textBetween(0, block.content.size, undefined, () => '\ufffc');

function blocksOf(doc: ProseMirrorNode): { readonly node: ProseMirrorNode; readonly at: number }[] {
  const blocks: { node: ProseMirrorNode; at: number }[] = [];
  doc.descendants((node, at) => {
    if (!node.isTextblock) return true;
    if (node.content.size > 0 && !node.type.spec.code) blocks.push({ node, at });
    return false;
  });
  return blocks;
}

/**
 * Looks at paragraphs that are new since the last time. Nodes of the editor never change, so what is known of one
 * holds for as long as it is there, and a key press costs one paragraph.
 */
class Speller {
  #known = new WeakMap<ProseMirrorNode, readonly Misspelling[]>();
  #timer: ReturnType<typeof setTimeout> | undefined;
  #over = false;
  #stop: () => void;

  constructor(
    private readonly view: EditorView,
    private readonly help: WritingHelp,
  ) {
    this.#stop = help.onBegun(() => {
      this.#known = new WeakMap();
      this.soon(0);
    });
    this.soon(0);
  }

  soon(wait = SETTLE): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#look(), wait);
  }

  end(): void {
    this.#over = true;
    clearTimeout(this.#timer);
    this.#stop();
  }

  async #look(): Promise<void> {
    const known = this.#known;
    const news = blocksOf(this.view.state.doc).filter(({ node }) => !known.has(node));
    const now = news.slice(0, AT_ONCE);
    if (now.length > 0) {
      const found = await this.help.spell(now.map(({ node }) => saidBy(node)));
      for (const [i, { node }] of now.entries()) known.set(node, found[i] ?? []);
    }
    if (this.view.isDestroyed || this.#over) return;
    this.#show();
    if (news.length > now.length) this.soon(0);
  }

  /** Draws what is known; the word that is being typed is left in peace. */
  #show(): void {
    drawOver(this.view, (transaction) => {
      const { doc, selection } = transaction;
      const marks: Decoration[] = [];
      for (const { node, at } of blocksOf(doc)) {
        for (const { from, to } of this.#known.get(node) ?? []) {
          const [start, end] = [at + 1 + from, at + 1 + to];
          if (selection.empty && this.view.hasFocus() && selection.from === end) continue;
          marks.push(Decoration.inline(start, end, { class: 'misspelt' }));
        }
      }
      return transaction.setMeta(key, { marks: DecorationSet.create(doc, marks), help: this.help } satisfies Standing);
    });
  }
}

/**
 * Marks misspelt words, found by the worker. Typing never waits for it. Who helps is said when there is somebody
 * (`spellWith`): an editor that is open stays as it is, with its caret and with what can be undone.
 */
export const SpellingMarks = Extension.create({
  name: 'spellingMarks',
  addProseMirrorPlugins: () => [
    new Plugin<Standing>({
      key,
      state: {
        init: () => NOTHING,
        apply: (transaction, before) =>
          transaction.getMeta(key) ??
          (transaction.docChanged
            ? { ...before, marks: before.marks.map(transaction.mapping, transaction.doc) }
            : before),
      },
      props: { decorations: (state) => key.getState(state)?.marks },
      view: () => {
        let helped: WritingHelp | null = null;
        let speller: Speller | undefined;
        return {
          update: (now, before) => {
            const help = key.getState(now.state)?.help ?? null;
            if (help !== helped) {
              speller?.end();
              helped = help;
              speller = help ? new Speller(now, help) : undefined;
            } else if (now.state.doc !== before.doc || !now.state.selection.eq(before.selection)) speller?.soon();
          },
          destroy: () => speller?.end(),
        };
      },
    }),
  ],
});

/** Says who helps with the spelling of a text; with nobody, nothing is marked. */
export function spellWith(view: EditorView, help: WritingHelp | null): void {
  drawOver(view, (transaction) => transaction.setMeta(key, { ...NOTHING, help } satisfies Standing));
}

const marked = (state: EditorState, { from, to }: Decoration): Marked => ({
  word: state.doc.textBetween(from, to),
  from,
  to,
});

/** The misspelt word at the caret; `null` where there is none. */
export function misspeltAt(editor: Editor): Marked | null {
  const { state } = editor;
  const { from } = state.selection;
  const found = key.getState(state)?.marks.find(from, from)[0];
  return found ? marked(state, found) : null;
}

/** How many words are marked. */
export const countMisspelt = (editor: Editor): number => key.getState(editor.state)?.marks.find().length ?? 0;

/** Goes to the next misspelt word after the caret, from the beginning again after the last. */
export function nextMisspelt(editor: Editor): Marked | null {
  const all = (key.getState(editor.state)?.marks.find() ?? []).sort((a, b) => a.from - b.from);
  const after = editor.state.selection.from;
  const next = all.find(({ from }) => from > after) ?? all[0];
  if (!next) return null;
  editor.chain().setTextSelection({ from: next.from, to: next.to }).scrollIntoView().run();
  return marked(editor.state, next);
}

/** The word that the caret is in or next to, for looking up; `null` between words. */
export function wordAt(editor: Editor): Marked | null {
  const { state } = editor;
  const { $from, from, to, empty } = state.selection;
  if (!empty) {
    const word = state.doc.textBetween(from, to, ' ').trim();
    return word === '' || word.length > 60 ? null : { word, from, to };
  }
  if (!$from.parent.isTextblock) return null;
  const text = saidBy($from.parent);
  const at = $from.parentOffset;
  const start = trimmedEnd(text.slice(0, at), /[\p{L}\p{M}'’-]/u).length;
  const end = at + (/^[\p{L}\p{M}'’-]*/u.exec(text.slice(at))?.[0].length ?? 0);
  const word = text.slice(start, end);
  return word === '' ? null : { word, from: $from.start() + start, to: $from.start() + end };
}
