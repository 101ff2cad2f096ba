import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { z } from 'zod';
import { many } from './database';
import { migrate } from './migrate';
import { type TestSchool, testSchool } from './test-school';

let school: TestSchool;
let db: TestSchool['db'];
let steps: string;
beforeAll(async () => {
  school = await testSchool();
  db = school.db;
});
beforeEach(async () => {
  steps = mkdtempSync(join(tmpdir(), 'kite-steps-'));
  await db.run('DROP TABLE IF EXISTS migration, kite');
});
afterEach(() => rmSync(steps, { recursive: true, force: true }));
afterAll(() => school.end());

const step = (name: string, sql: string) => writeFileSync(join(steps, name), sql);
const noted = async () =>
  (await many(db, z.object({ name: z.string() }), 'SELECT name FROM migration ORDER BY name')).map(({ name }) => name);

test('each file runs once, in the order of its number, and nothing else in the folder does', async () => {
  step('002_line.sql', "ALTER TABLE kite ADD COLUMN line text NOT NULL DEFAULT 'hemp';");
  step('001_kite.sql', "CREATE TABLE kite (id text PRIMARY KEY); INSERT INTO kite VALUES ('box');");
  step('notes.sql', 'DROP TABLE kite;');
  expect(await migrate(db, steps)).toEqual(['001_kite.sql', '002_line.sql']);
  expect((await db.query('SELECT id, line FROM kite')).rows).toEqual([{ id: 'box', line: 'hemp' }]);
  expect(await migrate(db, steps)).toEqual([]);
  step('003_more.sql', "INSERT INTO kite VALUES ('delta');");
  expect(await migrate(db, steps)).toEqual(['003_more.sql']);
});

test('a file that fails leaves nothing behind, neither of its own nor a note, and can be mended', async () => {
  step('001_kite.sql', 'CREATE TABLE kite (id text PRIMARY KEY);');
  step('002_bad.sql', "INSERT INTO kite VALUES ('half'); ALTER TABLE nothing ADD COLUMN x text;");
  await expect(migrate(db, steps)).rejects.toThrow();
  expect(await noted()).toEqual(['001_kite.sql']);
  expect((await db.query('SELECT * FROM kite')).rows).toEqual([]);
  step('002_bad.sql', "INSERT INTO kite VALUES ('whole');");
  expect(await migrate(db, steps)).toEqual(['002_bad.sql']);
});

test('two that begin at once take turns: what one has run, the other does not run again', async () => {
  step('001_kite.sql', 'CREATE TABLE kite (id text PRIMARY KEY);');
  step(
    '002_line.sql',
    "CREATE FUNCTION pull() RETURNS int LANGUAGE plpgsql AS $$ BEGIN RETURN 1; END $$; INSERT INTO kite VALUES ('once');",
  );
  await Promise.all([migrate(db, steps), migrate(db, steps)]);
  expect(await noted()).toEqual(['001_kite.sql', '002_line.sql']);
  expect((await db.query('SELECT id FROM kite')).rows).toEqual([{ id: 'once' }]);
  await db.run('DROP FUNCTION pull');
});
