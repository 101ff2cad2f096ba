import { z } from 'zod';
import { many, type Query, read } from './database';
import { coursesOf } from './events';
import { type TestSchool, testSchool } from './test-school';
import { countRows, freeSpace } from './tidying';
import { assignmentsFor } from './work';

let school: TestSchool;
beforeAll(async () => {
  school = await testSchool();
});
afterAll(() => school.end());

/** As a school is that was filled a moment ago: nothing is known about any of its tables. */
const forget = () =>
  school.db.run(`DELETE FROM pg_statistic WHERE starelid IN (SELECT oid FROM pg_class WHERE relnamespace = 'public'::regnamespace);
    UPDATE pg_class SET reltuples = -1, relpages = 0 WHERE relnamespace = 'public'::regnamespace AND relkind = 'r'`);

const known = async (name: string) => {
  const [row] = await many(
    school.db,
    z.object({ rows: z.number(), columns: z.number() }),
    `SELECT reltuples::int AS rows, (SELECT count(*)::int FROM pg_stats WHERE tablename = $1) AS columns
     FROM pg_class WHERE oid = $1::text::regclass`,
    [name],
  );
  return row;
};

const size = async (name: string) =>
  (
    await many(school.db, z.object({ size: z.number() }), 'SELECT pg_relation_size($1::text::regclass)::int AS size', [
      name,
    ])
  )[0]?.size ?? 0;

test('what nothing is known about is counted once, and again when it has grown by a fifth', async () => {
  await forget();
  expect(await known('step')).toEqual({ rows: -1, columns: 0 });
  expect(await countRows(school.db)).toContain('public.step');
  const [row] = await many(school.db, z.object({ n: z.number() }), 'SELECT count(*)::int AS n FROM step');
  expect(await known('step')).toMatchObject({ rows: row?.n });
  expect((await known('step'))?.columns).toBeGreaterThan(4);
  expect(await countRows(school.db)).toEqual([]);
  await school.db.run(
    `INSERT INTO own_word (person_id, word) SELECT 's-imke', 'word' || i FROM generate_series(1, 4000) i`,
  );
  expect(await countRows(school.db)).toEqual(['public.own_word']);
  expect(await known('own_word')).toMatchObject({ rows: 4000 });
});

test('the space of what was changed is used again', async () => {
  const change = () => school.db.run('UPDATE own_word SET word = word');
  await change();
  await freeSpace(school.db);
  const before = await size('own_word');
  for (let i = 0; i < 3; i += 1) {
    await change();
    await freeSpace(school.db);
  }
  expect(await size('own_word')).toBe(before);
  await change();
  await change();
  await change();
  expect(await size('own_word')).toBeGreaterThan(before);
});

test('what grows a little each day is counted each night', async () => {
  await forget();
  await freeSpace(school.db);
  expect((await known('step'))?.columns).toBeGreaterThan(4);
  expect(await countRows(school.db)).toEqual([]);
});

interface Node {
  readonly 'Node Type': string;
  readonly 'Actual Loops': number;
  readonly Plans?: readonly Node[];
}

/** How often each gathering of rows was done for one question. */
async function gathered({ sql, params }: Pick<Query<unknown>, 'sql' | 'params'>): Promise<number[]> {
  const { rows } = await school.db.query(`EXPLAIN (ANALYZE, FORMAT JSON) ${sql}`, params);
  const [{ 'QUERY PLAN': plans }] = rows as [{ 'QUERY PLAN': [{ Plan: Node }] }];
  const loops = (node: Node): number[] => [
    ...(node['Node Type'] === 'Aggregate' ? [node['Actual Loops']] : []),
    ...(node.Plans ?? []).flatMap(loops),
  ];
  return loops(plans[0].Plan);
}

describe('where nothing is known about the tables', () => {
  beforeAll(forget);

  test('steps are gathered once for all of them and not one by one', async () => {
    const imke = await school.person('s-imke');
    const question = assignmentsFor(imke.id, null, Date.now());
    expect((await read(school.db, question)).length).toBeGreaterThan(20);
    expect(await gathered(question)).toEqual([1]);
  });

  test('what happened in a teacher’s classes is gathered once', async () => {
    const bello = await school.person('t-bello');
    const question = coursesOf(bello.id, null);
    expect((await read(school.db, question)).size).toBeGreaterThan(5);
    expect(new Set(await gathered(question))).toEqual(new Set([1]));
  });
});
