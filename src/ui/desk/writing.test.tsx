/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor } from '@testing-library/react';
import { IDBFactory, IDBKeyRange } from 'fake-indexeddb';
import * as Y from 'yjs';
import { firstUpdate } from '@/core/documents/text-document';
import { Screens } from '@/testing/screen';
import { DocumentSession } from './document-session';
import type { Line } from './save-line';
import { Writing } from './writing';
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

/** A line whose server has this text, and takes whatever is typed. */
function lineOf(words: string): Line {
  const server = new Y.Doc();
  Y.applyUpdate(
    server,
    firstUpdate({ type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: words }] }] }),
  );
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
  const page = await screens.draw(
    () => (
      <Writing
        session={session}
        title="My letter"
        lang="en"
        notes={new Map()}
        tools="all"
        help={help}
        spelling={{ variety: 'en-GB', own: [] }}
        editable
        handle={null}
      />
    ),
    '(frame)/desk/[assignment]',
  );
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
