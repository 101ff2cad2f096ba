/** @jest-environment jsdom */
import { act, useState } from 'react';
import { createRoot, type Root } from 'react-dom/client';
import * as Y from 'yjs';
import type { Checked, ReadyCheck } from '@/core/asks/ready-check';
import { firstUpdate, TEXT_FIELD } from '@/core/documents/text-document';
import type { Doc } from '@/core/text/nodes';
import type { DeskView } from '@/server/reading/desk/desk';
import type { DocumentSession } from './document-session';
import { useReadyCheck } from './use-ready-check';
import type { WritingHelp } from './writing-help';

Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });

const text = (words: string): Doc => ({
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text: words }] }],
});

/** A document that is open here, whose server may still be on its way. */
class OpenDocument {
  readonly ydoc = new Y.Doc();
  state = { ready: true };
  readonly #listeners = new Set<() => void>();
  constructor(words: string) {
    Y.applyUpdate(this.ydoc, firstUpdate(text(words)));
  }
  subscribe = (listener: () => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
  become(ready: boolean): void {
    this.state = { ready };
    for (const listener of this.#listeners) listener();
  }
  type(words: string): void {
    const paragraph = this.ydoc.getXmlFragment(TEXT_FIELD).get(0) as Y.XmlElement;
    (paragraph.get(0) as Y.XmlText).insert(0, words);
  }
}

/** Help that answers when the test says so. */
class MadeUpHelp {
  readonly asked: { readonly checked: Checked; readonly answer: (check: ReadyCheck | null) => void }[] = [];
  isBroken = false;
  #broken: () => void = () => {};
  check = (checked: Checked) => new Promise<ReadyCheck | null>((answer) => this.asked.push({ checked, answer }));
  onBegun = () => () => {};
  onBroken = (listener: () => void) => {
    this.#broken = listener;
    return () => {};
  };
  breaks(): void {
    this.isBroken = true;
    this.#broken();
  }
}

const piece = (id: string, name: string, more: object = {}) => ({
  id,
  kind: 'file',
  name,
  document: null,
  removedAt: null,
  shown: 'pdf',
  pages: 2,
  address: null,
  ...more,
});
const view = {
  asks: [],
  steps: [{ kind: 'write', given: { starter: { kind: 'text', content: text('Where is north?') } } }],
  class: { locale: 'en' },
  student: { name: 'Wren Ito', shortName: 'Wren I.' },
  pieces: [
    piece('p1', 'map.pdf'),
    piece('p2', 'old.pdf', { removedAt: 5 }),
    piece('p3', 'My notes', { document: { id: 'd2', kind: 'text' } }),
  ],
} as unknown as DeskView;

type Documents = Readonly<Record<string, OpenDocument>>;

let root: Root;
let help: MadeUpHelp;
/** How what reads documents is fetched, where that is other than usual. */
let fetchReaders: Parameters<typeof useReadyCheck>[4];
let shown: ReturnType<typeof useReadyCheck>;
const settle = (ms = 250) => act(() => new Promise<void>((resolve) => setTimeout(resolve, ms)));

function Shows({ documents }: { readonly documents: Documents }) {
  const [sessions] = useState(
    () => new Map(Object.entries(documents)) as unknown as ReadonlyMap<string, DocumentSession>,
  );
  const [kinds] = useState(() => new Map(Object.keys(documents).map((id) => [id, 'text' as const])));
  shown = useReadyCheck(view, kinds, sessions, help as unknown as WritingHelp, fetchReaders);
  return null;
}

async function begin(documents: Documents): Promise<void> {
  help = new MadeUpHelp();
  root = createRoot(document.createElement('div'));
  await act(async () => root.render(<Shows documents={documents} />));
  await settle();
}
afterEach(() => act(() => root.unmount()));

test('all documents that go along are measured together, with the starter and what is attached', async () => {
  await begin({ d1: new OpenDocument('North is up.'), d2: new OpenDocument('From my shelf.') });
  const checked = help.asked.at(-1)?.checked;
  const said = JSON.stringify(checked?.doc);
  expect([said.includes('North is up.'), said.includes('From my shelf.')]).toEqual([true, true]);
  expect(JSON.stringify(checked?.starter)).toContain('Where is north?');
  // A document is looked at by its words, and what was taken off is not looked at.
  expect(checked?.files).toEqual([{ name: 'map.pdf', kind: 'pdf', pages: 2 }]);
  expect(checked?.names).toEqual(['Wren Ito', 'Wren I.']);
});

test('nothing is checked before everything is there', async () => {
  const [here, late] = [new OpenDocument('Here.'), new OpenDocument('Late.')];
  late.state = { ready: false };
  await begin({ here, late });
  expect(help.asked).toHaveLength(0);
  act(() => late.become(true));
  await settle();
  expect(help.asked).toHaveLength(1);
  expect(shown).toEqual({ check: null, broken: false, coming: true });
  await act(async () => help.asked[0]?.answer({ met: 1 } as unknown as ReadyCheck));
  expect(shown).toMatchObject({ check: { met: 1 }, coming: false });
});

test('while somebody types it waits for a pause, and an older answer never replaces a newer one', async () => {
  const open = new OpenDocument('One.');
  await begin({ open });
  for (const letter of 'typed') act(() => open.type(letter));
  await settle();
  expect(help.asked).toHaveLength(2);
  const [older, newer] = help.asked;
  await act(async () => newer?.answer({ met: 2 } as unknown as ReadyCheck));
  await act(async () => older?.answer({ met: 1 } as unknown as ReadyCheck));
  expect(shown.check).toMatchObject({ met: 2 });
});

test('help that breaks is said, and what was found before stays', async () => {
  await begin({ open: new OpenDocument('One.') });
  await act(async () => help.asked[0]?.answer({ met: 1 } as unknown as ReadyCheck));
  expect(shown.broken).toBe(false);
  act(() => help.breaks());
  expect(shown).toMatchObject({ broken: true, check: { met: 1 }, coming: false });
});

test('where a network keeps away what it needs nobody is held up, and it is asked for again until it checks', async () => {
  let away = true;
  const [stored, document] = [await import('@/core/kinds/document/stored'), await import('@/core/kinds/document')];
  fetchReaders = async () => {
    if (away) throw new Error('no network');
    return { ...stored, ...document };
  };
  await begin({ open: new OpenDocument('One.') });
  expect([help.asked.length, shown.broken]).toEqual([0, true]);
  away = false;
  await settle(2200);
  expect([help.asked.length, shown.broken]).toEqual([1, false]);
  fetchReaders = undefined;
});
