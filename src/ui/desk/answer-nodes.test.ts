/** @jest-environment jsdom */
import { Editor } from '@tiptap/core';
import { isEmptyAnswer, KeepPlaces, nextEmptyAnswer, placeNotes, ShowNotes, ToNextEmpty } from './answer-nodes';
import { Pictures } from './pictures';
import { TEXT_NODES } from './text-nodes';

let editor: Editor;
const answer = (id: string, text: string) => ({
  type: 'answer',
  attrs: { id },
  content: [{ type: 'paragraph', content: text === '' ? [] : [{ type: 'text', text }] }],
});
const question = (number: number, text: string) => ({ type: 'question', attrs: { number: String(number), text } });

beforeEach(() => {
  Range.prototype.getClientRects = () => [] as unknown as DOMRectList;
  Range.prototype.getBoundingClientRect = () => document.body.getBoundingClientRect();
  editor = new Editor({
    element: document.body.appendChild(document.createElement('div')),
    extensions: [...TEXT_NODES, Pictures, KeepPlaces, ShowNotes, ToNextEmpty],
    content: {
      type: 'doc',
      content: [
        question(1, 'Why a ladder?'),
        answer('a1', 'It climbs.'),
        question(2, 'Which rung?'),
        answer('a2', ''),
        question(3, 'And the last?'),
        answer('a3', ' '),
      ],
    },
    editorProps: { attributes: { tabindex: '0' } },
  });
});
afterEach(() => editor.destroy());

const shape = () => editor.getJSON().content?.map(({ type }) => type);
const WHOLE = ['question', 'answer', 'question', 'answer', 'question', 'answer'];

describe('questions and answer places', () => {
  test('cannot be removed, whatever is selected', () => {
    editor.commands.selectAll();
    editor.commands.deleteSelection();
    expect(shape()).toEqual(WHOLE);
    editor.view.dispatch(editor.state.tr.delete(0, editor.state.doc.content.size));
    expect(shape()).toEqual(WHOLE);
    expect(editor.getText()).toContain('It climbs.');
  });

  test('can be typed into and emptied, each by itself', () => {
    const at = nextEmptyAnswer(editor.state.doc, 0) ?? 0;
    editor.commands.insertContentAt(at, 'The middle one.');
    expect(editor.getText()).toContain('The middle one.');
    editor.commands.setTextSelection({ from: at, to: at + 'The middle one.'.length });
    editor.commands.deleteSelection();
    expect(shape()).toEqual(WHOLE);
    expect(editor.getText()).not.toContain('The middle one.');
  });

  test('are what another device made of them', () => {
    // What comes from elsewhere has been let in there, and both must end up alike.
    editor.view.dispatch(editor.state.tr.delete(0, editor.state.doc.firstChild?.nodeSize ?? 0).setMeta('y-sync$', {}));
    expect(shape()).toEqual(WHOLE.slice(1));
  });
});

test('the next empty answer is the one after the caret, and the first again after the last', () => {
  const { doc } = editor.state;
  const [second, third] = [nextEmptyAnswer(doc, 0), nextEmptyAnswer(doc, nextEmptyAnswer(doc, 0) ?? 0)];
  expect(second).not.toBe(third);
  expect(nextEmptyAnswer(doc, third ?? 0)).toBe(second);
  editor.commands.setTextSelection(3);
  editor.view.dom.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', altKey: true, bubbles: true }));
  expect(editor.state.selection.from).toBe(second);
});

test('an answer of spaces is empty, one with a picture is not', () => {
  const empty: boolean[] = [];
  editor.state.doc.forEach((node) => {
    if (node.type.name === 'answer') empty.push(isEmptyAnswer(node));
  });
  expect(empty).toEqual([false, true, true]);
  editor.commands.insertContentAt(nextEmptyAnswer(editor.state.doc, 0) ?? 0, {
    type: 'image',
    attrs: { src: '/api/text-pictures/a', alt: 'A cloud' },
  });
  expect(nextEmptyAnswer(editor.state.doc, 0)).toBeGreaterThan(0);
  const left: string[] = [];
  editor.state.doc.forEach((node) => {
    if (node.type.name === 'answer' && isEmptyAnswer(node)) left.push(String(node.attrs.id));
  });
  expect(left).toEqual(['a3']);
});

test('what the ready check says stands below its answer, and the one with the caret is marked', () => {
  editor.commands.setTextSelection(3);
  editor.view.dispatch(editor.state.tr.setMeta(placeNotes, new Map([['a1', { words: '2 words of 30', met: false }]])));
  const places = [...editor.view.dom.querySelectorAll('.answer')];
  expect(places.map((place) => place.getAttribute('data-note'))).toEqual(['2 words of 30', '', '']);
  expect(places.map((place) => place.classList.contains('at'))).toEqual([true, false, false]);
});
