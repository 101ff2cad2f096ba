import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { scratch } from '@/testing/scratch';
import { Statements } from './pglite-statements';
import { copyPrepared } from './prepared-cluster';

let pg: PGlite;
// Making a database takes several seconds: one for all, emptied before each.
beforeAll(async () => {
  const folder = join(scratch('kite-statements-'), 'pg');
  copyPrepared(folder);
  pg = await PGlite.create(folder);
}, 120_000);
beforeEach(async () => {
  await pg.exec(`DEALLOCATE ALL; DROP TABLE IF EXISTS thing;
    CREATE TABLE thing (id integer PRIMARY KEY, name text, at timestamptz, bytes bytea, more jsonb)`);
});
afterAll(() => pg.close());

/** How many statements the database keeps parsed. */
async function kept(): Promise<number> {
  const { rows } = await pg.query<{ n: number }>('SELECT count(*)::int AS n FROM pg_prepared_statements');
  return rows[0]?.n ?? -1;
}

test('gives back what the database itself gives, of every type that we store', async () => {
  const statements = new Statements(pg);
  const insert = 'INSERT INTO thing VALUES ($1, $2, $3, $4, $5::text::jsonb)';
  const at = '2026-03-29T00:59:59.000Z';
  const bytes = new Uint8Array([0, 1, 127, 128, 255]);
  expect(await statements.run(insert, [1, 'a “b” \\ c', at, bytes, '{"a":[1,null]}'])).toMatchObject({
    affectedRows: 1,
  });
  await statements.run(insert, [2, null, null, null, null]);
  const select = 'SELECT * FROM thing WHERE id = ANY($1) ORDER BY id';
  const { rows } = await statements.run(select, [[1, 2]]);
  expect(rows).toEqual((await pg.query(select, [[1, 2]])).rows);
  expect(rows).toEqual([
    { id: 1, name: 'a “b” \\ c', at: new Date(at), bytes, more: { a: [1, null] } },
    { id: 2, name: null, at: null, bytes: null, more: null },
  ]);
  expect(await statements.run('SELECT 1 WHERE false', [])).toMatchObject({ rows: [] });
});

test('a statement is parsed once, and the one that was not asked for longest is let go of', async () => {
  const before = await kept();
  const statements = new Statements(pg, 2);
  for (const sql of ['SELECT 1 AS n', 'SELECT 2 AS n', 'SELECT 1 AS n', 'SELECT 3 AS n', 'SELECT 1 AS n'])
    expect((await statements.run(sql, [])).rows).toEqual([{ n: Number(sql.at(7)) }]);
  expect(await kept()).toBe(before + 2);
  const { rows } = await pg.query<{ statement: string }>('SELECT statement FROM pg_prepared_statements');
  expect(rows.map(({ statement }) => statement)).toEqual(expect.arrayContaining(['SELECT 1 AS n', 'SELECT 3 AS n']));
});

test('after an error it goes on: one in parsing, one in binding, one in running, one within a transaction', async () => {
  const statements = new Statements(pg);
  const one = async () => expect((await statements.run('SELECT $1::int AS n', [7])).rows).toEqual([{ n: 7 }]);
  await expect(statements.run('SELECT nothing FROM nowhere', [])).rejects.toMatchObject({ code: '42P01' });
  await one();
  await expect(statements.run('SELECT $1::int AS n', ['seven'])).rejects.toMatchObject({ code: '22P02' });
  await one();
  await expect(statements.run('SELECT 1 / $1::int', [0])).rejects.toMatchObject({ code: '22012' });
  await one();
  const broken = pg.transaction(async () => {
    await statements.run(`UPDATE thing SET name = 'lost'`, []);
    await statements.run('SELECT 1 / $1::int', [0]);
  });
  await expect(broken).rejects.toMatchObject({ code: '22012' });
  expect((await statements.run(`SELECT 1 FROM thing WHERE name = 'lost'`, [])).rows).toEqual([]);
});

test('where a table has changed, what was asked of it before is parsed anew', async () => {
  const statements = new Statements(pg);
  await pg.exec('CREATE TABLE other (a integer); INSERT INTO other VALUES (1)');
  const sql = 'SELECT * FROM other';
  expect((await statements.run(sql, [])).rows).toEqual([{ a: 1 }]);
  await pg.exec('ALTER TABLE other ADD COLUMN b text');
  await expect(statements.run(sql, [])).rejects.toMatchObject({ code: '0A000' });
  expect((await statements.run(sql, [])).rows).toEqual([{ a: 1, b: null }]);
});
