/** @jest-environment ./scripts/window-environment.mjs */
import { jest } from '@jest/globals';
import { act, fireEvent, waitFor, within } from '@testing-library/react';
import { type ReactNode, useLayoutEffect, useMemo } from 'react';
import type { DocumentId } from '@/core/ids';
import { writtenAs } from '@/core/kinds/document';
import type { Doc } from '@/core/text/nodes';
import { openLetter, paragraph, readyForWriting } from '@/testing/letter';
import { Screens } from '@/testing/screen';
import { useSessions } from './use-sessions';
import { WordsFirst } from './words-first';
import { WritingFrame } from './writing-frame';
import { WritingHelp } from './writing-help';

let screens: Screens;
beforeAll(async () => {
  readyForWriting();
  screens = await Screens.open();
});
afterAll(() => screens.end());

test('help that comes after the caret leaves the caret where it is, and marks what is misspelt', async () => {
  let help: WritingHelp | null = null;
  const letter = await openLetter(screens, { type: 'doc', content: [paragraph('A zkite flies.')] }, false, () => ({
    help,
  }));
  const text = await letter.text();
  await waitFor(() => expect(text.textContent).toBe('A zkite flies.'));
  text.focus();
  help = new WritingHelp();
  await letter.again();
  await waitFor(() => expect(letter.container.querySelector('.misspelt')?.textContent).toBe('zkite'));
  expect(await letter.text()).toBe(text);
  expect(document.activeElement).toBe(text);
  // Without help, nothing is marked any more.
  help = null;
  await letter.again();
  await waitFor(() => expect(letter.container.querySelector('.misspelt')).toBeNull());
  expect(document.activeElement).toBe(text);
  letter.close();
});

const QUESTIONS: Doc = {
  type: 'doc',
  content: [1, 2].flatMap((number) => [
    { type: 'question', attrs: { number, text: `Why ${number}?` } },
    { type: 'answer', attrs: { id: `q${number}` }, content: [paragraph(`Because ${number}.`)] },
  ]),
} as Doc;

const words = (document: string) => ({ document: document as DocumentId, written: writtenAs('text', QUESTIONS) });
/** Words that came with the page. */
const came = (document: string) => ({ now: words(document), later: null });
/** Words that came after it: the test has nothing that would wait for them. */
const cameLater = (document: string) => {
  const value = words(document);
  return { now: null, later: Object.assign(Promise.resolve(value), { status: 'fulfilled', value }) };
};

const opening = <p>Opening</p>;

/** A text whose editor is on its way, with what stands there meanwhile. */
async function soon(doc: Doc, meanwhile: ReactNode) {
  const pressed = { current: null as string | null };
  const press = (place: string) => {
    pressed.current = place;
  };
  return openLetter(screens, doc, true, () => ({
    pressed,
    meanwhile: (
      <WritingFrame title="My letter" tools press={press}>
        {meanwhile}
      </WritingFrame>
    ),
  }));
}

test('until its editor is there a text is read as it stands in it; the place that was pressed has the caret then', async () => {
  const letter = await soon(QUESTIONS, <WordsFirst words={came('d')} document="d" lang="en" opening={opening} />);
  const second = await letter.findByText('Because 2.');
  const looks = (within: Element) => [...within.querySelectorAll('.question, p')].map(({ textContent }) => textContent);
  const before = looks(second.closest('.ProseMirror') as Element);
  expect(letter.queryByRole('textbox', { name: 'My letter' })).toBeNull();
  expect(await screens.found()).toEqual([]);
  fireEvent.pointerDown(second);
  letter.come();
  const text = await letter.text();
  await waitFor(() => expect(document.activeElement).toBe(text));
  expect(looks(text)).toEqual(before);
  await waitFor(() => expect(text.querySelector('.answer.at')?.textContent).toBe('Because 2.'));
  letter.close();
});

test('one answer after the other is typed over as a whole; over all of them nothing is typed, and that is said', async () => {
  const letter = await openLetter(screens, QUESTIONS);
  const text = await letter.text();
  await waitFor(() => expect(document.activeElement).toBe(text));
  const whole = () => fireEvent.keyDown(text, { key: 'a', ctrlKey: true });
  const answers = () => [...text.querySelectorAll('.answer')].map(({ textContent }) => textContent);
  const editor = await letter.editor();
  editor.commands.setTextSelection(4);
  whole();
  editor.commands.insertContent('S');
  expect(answers()).toEqual(['S', 'Because 2.']);
  expect(letter.queryByRole('alert')).toBeNull();
  whole();
  whole();
  fireEvent.keyPress(text, { key: 'x', charCode: 'x'.charCodeAt(0) });
  const said = await letter.findByRole('alert');
  expect(said.textContent).toContain('Select words within one answer');
  expect(answers()).toEqual(['S', 'Because 2.']);
  expect(within(said).getByRole('button', { name: 'Put away' })).toBeTruthy();
  // Whoever has done as it says has it put away.
  editor.commands.setTextSelection(4);
  act(() => void editor.commands.insertContent('o'));
  expect(answers()).toEqual(['So', 'Because 2.']);
  expect(letter.queryByRole('alert')).toBeNull();
  letter.close();
});

test('whoever presses and waits is told; in a text without places the caret goes to its end', async () => {
  const letter = await soon({ type: 'doc', content: [paragraph('A kite flies')] }, <p>A kite flies</p>);
  expect(letter.queryByText(/^Opening it to write in/)).toBeNull();
  fireEvent.pointerDown(await letter.findByText('A kite flies', { ignore: '.ProseMirror p' }));
  await letter.findByText(/^Opening it to write in/);
  letter.come();
  const text = await letter.text();
  await waitFor(() => expect(document.activeElement).toBe(text));
  expect(letter.queryByText(/^Opening it to write in/)).toBeNull();
  const { state } = await letter.editor();
  expect(state.selection.from).toBe(state.doc.content.size - 1);
  letter.close();
});

/** Hears which texts are drawn first, before anything that waits for that. */
function First({ heard }: { heard: (texts: readonly (string | null)[]) => void }) {
  useLayoutEffect(() => {
    heard([...document.querySelectorAll('[data-text]:not([hidden])')].map(({ textContent }) => textContent));
  }, [heard]);
  return null;
}

test('a document that is open before its editor is there shows no page without its tools', async () => {
  const heard = jest.fn();
  const letter = await openLetter(screens, { type: 'doc', content: [paragraph('A kite flies')] }, false, () => ({
    meanwhile: (
      <WritingFrame title="My letter" tools>
        <p>Meanwhile</p>
        <First heard={heard} />
      </WritingFrame>
    ),
  }));
  await letter.text();
  expect(letter.getByRole('toolbar', { name: 'Text tools' })).toBeTruthy();
  expect(letter.queryByText('Meanwhile')).toBeNull();
  expect(heard.mock.calls).toEqual([[['Meanwhile']]]);
  letter.close();
});

/** The Desk's sessions as its screen opens and leaves them. */
function Opens({ id }: { id: string }) {
  useSessions(useMemo(() => [id], [id]));
  return <WordsFirst words={came(id)} document={id} lang="en" opening={opening} />;
}

test('a page that was kept, and comes back after its document was written in, shows nothing old', async () => {
  const come = () => screens.draw(() => <Opens id="kept" />, '(frame)/desk/[assignment]');
  const first = await come();
  expect(first.getByText('Because 1.')).toBeTruthy();
  first.leave();
  const again = await come();
  expect(again.getByText('Opening')).toBeTruthy();
  expect(again.queryByText('Because 1.')).toBeNull();
  again.leave();
});

test('words that come after the page are read as those that came with it; where none come, that is said', async () => {
  const shown = async (coming: Parameters<typeof WordsFirst>[0]['words']) => {
    const page = await screens.draw(
      () => <WordsFirst words={coming} document="d" lang="en" opening={opening} />,
      '(frame)/desk/[assignment]',
    );
    const text = [...page.container.querySelectorAll('p, .question')].map((one) => one.textContent);
    page.leave();
    return text;
  };
  expect(await shown(cameLater('d'))).toEqual(await shown(came('d')));
  expect(await shown({ now: null, later: null })).toEqual(['Opening']);
  expect(await shown(null)).toEqual(['Opening']);
});

test('words of another document are not shown for this one', async () => {
  const page = await screens.draw(
    () => <WordsFirst words={came('other')} document="d" lang="en" opening={opening} />,
    '(frame)/desk/[assignment]',
  );
  expect(page.getByText('Opening')).toBeTruthy();
  expect(page.queryByText('Because 1.')).toBeNull();
  page.leave();
});
