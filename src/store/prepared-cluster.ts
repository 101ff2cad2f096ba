import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';

// An empty database takes most of the time that a new school needs, and every new one is the same: it is made once, with
// the build, and copied from then on.

/** Where the empty database lies, by the version that made it, so that another is never taken for it. */
function preparedFolder(): string {
  const { version } = JSON.parse(readFileSync(join('node_modules', '@electric-sql', 'pglite', 'package.json'), 'utf8'));
  return join('.cache', `cluster-${version}`);
}

/**
 * Makes the empty database where there is none yet.
 *
 * @param make makes one in a folder and closes it
 */
export async function prepareCluster(make: (folder: string) => Promise<void>): Promise<void> {
  const prepared = preparedFolder();
  if (existsSync(prepared)) return;
  mkdirSync('.cache', { recursive: true });
  for (const old of readdirSync('.cache')) {
    if (old.startsWith('cluster-')) rmSync(join('.cache', old), { recursive: true, force: true });
  }
  const half = `${prepared}.half`;
  await make(half);
  // Whole or not there at all.
  renameSync(join(half, 'pg'), prepared);
  rmSync(half, { recursive: true, force: true });
}

/** Puts the empty database where there is none. Without one to copy it does nothing: then it is made there. */
export function copyPrepared(to: string): void {
  if (existsSync(join(to, 'PG_VERSION'))) return;
  const from = preparedFolder();
  if (!existsSync(from)) return;
  const half = `${to}.half`;
  rmSync(half, { recursive: true, force: true });
  cpSync(from, half, { recursive: true });
  renameSync(half, to);
}
