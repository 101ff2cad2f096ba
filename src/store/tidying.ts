import { z } from 'zod';
import { type Database, many } from './database';

const table = z.object({ name: z.string() });

/** The tables of the school, the small ones first, with how many pages they have by now. */
const TABLES = `pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace,
  LATERAL (SELECT pg_relation_size(c.oid) / current_setting('block_size')::int AS pages) now
  WHERE c.relkind = 'r' AND n.nspname = current_schema()`;
const NAME = `format('%I.%I', n.nspname, c.relname) AS name`;

/** Does something with tables one after the other: whoever asks something comes in between. */
async function oneByOne(db: Database, which: string, statement: string): Promise<string[]> {
  const names = (await many(db, table, which)).map(({ name }) => name);
  for (const name of names) {
    await db.run(`${statement} ${name}`);
    await new Promise((resolve) => setImmediate(resolve));
  }
  return names;
}

/**
 * Counts what the planner plans by, in tables of which it knows nothing yet or that have grown by a fifth since: without it, it
 * takes every table for a handful of rows. A server of its own does so by itself; within this process nobody else does.
 *
 * @returns the tables that were counted
 */
export const countRows = (db: Database): Promise<string[]> =>
  oneByOne(
    db,
    `SELECT ${NAME} FROM ${TABLES} AND now.pages > 0 AND (c.reltuples < 0 OR now.pages > c.relpages * 1.2 + 2)
     ORDER BY now.pages`,
    'ANALYZE',
  );

/**
 * Lets the space of rows that were changed or taken away be used again: without it a table grows with each change, for good. Rows
 * are counted with it, or a table that grows a little each day would never have grown by a fifth. This, too, a server of its own
 * does by itself.
 *
 * @returns the tables that were looked at
 */
export const freeSpace = (db: Database): Promise<string[]> =>
  oneByOne(db, `SELECT ${NAME} FROM ${TABLES} AND now.pages > 0 ORDER BY now.pages`, 'VACUUM (ANALYZE)');
