import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { type Database, many } from './database';

/** By this number all who bring the tables up to date know each other. */
const LOCK = 7301;
const FOLDER = join(process.cwd(), 'src', 'store', 'migrations');

/** The files that there are, in their order. */
const filesIn = (folder: string): readonly string[] =>
  readdirSync(folder)
    .sort()
    .filter((name) => /^\d{3}_\w+\.sql$/.test(name));

/** The last change of the tables that this version knows. */
export const newestMigration = (): string => filesIn(FOLDER).at(-1) ?? '';

/**
 * Brings the tables up to date: every numbered file that has not run yet, in order, each together with a note of itself
 * or not at all. Several processes at once take turns: whether a file has run is looked at once more behind the lock.
 *
 * @param last the name of the file after which it stops
 * @returns the names of the files that had not run when it began
 */
export async function migrate(db: Database, folder = FOLDER, last = '999'): Promise<readonly string[]> {
  // Even this is not safe by itself for two at once: the second to look may find a table that is half there.
  await db.run(`DO $migrate$ BEGIN
    PERFORM pg_advisory_xact_lock(${LOCK});
    CREATE TABLE IF NOT EXISTS migration (name text PRIMARY KEY, at timestamptz NOT NULL DEFAULT now());
  END $migrate$`);
  const done = new Set(
    (await many(db, z.object({ name: z.string() }), 'SELECT name FROM migration')).map(({ name }) => name),
  );
  const lacking = filesIn(folder).filter((name) => name <= last && !done.has(name));
  for (const name of lacking) {
    // One statement, so one transaction: it ends with whatever breaks in it.
    await db.run(`DO $migrate$ BEGIN
      PERFORM pg_advisory_xact_lock(${LOCK});
      IF NOT EXISTS (SELECT FROM migration WHERE name = '${name}') THEN
        EXECUTE $file$${readFileSync(join(/* turbopackIgnore: true */ folder, name), 'utf8')}$file$;
        INSERT INTO migration (name) VALUES ('${name}');
      END IF;
    END $migrate$`);
  }
  return lacking;
}
