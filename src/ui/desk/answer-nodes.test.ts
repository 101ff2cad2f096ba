/** @jest-environment jsdom */
import { Editor } from '@tiptap/core';
import {
  isEmptyAnswer,
  KeepPlaces,
  nextEmptyAnswer,
  placeNotes,
  ShowNotes,
  TabBetween,
  ToNextEmpty,
} from './answer-nodes';
import { insertPicture, Pictures } from './pictures';
import { RoomBelow } from './room-below';
import { TEXT_NODES } from './text-nodes';

let editor: Editor;
const answer = (id: string, text: string) => ({
  type: 'answer',
  attrs: { id },
  content: [{ type: 'paragraph', content: text === '' ? [] : [{ type: 'text', text }] }],
});
const question = (number: number, text: string) => ({ type: 'question', attrs: { number: String(number), text } });

const made = (content: object[]) =>
  new Editor({
    element: document.body.appendChild(document.createElement('div')),
    extensions: [...TEXT_NODES, Pictures, KeepPlaces, ShowNotes, ToNextEmpty, TabBetween, RoomBelow],
    content: { type: 'doc', content } as never,
    editorProps: { attributes: { tabindex: '0' } },
  });

beforeEach(() => {
  document.elementFromPoint = () => null;
  Range.prototype.getClientRects = () => [] as unknown as DOMRectList;
  Range.prototype.getBoundingClientRect = () => document.body.getBoundingClientRect();
  editor = made([
    question(1, 'Why a ladder?'),
    answer('a1', 'It climbs.'),
    question(2, 'Which rung?'),
    answer('a2', ''),
    question(3, 'And the last?'),
    answer('a3', ' '),
  ]);
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

describe('nothing that is typed goes astray', () => {
  const press = (key: string, shiftKey = false) => {
    const event = new KeyboardEvent('keydown', { key, shiftKey, bubbles: true, cancelable: true });
    editor.view.dom.dispatchEvent(event);
    return event.defaultPrevented;
  };
  const type = (words: string) => editor.view.dispatch(editor.state.tr.insertText(words));
  const answers = () => {
    const found: string[] = [];
    editor.state.doc.forEach((node) => {
      if (node.type.name === 'answer') found.push(node.textBetween(0, node.content.size, '|'));
    });
    return found;
  };

  test('Tab goes to the end of the next answer and back, and out of the last and the first', () => {
    editor.commands.setTextSelection(4);
    expect(press('Tab')).toBe(true);
    type('Second.');
    expect(press('Tab')).toBe(true);
    type('Third.');
    expect(press('Tab')).toBe(false);
    expect(press('Tab', true)).toBe(true);
    expect(press('Tab', true)).toBe(true);
    type(' So it does.');
    expect(press('Tab', true)).toBe(false);
    expect(answers()).toEqual(['It climbs. So it does.', 'Second.', ' Third.']);
  });

  test.each([
    ['after words', 'It climbs.'.length, ['It climbs.', 'More.']],
    ['amid words', 'It'.length, ['It', 'More. climbs.']],
  ])('what is typed after a picture was put in %s goes on behind it', (_, at, told) => {
    editor.commands.setTextSelection(3 + at);
    insertPicture(editor.view, { address: '/api/text-pictures/a', width: 320, height: 200 }, null);
    type('More.');
    const answer = editor.state.doc.child(1);
    const kinds = answer.content.content.map(({ type: { name } }) => name);
    expect(kinds).toEqual(['paragraph', 'image', 'paragraph']);
    expect(answer.child(1).attrs).toMatchObject({ src: '/api/text-pictures/a', width: 320, height: 200 });
    expect(answer.content.content.filter(({ isTextblock }) => isTextblock).map((line) => line.textContent)).toEqual(
      told,
    );
  });

  test('a click below the last answer goes to its end', () => {
    editor.commands.setTextSelection(4);
    editor.view.dom.dispatchEvent(new MouseEvent('mousedown', { bubbles: true, cancelable: true, clientY: 5 }));
    type('Last.');
    expect(answers()).toEqual(['It climbs.', '', ' Last.']);
    expect(shape()).toEqual(WHOLE);
  });

  const click = (place: Element | undefined) =>
    place?.dispatchEvent(new MouseEvent('mousedown', { bubbles: true, cancelable: true, clientY: 5 }));
  const cell = { type: 'tableCell', content: [{ type: 'paragraph' }] };
  const table = { type: 'table', content: [{ type: 'tableRow', content: [cell, cell] }] };
  const picture = { type: 'image', attrs: { src: '/api/text-pictures/a', alt: '' } };

  test.each([
    ['a table', table],
    ['a picture', picture],
  ])('a click below %s makes a line there, in an answer, below the last one and in a text', (_, last) => {
    const asked = (id: string) => ({ type: 'answer', attrs: { id }, content: [last] });
    const below = (content: object[], place: () => Element | undefined) => {
      editor.destroy();
      editor = made(content);
      click(place());
      type('Below.');
      return editor.getJSON().content;
    };
    const line = { type: 'paragraph', content: [{ type: 'text', text: 'Below.' }] };
    const whole = () => editor.view.dom;
    const answerAt = (n: number) => () => [...editor.view.dom.querySelectorAll('.answer')][n];
    const behind = (content: object[] | undefined, n: number) =>
      (content?.[n] as { content?: object[] } | undefined)?.content?.at(-1);
    expect(behind(below([asked('a1'), asked('a2')], answerAt(0)), 0)).toMatchObject(line);
    expect(behind(below([asked('a1'), asked('a2')], whole), 1)).toMatchObject(line);
    expect(below([last], whole)?.at(-1)).toMatchObject(line);
  });

  test('a click below a line makes none', () => {
    click(editor.view.dom.querySelectorAll('.answer')[1]);
    expect(editor.state.doc.child(3).childCount).toBe(1);
  });
});
