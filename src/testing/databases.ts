import * as databases from 'fake-indexeddb';

/** Databases as browsers have them, with nothing in them. */
export function emptyDatabases(): void {
  const kinds = Object.entries(databases).filter(([name]) => name.startsWith('IDB'));
  Object.assign(globalThis, Object.fromEntries(kinds), { indexedDB: new databases.IDBFactory() });
}
