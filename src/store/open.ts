import type { Database } from './database';
import { openPglite } from './pglite-driver';
import { openPostgres } from './postgres-driver';

/**
 * Opens the database: the PostgreSQL server that `DATABASE_URL` names, or else the one in the data folder.
 *
 * @throws FolderInUse when another process holds the folder
 */
export const openDatabase = (folder: string, url = process.env.DATABASE_URL ?? ''): Promise<Database> =>
  url === '' ? openPglite(folder) : openPostgres(url);
