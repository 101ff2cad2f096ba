import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream, existsSync } from 'node:fs';
import { link, mkdir, readdir, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import type { Instant } from '@/core/ids';
import { hashOf, isEmpty, linesOf, loadTables, standingStill, type TableShape, tablesOf } from '@/store/backup';
import type { Database, Queryable } from '@/store/database';
import { filePath } from '@/store/files';
import { prepareFind } from '@/store/find';
import { migrate, newestMigration } from '@/store/migrate';
import { keepActs } from '@/store/office-acts';
import { openDatabase } from '@/store/open';
import { BACKUP, BadBackup, checkArchive, linesIn, type Manifest, type Part, walk, writeArchive } from './archive';

/** A school as it was at one moment, beside itself: its tables, where they can lie in a folder, and its files. */
export interface Still {
  readonly folder: string;
  readonly end: () => Promise<void>;
}

const FILE = /^[0-9a-f]{64}$/;
const NEWER = 'it is of a newer version than this one: update first';

/** Every file of a folder of files, by its hash. */
async function filesIn(folder: string): Promise<readonly string[]> {
  const names = await readdir(folder, { recursive: true }).catch(() => []);
  // They lie as `ab/cd…`.
  return names.map((name) => name.replace('/', '')).filter((name) => FILE.test(name));
}

/** Gives the files a second name in another folder of the same disk: whatever becomes of the first, they stay. */
async function linkFiles(from: string, to: string): Promise<void> {
  for (const sha256 of await filesIn(from)) {
    const path = filePath(to, sha256);
    await mkdir(join(path, '..'), { recursive: true });
    await link(filePath(from, sha256), path).catch((error: NodeJS.ErrnoException) => {
      if (error.code !== 'EEXIST' && error.code !== 'ENOENT') throw error;
    });
  }
}

/** Lets the school stand still for a moment beside itself. Whoever writes in it waits only for its tables to be copied. */
export async function standStill(db: Pick<Database, 'copyTo'>, data: string): Promise<Still> {
  const folder = join(data, `still-${randomUUID()}`);
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const end = () => rm(folder, { recursive: true, force: true });
  try {
    const files = join(data, 'files');
    // Before and after: no file comes and goes again in between.
    await linkFiles(files, join(folder, 'files'));
    await db.copyTo?.(folder);
    await linkFiles(files, join(folder, 'files'));
    return { folder, end };
  } catch (error) {
    await end();
    throw error;
  }
}

async function lastMigration(tx: Queryable): Promise<string> {
  const { rows } = await tx.query('SELECT max(name) AS name FROM migration');
  return (rows[0] as { name: string }).name;
}

/** The files that the tables name; a file that nothing names is not the school's. */
async function namedFiles(tx: Queryable): Promise<readonly string[]> {
  const { rows } = await tx.query('SELECT sha256 FROM file ORDER BY sha256');
  return rows.map((row) => (row as { sha256: string }).sha256);
}

/**
 * Writes a backup of a school that stands still.
 *
 * @param db of the copy, or one on which a transaction stands still by itself
 * @param files the folder with its files
 * @param target where the backup is to lie; what is there is replaced once the new one is whole
 */
export const writeBackup = (
  db: Database,
  files: string,
  target: string,
  now: Instant,
): Promise<{ readonly tables: number; readonly rows: number; readonly files: number }> =>
  standingStill(db, async (tx) => {
    const said: Manifest['tables'] = [];
    const there: Manifest['files'] = [];
    // A school of an older version has no more than this.
    const { rows: schools } = await tx.query('SELECT name FROM school');
    const migration = await lastMigration(tx);
    async function* parts(): AsyncGenerator<Part> {
      for (const table of await tablesOf(tx)) {
        const hash = createHash('sha256');
        let rows = 0;
        const lines = async function* () {
          for await (const line of linesOf(tx, table)) {
            hash.update(`${line}\n`);
            rows += 1;
            yield line;
          }
        };
        yield { name: `tables/${table.name}.jsonl.gz`, lines: lines() };
        said.push({ ...table, columns: [...table.columns], key: [...table.key], rows, sha256: hash.digest('hex') });
      }
      for (const sha256 of await namedFiles(tx)) {
        const path = filePath(files, sha256);
        const { size } = await stat(path);
        there.push({ sha256, size });
        yield { name: `files/${sha256}`, path, size };
      }
    }
    await writeArchive(target, parts(), () => ({
      what: BACKUP,
      version: 1,
      at: new Date(now).toISOString(),
      school: (schools[0] as { name: string } | undefined)?.name ?? '',
      migration,
      tables: said,
      files: there,
    }));
    return { tables: said.length, rows: said.reduce((sum, { rows }) => sum + rows, 0), files: there.length };
  });

/** Notes in the log of the office that a backup was made. */
export const noteBackup = (db: Queryable, now: Instant): Promise<void> =>
  keepActs(db, [{ kind: 'backed-up' }], null, now);

/** Puts files out of a backup into a folder. */
async function putFiles(source: string, folder: string): Promise<void> {
  await walk(source, async (name, part) => {
    const [, sha256] = /^files\/([0-9a-f]{64})$/.exec(name) ?? [];
    if (sha256 === undefined) return;
    const path = filePath(folder, sha256);
    await mkdir(join(path, '..'), { recursive: true });
    await pipeline(part, createWriteStream(path, { mode: 0o600 }));
  });
}

/** Holds tables that were put in against what the manifest says of them. */
const checkTables = (db: Database, said: Manifest): Promise<void> =>
  standingStill(db, async (tx) => {
    for (const table of said.tables) {
      const is = await hashOf(tx, table);
      if (is.sha256 !== table.sha256) throw new BadBackup(`the table ${table.name} would not be what it was`);
    }
  });

async function putTables(db: Database, source: string, said: Manifest): Promise<void> {
  await migrate(db, undefined, said.migration);
  const known = new Map((await tablesOf(db)).map((table) => [table.name, table]));
  const tables = new Map<string, TableShape>();
  for (const table of said.tables) {
    const is = known.get(table.name);
    if (!is || table.columns.some((column) => !is.columns.includes(column))) throw new BadBackup(NEWER);
    tables.set(`tables/${table.name}.jsonl.gz`, table);
  }
  await loadTables(db, (put) =>
    walk(source, async (name, part) => {
      const table = tables.get(name);
      if (table) await put(table, linesIn(part));
    }),
  );
  await checkTables(db, said);
  // It was of an older version: it is brought up to date as any school is.
  await migrate(db);
  await prepareFind(db);
}

/**
 * Restores a backup into a data folder without a school. Everything is checked first, then put together aside, and stands there
 * only when it is whole.
 *
 * @throws BadBackup with nothing touched
 */
export async function restore(source: string, data: string, url = process.env.DATABASE_URL ?? ''): Promise<Manifest> {
  if (url === '' && existsSync(join(data, 'pg')))
    throw new BadBackup(`there is a school in ${data} already: move that folder away first`);
  const said = await checkArchive(source);
  if (said.migration > newestMigration()) throw new BadBackup(NEWER);
  const aside = join(data, `restoring-${randomUUID()}`);
  await mkdir(aside, { recursive: true, mode: 0o700 });
  try {
    const db = await openDatabase(aside, url);
    try {
      if (url !== '' && !(await isEmpty(db))) throw new BadBackup('the database is not empty: give it an empty one');
      await putTables(db, source, said);
    } finally {
      await db.close();
    }
    await putFiles(source, join(aside, 'files'));
    if (url === '') await rename(join(aside, 'pg'), join(data, 'pg'));
    await rename(join(aside, 'files'), join(data, 'files')).catch((error: NodeJS.ErrnoException) => {
      // A school without a file has no folder for them.
      if (error.code !== 'ENOENT') throw error;
    });
    return said;
  } finally {
    await rm(aside, { recursive: true, force: true });
  }
}
