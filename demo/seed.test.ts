import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { migrate } from '@/store/migrate';
import { openPostgres } from '@/store/postgres-driver';
import { scratch } from '@/testing/scratch';
import { seedDemo } from './seed';

const SERVER = process.env.KITE_TEST_DATABASE ?? '';

(SERVER === '' ? test.skip : test)(
  'two processes that begin at once on a new database make one school, and both go on',
  async () => {
    const folder = scratch('kite-two-');
    process.env.KITE_DATA = folder;
    const name = `two_${process.pid}`;
    const server = await openPostgres(SERVER);
    await server.run(`CREATE DATABASE ${name}`);
    const url = Object.assign(new URL(SERVER), { pathname: `/${name}` }).href;
    const both = await Promise.all([openPostgres(url), openPostgres(url)]);
    try {
      const now = Date.now();
      const begun = await Promise.all(
        both.map(async (db) => {
          await migrate(db);
          return seedDemo(db, now);
        }),
      );
      expect([...begun].sort()).toEqual([false, true]);
      const [one, other] = await Promise.all(
        both.map(
          async (db) =>
            (
              await db.query(
                'SELECT (SELECT count(*)::int FROM school) AS schools, (SELECT count(*)::int FROM hand_in) AS work',
              )
            ).rows,
        ),
      );
      expect(one).toEqual(other);
      expect(one).toMatchObject([{ schools: 1 }]);
    } finally {
      for (const db of both) await db.close();
      await server.run(`DROP DATABASE ${name} WITH (FORCE)`);
      await server.close();
      rmSync(folder, { recursive: true, force: true });
    }
  },
  120_000,
);

test('nothing that teachers set is put down past the store', () => {
  const files = execFileSync('git', ['ls-files', '*.ts', '*.tsx', '*.mjs'], { encoding: 'utf8' })
    .split('\n')
    .filter((file) => file !== '' && !file.startsWith('src/store/') && existsSync(file));
  expect(files.length).toBeGreaterThan(500);
  const set = 'assignment|assignment_version|step|criterion|material|announcement|announcement_attachment|unit|class';
  const put = new RegExp(`INSERT INTO (${set})\\b`);
  const found = files.filter((file) => put.test(readFileSync(file, 'utf8')));
  expect(found).toEqual([]);
});
