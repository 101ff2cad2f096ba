import type { DBSchema, IDBPDatabase } from 'idb';
import * as Y from 'yjs';
import { fromBase64, toBase64 } from '@/core/formats/base64';
import { KeptDocument } from './kept-document';
import { openNamed } from './own-store';
import { DIVIDER, keyOf, NAMES, ownerOf } from './person-store';
import { type Lock, type Sealed, seal, unseal } from './sealing';

/** What had not reached the school when somebody left: documents as updates in base64, and half-typed texts. */
interface Unsent {
  readonly documents: readonly { readonly id: string; readonly update: string }[];
  readonly drafts: Readonly<Record<string, string>>;
}

const SEALED = 'kite-sealed';

interface Locked extends DBSchema {
  readonly [SEALED]: { readonly key: number; readonly value: Sealed & { readonly tag: string } };
}

/** Does something with what lies locked here. What is written is on the device when it has ended. */
async function withLocked<Value>(work: (db: IDBPDatabase<Locked>) => Promise<Value>): Promise<Value> {
  const db = await openNamed<Locked>(
    SEALED,
    (fresh) => fresh.createObjectStore(SEALED, { autoIncrement: true }),
    () => {},
  );
  try {
    return await work(db);
  } finally {
    db.close();
  }
}

const keysHere = (): string[] => Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '');

/**
 * Does something with a document as this browser keeps it, and closes it again. Fails where it cannot be read, or what was
 * done cannot be kept.
 */
async function withDocument<Value>(tag: string, id: string, work: (ydoc: Y.Doc) => Value): Promise<Value> {
  const ydoc = new Y.Doc();
  const kept = new KeptDocument(keyOf(tag, `${NAMES.document}${id}`), ydoc);
  try {
    await kept.whenRead;
    const value = work(ydoc);
    if (!(await kept.close())) throw new Error('This browser did not keep it.');
    return value;
  } finally {
    await kept.close();
    ydoc.destroy();
  }
}

/** Everybody of whom something is kept here, but for one. */
async function others(tag: string | null): Promise<readonly string[]> {
  const databases = (await indexedDB.databases()).map(({ name }) => name ?? '');
  const tags = [...keysHere(), ...databases].flatMap((key) => ownerOf(key)?.tag ?? []);
  return [...new Set(tags)].filter((one) => one !== tag);
}

/** What somebody typed here and the school does not have. */
async function unsentOf(tag: string): Promise<Unsent> {
  const own = keysHere().flatMap((key) => {
    const owner = ownerOf(key);
    return owner?.tag === tag ? [{ key, name: owner.name }] : [];
  });
  const documents: { id: string; update: string }[] = [];
  for (const { name } of own) {
    if (!name.startsWith(NAMES.unsaved)) continue;
    const id = name.slice(NAMES.unsaved.length);
    const typed = own
      .filter((one) => one.name.startsWith(`${NAMES.typed}${id}:`))
      .map(({ key }) => localStorage.getItem(key));
    const update = await withDocument(tag, id, (ydoc) => {
      for (const one of typed) if (one) Y.applyUpdate(ydoc, fromBase64(one));
      return toBase64(Y.encodeStateAsUpdate(ydoc));
    });
    documents.push({ id, update });
  }
  const drafts = own
    .filter(({ name }) => name.startsWith(NAMES.draft))
    .map(({ key, name }) => [name, localStorage.getItem(key) ?? ''] as const);
  return { documents, drafts: Object.fromEntries(drafts) };
}

/** Locks away what somebody has not saved; false where that cannot be done here. */
async function lockAway(tag: string, unsent: Unsent): Promise<boolean> {
  const lock = localStorage.getItem(keyOf(tag, NAMES.lock));
  // Without the platform's own cipher, which it gives only to pages that came safely, nothing is thrown away.
  if (!lock || !globalThis.crypto?.subtle) return false;
  const sealed = await seal(JSON.parse(lock) as Lock, new TextEncoder().encode(JSON.stringify(unsent)));
  await withLocked((db) => db.add(SEALED, { tag, ...sealed }));
  return true;
}

/** Is all that somebody has here at the school, or locked? Not where it cannot be read, or this browser does not keep it. */
async function isSafe(tag: string): Promise<boolean> {
  try {
    const unsent = await unsentOf(tag);
    const isAll = unsent.documents.length === 0 && Object.keys(unsent.drafts).length === 0;
    return isAll || (await lockAway(tag, unsent));
  } catch {
    return false;
  }
}

async function forget(tag: string): Promise<void> {
  for (const key of keysHere()) if (ownerOf(key)?.tag === tag) localStorage.removeItem(key);
  for (const { name = '' } of await indexedDB.databases()) {
    if (ownerOf(name)?.tag !== tag) continue;
    // One that another tab has open goes when that tab does, which is on its way out.
    indexedDB.deleteDatabase(name);
  }
}

/** What is nobody's by name and came with somebody all the same: uploads that were cut, where a divider was left. */
function forgetTraces(): void {
  for (const key of keysHere()) if (key.startsWith('tus::') || key === DIVIDER) localStorage.removeItem(key);
  sessionStorage.clear();
}

/**
 * Clears this browser of everybody but one, or of everybody: what the school has is thrown away, what it does not have
 * is locked so that only whose it is can open it.
 *
 * @returns whether anything lies locked here
 */
export async function clearOthers(tag: string | null): Promise<boolean> {
  const clear = async () => {
    const found = await others(tag);
    for (const other of found) if (await isSafe(other)) await forget(other);
    if (tag === null || found.length > 0) forgetTraces();
  };
  // Two tabs that leave together clear one after the other.
  if (navigator.locks) await navigator.locks.request('kite-clear', clear);
  else await clear();
  return (await withLocked((db) => db.count(SEALED))) > 0;
}

/**
 * Puts back what was locked here for whoever is signed in now.
 *
 * @returns the documents in which there is something to be saved
 */
export async function openLocked(tag: string, fetchKey: () => Promise<JsonWebKey | null>): Promise<readonly string[]> {
  const found = await withLocked(async (db) => {
    const { store } = db.transaction(SEALED);
    const [keys, all] = await Promise.all([store.getAllKeys(), store.getAll()]);
    return all.flatMap((sealed, i) => (sealed.tag === tag ? [{ key: keys[i] ?? 0, sealed }] : []));
  });
  if (found.length === 0) return [];
  const own = await fetchKey();
  if (!own) return [];
  const documents: string[] = [];
  for (const { key, sealed } of found) {
    const unsent = JSON.parse(new TextDecoder().decode(await unseal(own, sealed))) as Unsent;
    for (const { id, update } of unsent.documents) {
      localStorage.setItem(keyOf(tag, `${NAMES.unsaved}${id}`), '1');
      await withDocument(tag, id, (ydoc) => Y.applyUpdate(ydoc, fromBase64(update)));
      documents.push(id);
    }
    for (const [name, text] of Object.entries(unsent.drafts)) localStorage.setItem(keyOf(tag, name), text);
    await withLocked((db) => db.delete(SEALED, key));
  }
  return [...new Set(documents)];
}
