import { waitFor } from '@testing-library/react';
import type { Editor } from '@tiptap/core';
import * as Y from 'yjs';
import { firstUpdate } from '@/core/documents/text-document';
import type { Doc } from '@/core/text/nodes';
import { DocumentSession } from '@/ui/desk/document-session';
import type { Joiner, Line } from '@/ui/desk/save-line';
import { Writing } from '@/ui/desk/writing';
import type { EditorProps } from '@/ui/kinds/document/kind';
import { emptyDatabases } from './databases';
import type { Screens } from './screen';

/** Finds every word that begins with a z misspelt, and would write it without. */
class Speller {
  onmessage: ((event: { data: unknown }) => void) | null = null;
  #own = new Set<string>();
  readonly #answers: Readonly<Record<string, (asked: ToSpeller) => object | null>> = {
    begin: () => ({ kind: 'begun' }),
    learn: ({ word = '', taken }) => {
      this.#own[taken ? 'add' : 'delete'](word);
      return null;
    },
    suggest: ({ n, word = '' }) => ({ kind: 'suggested', n, words: [word.slice(1)] }),
    spell: ({ n, texts = [] }) => ({ kind: 'spelt', n, found: texts.map((text) => this.#misspelt(text)) }),
  };
  postMessage(asked: ToSpeller): void {
    const data = this.#answers[asked.kind]?.(asked) ?? null;
    if (data) this.onmessage?.({ data });
  }
  terminate(): void {}
  #misspelt = (text: string) =>
    [...text.matchAll(/\bz\w*/g)]
      .filter(([word]) => !this.#own.has(word))
      .map(({ 0: word, index }) => ({ word, from: index, to: index + word.length }));
}

interface ToSpeller {
  readonly kind: string;
  readonly n: number;
  readonly texts?: readonly string[];
  readonly word?: string;
  readonly taken?: boolean;
}

/** Gives the window what an editor needs of a browser and the test's has not. */
export function readyForWriting(): void {
  class Channel {
    postMessage(): void {}
    close(): void {}
  }
  emptyDatabases();
  Object.assign(globalThis, {
    Worker: Speller,
    BroadcastChannel: Channel,
  });
  Object.assign(Range.prototype, { getClientRects: () => [], getBoundingClientRect: () => new DOMRect() });
  Object.assign(document, { elementFromPoint: () => null });
}

export const paragraph = (words: string) => ({ type: 'paragraph', content: [{ type: 'text', text: words }] }) as const;

/** A line whose server has a document. It answers at once, or when it is told to `come`. */
class LineTo implements Line {
  readonly server = new Y.Doc();
  #joined: { readonly document: string; readonly joiner: Joiner } | null = null;

  constructor(
    doc: Doc,
    private late: boolean,
  ) {
    Y.applyUpdate(this.server, firstUpdate(doc));
  }
  join(document: string, joiner: Joiner): void {
    this.#joined = { document, joiner };
    if (!this.late) this.come();
  }
  come(): void {
    this.late = false;
    if (!this.#joined) return;
    const { document, joiner } = this.#joined;
    const base64 = (bytes: Uint8Array) => Buffer.from(bytes).toString('base64');
    joiner.hear({
      kind: 'joined',
      document,
      update: base64(Y.encodeStateAsUpdate(this.server)),
      vector: base64(Y.encodeStateVector(this.server)),
      editable: true,
    } as never);
  }
  leave(): void {}
  send(): void {}
}

let n = 0;

/** A text that is written in, on a screen of its own: a real editor on a real session, and a server that is made up. */
export async function openLetter(
  screens: Screens,
  doc: Doc,
  late = false,
  props: () => Partial<EditorProps> = () => ({}),
) {
  n += 1;
  const line = new LineTo(doc, late);
  const session = new DocumentSession(`letter-${n}`, line);
  // Without a wait it is open before its editor comes, as on a second visit.
  if (!late) await waitFor(() => expect(session.state.ready).toBe(true));
  const page = await screens.draw(
    () => (
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
        {...props()}
      />
    ),
    '(frame)/desk/[assignment]',
  );
  const text = () => page.findByRole('textbox', { name: 'My letter' });
  return {
    ...page,
    /** The server answers. */
    come: () => line.come(),
    text,
    editor: async (): Promise<Editor> => ((await text()) as HTMLElement & { editor: Editor }).editor,
    close: () => {
      page.leave();
      session.close();
    },
  };
}
