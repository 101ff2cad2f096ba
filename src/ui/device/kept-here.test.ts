/** @jest-environment ./scripts/window-environment.mjs */
import { jest } from '@jest/globals';
import { configure, waitFor } from '@testing-library/dom';
import * as Y from 'yjs';
import { emptyDatabases } from '@/testing/databases';
import { KeptDocument } from './kept-document';
import { clearOthers, openLocked } from './kept-here';
import { keyOf, NAMES, ownerOf, personKey, personTag } from './person-store';

// On a machine that does something else.
configure({ asyncUtilTimeout: 10_000 });

const [IMKE, WREN] = ['tag-of-imke', 'tag-of-wren'];

/** A key as the school makes one for a person. */
async function key(): Promise<JsonWebKey> {
  const pair = await crypto.subtle.generateKey({ name: 'ECDH', namedCurve: 'P-256' }, true, ['deriveBits']);
  return crypto.subtle.exportKey('jwk', pair.privateKey);
}
let imke: JsonWebKey;
beforeAll(async () => {
  imke = await key();
});
beforeEach(() => {
  localStorage.clear();
  emptyDatabases();
});

const lock = ({ kty, crv, x, y }: JsonWebKey) =>
  localStorage.setItem(keyOf(IMKE, NAMES.lock), JSON.stringify({ kty, crv, x, y }));

/** Somebody has typed in a document here. */
async function typed(tag: string, id: string, text: string, { sent = false } = {}): Promise<void> {
  const ydoc = new Y.Doc();
  const kept = new KeptDocument(keyOf(tag, `${NAMES.document}${id}`), ydoc);
  await kept.whenRead;
  ydoc.getText('x').insert(0, text);
  await kept.close();
  if (!sent) localStorage.setItem(keyOf(tag, `${NAMES.unsaved}${id}`), '1');
}
async function textOf(tag: string, id: string): Promise<string> {
  const ydoc = new Y.Doc();
  const kept = new KeptDocument(keyOf(tag, `${NAMES.document}${id}`), ydoc);
  await kept.whenRead;
  const text = ydoc.getText('x').toString();
  await kept.close();
  return text;
}
const owners = () =>
  new Set(Array.from({ length: localStorage.length }, (_, i) => ownerOf(localStorage.key(i) ?? '')?.tag ?? 'nobody'));
const databasesOf = async (tag: string) =>
  (await indexedDB.databases()).filter(({ name }) => ownerOf(name ?? '')?.tag === tag).length;

test('what the school has of somebody else is thrown away, one’s own stays', async () => {
  await typed(IMKE, 'd1', 'Sent long ago.', { sent: true });
  await typed(WREN, 'd2', 'Mine.', { sent: true });
  localStorage.setItem(keyOf(IMKE, 'reading'), 'large');
  localStorage.setItem('tus::1', 'an upload that was cut');
  localStorage.setItem('kite-stage', '40');
  expect(await clearOthers(WREN)).toBe(false);
  await waitFor(async () => expect([await databasesOf(IMKE), await databasesOf(WREN)]).toEqual([0, 1]));
  expect(owners().has(IMKE)).toBe(false);
  expect([localStorage.getItem('tus::1'), localStorage.getItem('kite-stage')]).toEqual([null, null]);
  expect(await textOf(WREN, 'd2')).toBe('Mine.');
});

test('what the school does not have is locked, and only whose it is can open it', async () => {
  lock(imke);
  await typed(IMKE, 'd1', 'Typed without a network.');
  localStorage.setItem(keyOf(IMKE, `${NAMES.draft}aside`), 'half a sentence');
  expect(await clearOthers(WREN)).toBe(true);
  // A database goes as soon as nobody has it open.
  await waitFor(async () => expect(await databasesOf(IMKE)).toBe(0));
  expect(owners().has(IMKE)).toBe(false);
  // Somebody else finds nothing of theirs, and does not take it away.
  expect(await openLocked(WREN, async () => imke)).toEqual([]);
  expect(await clearOthers(WREN)).toBe(true);
  // Without the key it waits; with another it does not open, and is not lost.
  expect(await openLocked(IMKE, async () => null)).toEqual([]);
  await expect(openLocked(IMKE, key)).rejects.toThrow();
  expect(await openLocked(IMKE, async () => imke)).toEqual(['d1']);
  expect(await textOf(IMKE, 'd1')).toBe('Typed without a network.');
  expect(localStorage.getItem(keyOf(IMKE, `${NAMES.unsaved}d1`))).toBe('1');
  expect(localStorage.getItem(keyOf(IMKE, `${NAMES.draft}aside`))).toBe('half a sentence');
  // Once it is there it is locked away no longer.
  expect(await openLocked(IMKE, async () => imke)).toEqual([]);
  expect(await clearOthers(IMKE)).toBe(false);
});

test('what cannot be put back stays locked', async () => {
  lock(imke);
  await typed(IMKE, 'd1', 'Typed without a network.');
  expect(await clearOthers(WREN)).toBe(true);
  await waitFor(async () => expect(await databasesOf(IMKE)).toBe(0));
  const full = jest.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  await expect(openLocked(IMKE, async () => imke)).rejects.toThrow();
  full.mockRestore();
  expect(await openLocked(IMKE, async () => imke)).toEqual(['d1']);
  expect(await textOf(IMKE, 'd1')).toBe('Typed without a network.');
});

test('letters that had not reached the kept document yet are locked along', async () => {
  lock(imke);
  await typed(IMKE, 'd1', 'First.');
  const last = new Y.Doc();
  last.getText('y').insert(0, 'last letters');
  const update = btoa(String.fromCharCode(...Y.encodeStateAsUpdate(last)));
  localStorage.setItem(keyOf(IMKE, `${NAMES.typed}d1:7`), update);
  await clearOthers(null);
  expect(await openLocked(IMKE, async () => imke)).toEqual(['d1']);
  const ydoc = new Y.Doc();
  const kept = new KeptDocument(keyOf(IMKE, `${NAMES.document}d1`), ydoc);
  await kept.whenRead;
  expect([ydoc.getText('x').toString(), ydoc.getText('y').toString()]).toEqual(['First.', 'last letters']);
  await kept.close();
});

test('where nothing can be locked nothing is thrown away', async () => {
  await typed(IMKE, 'd1', 'Not sent.');
  expect(await clearOthers(WREN)).toBe(false);
  expect(await textOf(IMKE, 'd1')).toBe('Not sent.');
  expect(localStorage.getItem(keyOf(IMKE, `${NAMES.unsaved}d1`))).toBe('1');
});

/** Lets this browser take something in that is to be locked, as `taken` does it. */
function locking(taken: (store: IDBObjectStore, value: unknown) => IDBRequest<IDBValidKey>) {
  const { add } = IDBObjectStore.prototype;
  return jest.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(function (
    this: IDBObjectStore,
    ...given: Parameters<typeof add>
  ) {
    return this.name === 'kite-sealed' ? taken(this, given[0]) : add.apply(this, given);
  });
}

test('what a browser took in to be locked and then did not keep is not thrown away', async () => {
  lock(imke);
  await typed(IMKE, 'd1', 'Not sent.');
  const { put } = IDBObjectStore.prototype;
  const full = locking((store, value) => {
    const taken = put.call(store, value);
    // Where there is no room it is often told at the end alone.
    taken.addEventListener('success', () => store.transaction.abort());
    return taken;
  });
  expect(await clearOthers(WREN)).toBe(false);
  full.mockRestore();
  expect(await textOf(IMKE, 'd1')).toBe('Not sent.');
  expect(await clearOthers(WREN)).toBe(true);
  expect(await openLocked(IMKE, async () => imke)).toEqual(['d1']);
});

test('whose words cannot be locked keeps nobody else’s here', async () => {
  lock(imke);
  await typed(IMKE, 'd1', 'Not sent.');
  await typed('tag-of-otso', 'd2', 'Sent long ago.', { sent: true });
  localStorage.setItem(keyOf('tag-of-otso', 'reading'), 'large');
  const full = locking(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  expect(await clearOthers(WREN)).toBe(false);
  full.mockRestore();
  await waitFor(async () => expect(await databasesOf('tag-of-otso')).toBe(0));
  expect([owners().has(IMKE), owners().has('tag-of-otso')]).toEqual([true, false]);
  expect(await textOf(IMKE, 'd1')).toBe('Not sent.');
});

test('who leaves leaves no trace that has no name', async () => {
  sessionStorage.setItem('where', 'here');
  localStorage.setItem('kite-stage', '60');
  await clearOthers(WREN);
  // Nobody else was here.
  expect([localStorage.getItem('kite-stage'), sessionStorage.getItem('where')]).toEqual(['60', 'here']);
  await clearOthers(null);
  expect([localStorage.getItem('kite-stage'), sessionStorage.length]).toEqual([null, 0]);
});

test('whose a name is can be told from it', () => {
  expect(ownerOf(keyOf('t', 'document:d:1'))).toEqual({ tag: 't', name: 'document:d:1' });
  expect([ownerOf('other:t:x'), ownerOf('kite:no-end')]).toEqual([null, null]);
  expect(personTag()).toBe('nobody');
  document.body.dataset.device = 'tag';
  expect([personTag(), personKey('lock')]).toEqual(['tag', 'kite:tag:lock']);
  delete document.body.dataset.device;
});
