/** @jest-environment jsdom */
import { Editor } from '@tiptap/core';
import { AllSelection } from '@tiptap/pm/state';
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
/** What was said of what was not done. */
let refused: string[];
const answer = (id: string, text: string) => ({
  type: 'answer',
  attrs: { id },
  content: [{ type: 'paragraph', content: text === '' ? [] : [{ type: 'text', text }] }],
});
const question = (number: number, text: string) => ({ type: 'question', attrs: { number: String(number), text } });

const made = (content: object[]) =>
  new Editor({
    element: document.body.appendChild(document.createElement('div')),
    extensions: [
      ...TEXT_NODES,
      Pictures,
      KeepPlaces.configure({ refused: (why) => refused.push(why) }),
      ShowNotes,
      ToNextEmpty,
      TabBetween,
      RoomBelow,
    ],
    content: { type: 'doc', content } as never,
    editorProps: { attributes: { tabindex: '0' } },
  });

beforeEach(() => {
  refused = [];
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

const press = (key: string, how: KeyboardEventInit = {}) => {
  const event = new KeyboardEvent('keydown', { key, ...how, bubbles: true, cancelable: true });
  editor.view.dom.dispatchEvent(event);
  return event.defaultPrevented;
};
const selected = () => {
  const { from, to } = editor.state.selection;
  return editor.state.doc.textBetween(from, to, '|');
};
const shape = () => editor.getJSON().content?.map(({ type }) => type);
const WHOLE = ['question', 'answer', 'question', 'answer', 'question', 'answer'];

describe('questions and answer places', () => {
  test('cannot be removed, whatever is selected, and it is said why nothing happens', () => {
    editor.commands.selectAll();
    editor.commands.deleteSelection();
    expect(shape()).toEqual(WHOLE);
    expect(refused).toEqual(['several-answers']);
    press('a', { ctrlKey: true });
    press('a', { ctrlKey: true });
    const typed = new KeyboardEvent('keypress', { key: 'x', bubbles: true, cancelable: true });
    Object.defineProperty(typed, 'charCode', { value: 'x'.charCodeAt(0) });
    editor.view.dom.dispatchEvent(typed);
    expect(refused).toHaveLength(2);
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

  test('are selected by key one by one, and all together once more', () => {
    editor.commands.setTextSelection(5);
    expect(press('a', { ctrlKey: true })).toBe(true);
    expect(selected()).toBe('It climbs.');
    editor.commands.deleteSelection();
    expect(editor.state.doc.child(1).textContent).toBe('');
    // One that is empty has nothing to select.
    press('a', { ctrlKey: true });
    expect(editor.state.selection).toBeInstanceOf(AllSelection);
    expect(shape()).toEqual(WHOLE);
    expect(refused).toEqual([]);
  });

  test('hold against a key at their edge, and nothing is said of it', () => {
    editor.commands.setTextSelection(3);
    press('Backspace');
    editor.commands.setTextSelection(3 + 'It climbs.'.length);
    press('Delete');
    expect(shape()).toEqual(WHOLE);
    expect([editor.state.doc.child(1).textContent, refused]).toEqual(['It climbs.', []]);
  });

  test('are what another device made of them', () => {
    // What comes from elsewhere has been let in there, and both must end up alike.
    editor.view.dispatch(editor.state.tr.delete(0, editor.state.doc.firstChild?.nodeSize ?? 0).setMeta('y-sync$', {}));
    expect(shape()).toEqual(WHOLE.slice(1));
    expect(refused).toEqual([]);
  });
});

test('a text without questions is selected as a whole', () => {
  editor.destroy();
  editor = made([{ type: 'paragraph', content: [{ type: 'text', text: 'A letter.' }] }]);
  editor.commands.setTextSelection(3);
  press('a', { ctrlKey: true });
  editor.commands.deleteSelection();
  expect([editor.getText(), refused]).toEqual(['', []]);
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
    expect(press('Tab', { shiftKey: true })).toBe(true);
    expect(press('Tab', { shiftKey: true })).toBe(true);
    type(' So it does.');
    expect(press('Tab', { shiftKey: true })).toBe(false);
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
