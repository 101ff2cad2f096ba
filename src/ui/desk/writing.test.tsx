/** @jest-environment ./scripts/window-environment.mjs */
import { fireEvent, waitFor } from '@testing-library/react';
import { IDBFactory, IDBKeyRange } from 'fake-indexeddb';
import * as Y from 'yjs';
import { firstUpdate } from '@/core/documents/text-document';
import type { DocumentId } from '@/core/ids';
import { writtenAs } from '@/core/kinds/document';
import type { Doc } from '@/core/text/nodes';
import { Screens } from '@/testing/screen';
import type { EditorProps } from '@/ui/kinds/document/kind';
import { DocumentSession } from './document-session';
import type { Line } from './save-line';
import { WordsFirst } from './words-first';
import { Writing } from './writing';
import { WritingFrame } from './writing-frame';
import { WritingHelp } from './writing-help';

/** Finds every word that begins with a z misspelt. */
class Speller {
  onmessage: ((event: { data: unknown }) => void) | null = null;
  postMessage({ kind, n, texts }: { kind: string; n: number; texts: string[] }): void {
    if (kind === 'begin') this.onmessage?.({ data: { kind: 'begun' } });
    if (kind !== 'spell') return;
    const found = texts.map((text) =>
      [...text.matchAll(/\bz\w*/g)].map(({ 0: word, index }) => ({ word, from: index, to: index + word.length })),
    );
    this.onmessage?.({ data: { kind: 'spelt', n, found } });
  }
  terminate(): void {}
}

const paragraph = (words: string) => ({ type: 'paragraph', content: [{ type: 'text', text: words }] }) as const;

/** A line whose server has this text, and takes whatever is typed. */
function lineOf(words: string, doc: Doc = { type: 'doc', content: [paragraph(words)] }): Line {
  const server = new Y.Doc();
  Y.applyUpdate(server, firstUpdate(doc));
  const base64 = (bytes: Uint8Array) => Buffer.from(bytes).toString('base64');
  return {
    join: (document, joiner) =>
      joiner.hear({
        kind: 'joined',
        document,
        update: base64(Y.encodeStateAsUpdate(server)),
        vector: base64(Y.encodeStateVector(server)),
        editable: true,
      } as never),
    leave: () => {},
    send: () => {},
  };
}

const letter = (session: DocumentSession, more: Partial<EditorProps>) => (
  <Writing
    session={session}
    title="My letter"
    lang="en"
    notes={new Map()}
    tools="all"
    help={null}
    spelling={{ variety: 'en-GB', own: [] }}
    editable
    handle={null}
    {...more}
  />
);

let screens: Screens;
beforeAll(async () => {
  // What browsers have and the test's does not.
  class Channel {
    postMessage(): void {}
    close(): void {}
  }
  Object.assign(globalThis, {
    Worker: Speller,
    BroadcastChannel: Channel,
    indexedDB: new IDBFactory(),
    IDBKeyRange,
  });
  Object.assign(Range.prototype, { getClientRects: () => [], getBoundingClientRect: () => new DOMRect() });
  Object.assign(document, { elementFromPoint: () => null });
  screens = await Screens.open();
});
afterAll(() => screens.end());

test('help that comes after the caret leaves the caret where it is, and marks what is misspelt', async () => {
  const session = new DocumentSession('later-help', lineOf('A zkite flies.'));
  let help: WritingHelp | null = null;
  const page = await screens.draw(() => letter(session, { help }), '(frame)/desk/[assignment]');
  const text = await page.findByRole('textbox', { name: 'My letter' });
  await waitFor(() => expect(text.textContent).toBe('A zkite flies.'));
  text.focus();
  help = new WritingHelp();
  await page.again();
  await waitFor(() => expect(page.container.querySelector('.misspelt')?.textContent).toBe('zkite'));
  expect(page.getByRole('textbox', { name: 'My letter' })).toBe(text);
  expect(document.activeElement).toBe(text);
  // Without help, nothing is marked any more.
  help = null;
  await page.again();
  await waitFor(() => expect(page.container.querySelector('.misspelt')).toBeNull());
  expect(document.activeElement).toBe(text);
  page.leave();
  session.close();
});

const QUESTIONS: Doc = {
  type: 'doc',
  content: [1, 2].flatMap((number) => [
    { type: 'question', attrs: { number, text: `Why ${number}?` } },
    {
      type: 'answer',
      attrs: { id: `q${number}` },
      content: [{ type: 'paragraph', content: [{ type: 'text', text: `Because ${number}.` }] }],
    },
  ]),
} as Doc;

/** Words as they are once they came: the test has nothing that would wait for them. */
const came = (document: string) => {
  const value = { document: document as DocumentId, written: writtenAs('text', QUESTIONS) };
  return Object.assign(Promise.resolve(value), { status: 'fulfilled', value });
};

test('until its editor is there a text is read as it stands in it; the place that was pressed has the caret then', async () => {
  const line = lineOf('', QUESTIONS);
  let come = () => {};
  const late: Line = {
    ...line,
    join: (document, joiner) => {
      come = () => line.join(document, joiner);
    },
  };
  const session = new DocumentSession('late-words', late);
  const pressed = { current: null as string | null };
  const meanwhile = (
    <WritingFrame
      title="My letter"
      tools
      press={(place) => {
        pressed.current = place;
      }}
    >
      <WordsFirst words={came('d')} document="d" lang="en" opening={<p>Opening</p>} />
    </WritingFrame>
  );
  const page = await screens.draw(() => letter(session, { meanwhile, pressed }), '(frame)/desk/[assignment]');
  const soon = await page.findByText('Because 2.');
  const looks = (within: Element) => [...within.querySelectorAll('.question, p')].map(({ textContent }) => textContent);
  const before = looks(soon.closest('.ProseMirror') as Element);
  expect(page.queryByRole('textbox', { name: 'My letter' })).toBeNull();
  expect(await screens.found()).toEqual([]);
  fireEvent.pointerDown(soon);
  come();
  const text = await page.findByRole('textbox', { name: 'My letter' });
  await waitFor(() => expect(document.activeElement).toBe(text));
  expect(looks(text)).toEqual(before);
  await waitFor(() => expect(text.querySelector('.answer.at')?.textContent).toBe('Because 2.'));
  page.leave();
  session.close();
});

test('words of another document are not shown for this one', async () => {
  const page = await screens.draw(
    () => <WordsFirst words={came('other')} document="d" lang="en" opening={<p>Opening</p>} />,
    '(frame)/desk/[assignment]',
  );
  expect(page.getByText('Opening')).toBeTruthy();
  expect(page.queryByText('Because 1.')).toBeNull();
  page.leave();
});
