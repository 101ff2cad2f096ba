import { createHash } from 'node:crypto';
import { z } from 'zod';
import { type Database, first, many, type Queryable } from './database';

/** A table as it is taken out: its columns that are kept, and by what its rows are put in order. */
export interface TableShape {
  readonly name: string;
  readonly columns: readonly string[];
  readonly key: readonly string[];
}

const quoted = (name: string): string => `"${name.replaceAll('"', '""')}"`;

/** Every table of the school, by name. Whatever is reckoned out of other columns is left out. */
export const tablesOf = (db: Queryable): Promise<TableShape[]> =>
  many(
    db,
    z.object({ name: z.string(), columns: z.array(z.string()), key: z.array(z.string()) }),
    `SELECT c.relname AS name,
       (SELECT array_agg(a.attname::text ORDER BY a.attnum) FROM pg_attribute a
        WHERE a.attrelid = c.oid AND a.attnum > 0 AND NOT a.attisdropped AND a.attgenerated = '') AS columns,
       coalesce((SELECT array_agg(a.attname::text ORDER BY array_position(i.indkey::int[], a.attnum::int))
        FROM pg_index i JOIN pg_attribute a ON a.attrelid = c.oid AND a.attnum = ANY(i.indkey)
        WHERE i.indrelid = c.oid AND i.indisprimary), '{}') AS key
     FROM pg_class c WHERE c.relkind = 'r' AND c.relnamespace = 'public'::regnamespace ORDER BY c.relname`,
  );

/** Rows that are fetched at a time. */
const AT_ONCE = 200;

/**
 * The rows of a table as JSON, one a line, in the order of its key: the same rows are the same lines, on whichever database.
 *
 * @param tx a transaction, in which the school stands still
 */
export async function* linesOf(tx: Queryable, { name, columns, key }: TableShape): AsyncGenerator<string> {
  const picked = columns.map((column) => `t.${quoted(column)}`).join(', ');
  const order = key.length > 0 ? key.map((column) => `t.${quoted(column)}`).join(', ') : picked;
  const cursor = quoted(`backup ${name}`);
  await tx.query(
    `DECLARE ${cursor} NO SCROLL CURSOR FOR SELECT to_jsonb(r)::text AS line FROM (SELECT ${picked} FROM ${quoted(name)} t
       ORDER BY ${order}) r`,
  );
  for (;;) {
    const { rows } = await tx.query(`FETCH ${AT_ONCE} FROM ${cursor}`);
    for (const row of rows) yield (row as { line: string }).line;
    if (rows.length < AT_ONCE) break;
  }
  await tx.query(`CLOSE ${cursor}`);
}

/** How many rows a table has, and the hash of all of them. */
export async function hashOf(
  tx: Queryable,
  table: TableShape,
): Promise<{ readonly rows: number; readonly sha256: string }> {
  const hash = createHash('sha256');
  let rows = 0;
  for await (const line of linesOf(tx, table)) {
    hash.update(`${line}\n`);
    rows += 1;
  }
  return { rows, sha256: hash.digest('hex') };
}

/** Work in which the school stands still, as it is at its beginning. Moments are said in UTC. */
export const standingStill = <Made>(db: Database, work: (tx: Queryable) => Promise<Made>): Promise<Made> =>
  db.transaction(async (tx) => {
    await tx.query('SET TRANSACTION ISOLATION LEVEL REPEATABLE READ, READ ONLY');
    await tx.query("SET LOCAL TimeZone = 'UTC'");
    return work(tx);
  });

/** Is there nothing in this database yet? */
export const isEmpty = async (db: Queryable): Promise<boolean> =>
  (
    await first(
      db,
      z.object({ n: z.number() }),
      `SELECT count(*)::int AS n FROM pg_class WHERE relkind = 'r' AND relnamespace = 'public'::regnamespace`,
    )
  )?.n === 0;

const constraint = z.object({ table: z.string(), name: z.string(), says: z.string() });

/**
 * Takes from the tables what binds them to each other and what they do by themselves, until `bind` gives it back: rows are put
 * in as they were, in any order, and checked afterwards.
 */
async function unbound(tx: Queryable): Promise<() => Promise<void>> {
  const bonds = await many(
    tx,
    constraint,
    `SELECT conrelid::regclass::text AS table, conname AS name, pg_get_constraintdef(oid) AS says FROM pg_constraint
     WHERE contype = 'f' AND connamespace = 'public'::regnamespace ORDER BY conname`,
  );
  const tables = await tablesOf(tx);
  for (const { table, name } of bonds) await tx.query(`ALTER TABLE ${table} DROP CONSTRAINT ${quoted(name)}`);
  for (const { name } of tables) await tx.query(`ALTER TABLE ${quoted(name)} DISABLE TRIGGER USER`);
  return async () => {
    for (const { name } of tables) await tx.query(`ALTER TABLE ${quoted(name)} ENABLE TRIGGER USER`);
    for (const { table, name, says } of bonds)
      await tx.query(`ALTER TABLE ${table} ADD CONSTRAINT ${quoted(name)} ${says}`);
  };
}

/** What counts on by itself goes on after what was put in. */
async function countOn(tx: Queryable): Promise<void> {
  const counters = await many(
    tx,
    z.object({ table: z.string(), column: z.string(), counter: z.string() }),
    `SELECT c.relname AS table, a.attname AS column, pg_get_serial_sequence(quote_ident(c.relname), a.attname) AS counter
     FROM pg_attribute a JOIN pg_class c ON c.oid = a.attrelid
     WHERE c.relkind = 'r' AND c.relnamespace = 'public'::regnamespace AND a.attnum > 0 AND NOT a.attisdropped
       AND pg_get_serial_sequence(quote_ident(c.relname), a.attname) IS NOT NULL`,
  );
  for (const { table, column, counter } of counters)
    await tx.query(
      `SELECT setval($1::regclass, coalesce((SELECT max(${quoted(column)}) FROM ${quoted(table)}), 0) + 1, false)`,
      [counter],
    );
}

/** Puts the rows of one table in as they were. */
type Put = (table: TableShape, lines: AsyncIterable<string>) => Promise<void>;

/** Letters of rows that are put in at a time. */
const LETTERS = 4_000_000;

/**
 * Puts the rows of tables in as they were, all of them or none.
 *
 * @param give calls `put` once for each table
 */
export const loadTables = (db: Database, give: (put: Put) => Promise<void>): Promise<void> =>
  db.transaction(async (tx) => {
    await tx.query("SET LOCAL TimeZone = 'UTC'");
    const bind = await unbound(tx);
    await give(async (table, lines) => {
      const name = quoted(table.name);
      const columns = table.columns.map(quoted).join(', ');
      // What a new school has from the beginning, as the names of what has run, is that of the backup.
      await tx.query(`DELETE FROM ${name}`);
      let waiting: string[] = [];
      let letters = 0;
      const put = async () => {
        if (waiting.length > 0)
          await tx.query(
            `INSERT INTO ${name} (${columns}) OVERRIDING SYSTEM VALUE
             SELECT ${columns} FROM jsonb_populate_recordset(NULL::${name}, $1::text::jsonb)`,
            [`[${waiting.join(',')}]`],
          );
        waiting = [];
        letters = 0;
      };
      for await (const line of lines) {
        waiting.push(line);
        letters += line.length;
        if (waiting.length >= AT_ONCE || letters >= LETTERS) await put();
      }
      await put();
    });
    await bind();
    await countOn(tx);
  });
