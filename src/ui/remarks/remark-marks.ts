'use client';

import { type Editor, Extension } from '@tiptap/core';
import type { Node as ProseMirrorNode } from '@tiptap/pm/model';
import { Plugin, PluginKey } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';
import { findAnchor } from '@/core/remarks/anchor';
import type { Annotation, Selector } from '@/core/remarks/annotation';
import { drawOver } from '@/ui/common/draw-over';

/** A remark on words of the open document, and the text on which it was made. */
export interface MarkedRemark {
  readonly id: string;
  readonly selectors: readonly Selector[];
  readonly was: string;
  /** The remark itself, where it may be at a place instead of on words. */
  readonly remark?: Annotation;
}

const SETTLE = 500;

interface Standing {
  readonly remarks: readonly MarkedRemark[];
  readonly lang: string;
  readonly marks: DecorationSet;
}

export const remarkMarks = new PluginKey<Standing>('remarkMarks');

interface Stretch {
  readonly text: string;
  readonly at: number;
}

/** The text of an open document as remarks count it, and where each piece of it stands in the document. */
export function textOf(doc: ProseMirrorNode): {
  readonly text: string;
  readonly stretches: readonly (Stretch & { start: number })[];
} {
  const blocks: { readonly stretches: Stretch[] }[] = [];
  doc.descendants((node, at) => {
    if (node.isTextblock) {
      const stretches: Stretch[] = [];
      const pictures: Stretch[] = [];
      node.forEach((child, offset) => {
        const here = at + 1 + offset;
        if (child.isText) stretches.push({ text: child.text ?? '', at: here });
        else if (child.type.name === 'hardBreak') stretches.push({ text: '\n', at: here });
        else if (child.type.name === 'formula') stretches.push({ text: String(child.attrs.tex ?? ''), at: here });
        else if (child.type.name === 'image')
          pictures.push({ text: String(child.attrs.alt || child.attrs.src || ''), at: here });
      });
      if (stretches.some(({ text }) => text.trim() !== '')) blocks.push({ stretches });
      for (const picture of pictures) blocks.push({ stretches: [picture] });
      return false;
    }
    if (node.type.name === 'image')
      blocks.push({ stretches: [{ text: String(node.attrs.alt || node.attrs.src || ''), at }] });
    else if (node.type.name === 'formula') blocks.push({ stretches: [{ text: String(node.attrs.tex ?? ''), at }] });
    else if (node.type.name === 'question') blocks.push({ stretches: [{ text: String(node.attrs.text ?? ''), at }] });
    return true;
  });
  const stretches: (Stretch & { start: number })[] = [];
  const lines: string[] = [];
  let start = 0;
  for (const block of blocks) {
    for (const stretch of block.stretches) {
      stretches.push({ ...stretch, start });
      start += stretch.text.length;
    }
    start += 1;
    lines.push(block.stretches.map(({ text }) => text).join(''));
  }
  return { text: lines.join('\n'), stretches };
}

function place(doc: ProseMirrorNode, remarks: readonly MarkedRemark[], lang: string): DecorationSet {
  if (remarks.length === 0) return DecorationSet.empty;
  const { text, stretches } = textOf(doc);
  const marks = remarks.flatMap(({ id, selectors, was }) => {
    const found = findAnchor(selectors, was, text, lang);
    if (!found) return [];
    return stretches.flatMap((stretch) => {
      const from = Math.max(found.start, stretch.start);
      const to = Math.min(found.end, stretch.start + stretch.text.length);
      if (to <= from) return [];
      const at = stretch.at - stretch.start;
      return [Decoration.inline(at + from, at + to, { class: 'remarked', 'data-remark': id }, { id })];
    });
  });
  return DecorationSet.create(doc, marks);
}

/** Shows in the text which words were remarked on, and follows them while the text moves on. */
export const RemarkMarks = Extension.create({
  name: 'remarkMarks',
  addProseMirrorPlugins() {
    let timer: ReturnType<typeof setTimeout> | undefined;
    return [
      new Plugin<Standing>({
        key: remarkMarks,
        state: {
          init: () => ({ remarks: [], lang: 'en', marks: DecorationSet.empty }),
          apply: (transaction, before) => {
            const given = transaction.getMeta(remarkMarks) as Partial<Standing> | undefined;
            if (given) {
              const next = { ...before, ...given };
              return { ...next, marks: place(transaction.doc, next.remarks, next.lang) };
            }
            return transaction.docChanged
              ? { ...before, marks: before.marks.map(transaction.mapping, transaction.doc) }
              : before;
          },
        },
        props: { decorations: (state) => remarkMarks.getState(state)?.marks },
        view: () => ({
          update: (view, before) => {
            if (view.state.doc === before.doc || remarkMarks.getState(view.state)?.remarks.length === 0) return;
            clearTimeout(timer);
            // Looked for anew once the keys rest: until then the marks move with the text.
            timer = setTimeout(() => {
              if (!view.isDestroyed) drawOver(view, (transaction) => transaction.setMeta(remarkMarks, {}));
            }, SETTLE);
          },
          destroy: () => clearTimeout(timer),
        }),
      }),
    ];
  },
});

/** Goes to the words of a remark and selects them. False when they are not there. */
export function goToRemark(editor: Editor, id: string): boolean {
  const marks = remarkMarks.getState(editor.state)?.marks.find(undefined, undefined, (spec) => spec.id === id) ?? [];
  const [first] = marks;
  if (!first) return false;
  const from = Math.min(...marks.map((mark) => mark.from));
  const to = Math.max(...marks.map((mark) => mark.to));
  if (editor.isEditable) editor.chain().focus().setTextSelection({ from, to }).scrollIntoView().run();
  else {
    const { node } = editor.view.domAtPos(from);
    (node instanceof Element ? node : node.parentElement)?.scrollIntoView({ block: 'center' });
  }
  return true;
}
