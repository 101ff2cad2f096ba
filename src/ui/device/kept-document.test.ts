/** @jest-environment ./scripts/window-environment.mjs */
import { jest } from '@jest/globals';
import { configure, waitFor } from '@testing-library/dom';
import { forceCloseDatabase } from 'fake-indexeddb';
import { openDB } from 'idb';
import * as Y from 'yjs';
import { emptyDatabases } from '@/testing/databases';
import { KeptDocument } from './kept-document';

// On a machine that does something else.
configure({ asyncUtilTimeout: 10_000 });

const NAME = 'kite:tag:document:d1';
const opened: { readonly kept: KeptDocument; readonly ydoc: Y.Doc }[] = [];

/** A tab in which the document is open. */
function tab() {
  const ydoc = new Y.Doc();
  const one = { ydoc, kept: new KeptDocument(NAME, ydoc) };
  opened.push(one);
  return one;
}
async function keptText(): Promise<string> {
  const { ydoc, kept } = tab();
  await kept.whenRead;
  await kept.close();
  return ydoc.getText('x').toString();
}
async function countKept(): Promise<number> {
  const db = await openDB(NAME);
  const count = await db.count('updates');
  db.close();
  return count;
}

beforeEach(() => {
  emptyDatabases();
});
afterEach(async () => {
  for (const { kept } of opened.splice(0)) await kept.close();
});

test('what was typed before it was open is kept, and what was kept comes in', async () => {
  const first = tab();
  first.ydoc.getText('x').insert(0, 'early ');
  await first.kept.whenRead;
  first.ydoc.getText('x').insert(6, 'and later');
  expect(await first.kept.close()).toBe(true);
  expect(await keptText()).toBe('early and later');
  // Reading alone writes nothing.
  const before = await countKept();
  expect(await keptText()).toBe('early and later');
  expect(await countKept()).toBe(before);
});

test('many updates become one, and what another tab wrote is among them', async () => {
  const [one, other] = [tab(), tab()];
  await Promise.all([one.kept.whenRead, other.kept.whenRead]);
  other.ydoc.getText('x').insert(0, '.');
  for (let i = 0; i < 510; i += 1) one.ydoc.getText('x').insert(0, 'a');
  await one.kept.close();
  await waitFor(async () => expect(await countKept()).toBeLessThan(20));
  expect((await keptText()).split('').sort().join('')).toBe(`.${'a'.repeat(510)}`);
});

test('a full database is said to keep nothing, and has everything as soon as it takes something again', async () => {
  const { ydoc, kept } = tab();
  await kept.whenRead;
  const full = jest.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
    throw new DOMException('full', 'QuotaExceededError');
  });
  ydoc.getText('x').insert(0, 'one ');
  await waitFor(() => expect(kept.isKeeping).toBe(false));
  ydoc.getText('x').insert(4, 'two ');
  full.mockRestore();
  ydoc.getText('x').insert(8, 'three');
  await waitFor(() => expect(kept.isKeeping).toBe(true));
  expect(await kept.close()).toBe(true);
  expect(await keptText()).toBe('one two three');
});

test('one that is thrown away while it is open keeps nothing, and lets itself be thrown away', async () => {
  const { ydoc, kept } = tab();
  await kept.whenRead;
  indexedDB.deleteDatabase(NAME);
  await waitFor(async () => expect(await indexedDB.databases()).toEqual([]));
  expect(kept.isKeeping).toBe(false);
  expect(() => ydoc.getText('x').insert(0, 'typed all the same')).not.toThrow();
  expect(await kept.close()).toBe(false);
});

test('one that breaks off keeps nothing from then on', async () => {
  const open = jest.spyOn(indexedDB, 'open');
  const { ydoc, kept } = tab();
  await kept.whenRead;
  const [asked] = open.mock.results.map(({ value }) => value as IDBOpenDBRequest);
  forceCloseDatabase(asked?.result as never);
  await waitFor(() => expect(kept.isKeeping).toBe(false));
  expect(() => ydoc.getText('x').insert(0, 'typed all the same')).not.toThrow();
});

test('what is kept and cannot be read is told, and stays', async () => {
  const db = await openDB(NAME, 1, { upgrade: (made) => made.createObjectStore('updates', { autoIncrement: true }) });
  await db.add('updates', new Uint8Array([9, 9, 9]));
  db.close();
  const { kept } = tab();
  await expect(kept.whenRead).rejects.toThrow();
  expect([kept.isKeeping, await countKept()]).toEqual([false, 1]);
});

test('one that is closed before it is open reads nothing', async () => {
  const { kept } = tab();
  expect(await kept.close()).toBe(false);
  await expect(kept.whenRead).rejects.toThrow();
});
