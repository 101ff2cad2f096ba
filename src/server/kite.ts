import { join } from 'node:path';
import type { Database } from '@/store/database';
import { prepareFind } from '@/store/find';
import { migrate } from '@/store/migrate';
import { openDatabase } from '@/store/open';

/** Where everything that is kept lies. */
export const dataFolder = (): string => process.env.KITE_DATA ?? join(process.cwd(), 'data');

/** Where the bytes of files lie. */
export const filesFolder = (): string => join(dataFolder(), 'files');

const held = globalThis as typeof globalThis & { kiteDatabase?: Promise<Database> };

async function open(): Promise<Database> {
  if (process.env.NEXT_PHASE === 'phase-production-build') throw new Error('the build must not open the database');
  const db = await openDatabase(dataFolder());
  await migrate(db);
  await prepareFind(db);
  return db;
}

/** The one database of this process, opened at the first call. */
export function database(): Promise<Database> {
  held.kiteDatabase ??= open();
  return held.kiteDatabase;
}

/** Closes the database, so that the next start finds nothing to repair. */
export async function closeDatabase(): Promise<void> {
  const opened = held.kiteDatabase;
  held.kiteDatabase = undefined;
  await (await opened?.catch(() => undefined))?.close();
}
