import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { scratch } from '@/testing/scratch';
import { copyPrepared, prepareCluster } from './prepared-cluster';

/** In a folder that knows of a version of the database. */
function within(version: string): string {
  const folder = scratch('kite-prepared-');
  const of = join(folder, 'node_modules', '@electric-sql', 'pglite');
  mkdirSync(of, { recursive: true });
  writeFileSync(join(of, 'package.json'), JSON.stringify({ version }));
  process.chdir(folder);
  return folder;
}
const home = process.cwd();
afterEach(() => process.chdir(home));

const make = async (folder: string) => {
  mkdirSync(join(folder, 'pg'), { recursive: true });
  writeFileSync(join(folder, 'pg', 'PG_VERSION'), '17');
};

test('an empty database is made once for a version, and another version makes its own', async () => {
  const folder = within('1.0.0');
  let made = 0;
  const count = (to: string) => {
    made += 1;
    return make(to);
  };
  await prepareCluster(count);
  await prepareCluster(count);
  expect(made).toBe(1);
  writeFileSync(join('node_modules', '@electric-sql', 'pglite', 'package.json'), '{"version":"1.0.1"}');
  await prepareCluster(count);
  expect(made).toBe(2);
  expect(readdirSync(join(folder, '.cache'))).toEqual(['cluster-1.0.1']);
});

test('one whose making broke off is none', async () => {
  within('1.0.0');
  await expect(
    prepareCluster(async (folder) => {
      await make(folder);
      throw new Error('no power');
    }),
  ).rejects.toThrow('no power');
  copyPrepared('pg');
  expect(existsSync('pg')).toBe(false);
});

test('it is copied to where there is none, over what a copy that broke off left, and never over a school', async () => {
  within('1.0.0');
  await prepareCluster(make);
  mkdirSync('pg.half');
  writeFileSync(join('pg.half', 'left'), '');
  copyPrepared('pg');
  expect(readdirSync('pg')).toEqual(['PG_VERSION']);
  writeFileSync(join('pg', 'PG_VERSION'), 'ours');
  copyPrepared('pg');
  expect(readFileSync(join('pg', 'PG_VERSION'), 'utf8')).toBe('ours');
});
