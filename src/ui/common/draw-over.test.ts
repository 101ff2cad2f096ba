/** @jest-environment jsdom */
import { Editor, Extension } from '@tiptap/core';
import { Plugin, PluginKey } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';
import { Pictures } from '@/ui/desk/pictures';
import { TEXT_NODES } from '@/ui/desk/text-nodes';
import { drawOver, readFirst } from './draw-over';

const key = new PluginKey<DecorationSet>('underlined');
const Underlined = Extension.create({
  name: 'underlined',
  addProseMirrorPlugins: () => [
    new Plugin<DecorationSet>({
      key,
      state: { init: () => DecorationSet.empty, apply: (transaction, before) => transaction.getMeta(key) ?? before },
      props: { decorations: (state) => key.getState(state) },
    }),
  ],
});

let editor: Editor;
beforeEach(() => {
  // Without a layout there is nothing to scroll to.
  Range.prototype.getClientRects = () => [] as unknown as DOMRectList;
  Range.prototype.getBoundingClientRect = () => document.body.getBoundingClientRect();
  editor = new Editor({
    element: document.body.appendChild(document.createElement('div')),
    extensions: [...TEXT_NODES, Pictures, Underlined],
    content: '<p>The first answer.</p><p>The second answer.</p>',
    editorProps: { attributes: { tabindex: '0' } },
  });
  editor.view.focus();
  editor.commands.setTextSelection(5);
});
afterEach(() => editor.destroy());

/** Where a click into the second answer puts the caret, before the browser has told the editor of it. */
function click(): Text {
  const words = editor.view.dom.querySelectorAll('p')[1]?.firstChild as Text;
  document.getSelection()?.setBaseAndExtent(words, 4, words, 4);
  return words;
}

const underlined = () => DecorationSet.create(editor.state.doc, [Decoration.inline(1, 4, { class: 'misspelt' })]);

test('the caret stays where it was just put when something is drawn over the text', () => {
  const words = click();
  drawOver(editor.view, (transaction) => transaction.setMeta(key, underlined()));
  expect(editor.view.dom.querySelector('.misspelt')?.textContent).toBe('The');
  expect([document.getSelection()?.anchorNode, document.getSelection()?.anchorOffset]).toEqual([words, 4]);
  expect(editor.state.selection.$from.parent.textContent).toBe('The second answer.');
  editor.view.dispatch(editor.state.tr.insertText('new '));
  expect(editor.getText({ blockSeparator: '|' })).toBe('The first answer.|The new second answer.');
});

test('what is drawn is no change of the text', () => {
  let updates = 0;
  editor.on('update', () => {
    updates += 1;
  });
  drawOver(editor.view, (transaction) => transaction.setMeta(key, underlined()));
  expect(updates).toBe(0);
});

test('letters that the browser has and the editor has not are read with it', () => {
  const words = click();
  words.data = `${words.data} More.`;
  document.getSelection()?.setBaseAndExtent(words, words.length, words, words.length);
  readFirst(editor.view);
  expect(editor.getText({ blockSeparator: '|' })).toBe('The first answer.|The second answer. More.');
});
