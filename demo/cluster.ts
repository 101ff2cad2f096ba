import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { lockFolder } from '@/store/folder-lock';
import { migrate } from '@/store/migrate';
import { openPglite } from '@/store/pglite-driver';

// An empty database takes most of the time that a new school needs, and every new one is the same: it is made once,
// with its tables, and copied from then on.

/** Where the empty database lies: by what it is made from, so that another version is never taken for it. */
function clusterFolder(): string {
  const hash = createHash('sha256');
  hash.update(readFileSync(join('node_modules', '@electric-sql', 'pglite', 'package.json')));
  const migrations = join('src', 'store', 'migrations');
  for (const name of readdirSync(migrations).sort()) hash.update(name).update(readFileSync(join(migrations, name)));
  return join('.cache', `cluster-${hash.digest('hex').slice(0, 16)}`);
}

/** Makes the empty database where there is none yet. */
export async function makeCluster(): Promise<void> {
  const folder = clusterFolder();
  if (existsSync(folder)) return;
  mkdirSync('.cache', { recursive: true });
  for (const old of readdirSync('.cache')) {
    if (old.startsWith('cluster-')) rmSync(join('.cache', old), { recursive: true, force: true });
  }
  const half = `${folder}.half`;
  const db = await openPglite(half);
  await migrate(db);
  await db.close();
  renameSync(half, folder);
}

/** Puts a copy of the empty database into a data folder that has none. Without one to copy it does nothing. */
export function copyCluster(data: string): void {
  const from = join(clusterFolder(), 'pg');
  const to = join(data, 'pg');
  if (!existsSync(from) || existsSync(join(to, 'PG_VERSION'))) return;
  const unlock = lockFolder(data);
  cpSync(from, to, { recursive: true });
  unlock();
}
