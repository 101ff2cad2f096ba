import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { type Database, many } from './database';

const FOLDER = join(process.cwd(), 'src', 'store', 'migrations');

/**
 * Brings the tables up to date: every numbered file that has not run yet, in order, each in a transaction
 * that also notes it. Several processes at once take turns.
 *
 * @returns the names of the files that ran
 */
export async function migrate(db: Database): Promise<readonly string[]> {
  await db.run('CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now())');
  const done = new Set(
    (await many(db, z.object({ name: z.string() }), 'SELECT name FROM migration')).map(({ name }) => name),
  );
  const ran: string[] = [];
  for (const name of readdirSync(FOLDER).sort()) {
    if (!/^\d{3}_.*\.sql$/.test(name) || done.has(name)) continue;
    const sql = readFileSync(join(FOLDER, name), 'utf8');
    const tag = name.replaceAll("'", '');
    try {
      await db.run(
        `BEGIN; SELECT pg_advisory_xact_lock(7301); ${sql}; INSERT INTO migration (name) VALUES ('${tag}'); COMMIT;`,
      );
    } catch (error) {
      await db.run('ROLLBACK');
      throw error;
    }
    ran.push(name);
  }
  return ran;
}
