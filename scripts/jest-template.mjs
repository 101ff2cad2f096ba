import { existsSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildWorkshop, built, makeCluster, newest, saidBeside } from './prepare.mjs';
import { bundleTestPackages } from './test-packages.mjs';

// The dates of the demo are laid out around now.
const FRESH = 10 * 60_000;

async function make(env) {
  const said = await saidBeside('node', [built('make')], env);
  if (said === null) throw new Error('the demo school could not be made');
  return said;
}

/** Is what was made at a time still of these sources, and of today? */
const isFresh = (made) => made > Date.now() - FRESH && made > Math.max(newest('src'), newest('demo'));

/** The demo school on a server, under the name that tests copy it by (`store/test-school.ts`). */
async function makeOn(server, folder) {
  const { default: pg } = await import('pg');
  const stamp = join(folder, 'made');
  const name = 'kite_template';
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === server && isFresh(statSync(stamp).mtimeMs)) return;
  rmSync(folder, { recursive: true, force: true });
  const client = new pg.Client({ connectionString: server });
  await client.connect();
  await client.query(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`);
  await client.query(`CREATE DATABASE ${name}`);
  await client.end();
  // By two processes that begin at once, as servers beside each other may: `demo/seed.test.ts` reads what they said.
  const env = { KITE_DATA: folder, DATABASE_URL: Object.assign(new URL(server), { pathname: `/${name}` }).href };
  writeFileSync(join(folder, 'said.json'), JSON.stringify(await Promise.all([make(env), make(env)])));
  writeFileSync(stamp, server);
}

/** The demo school in a folder. */
async function makeIn(folder) {
  // Written last: what was made by half is made again.
  const stamp = join(folder, 'made');
  if (existsSync(stamp) && isFresh(statSync(stamp).mtimeMs)) return;
  rmSync(folder, { recursive: true, force: true });
  await make({ KITE_DATA: folder, DATABASE_URL: '' });
  writeFileSync(stamp, '');
}

/** Makes the demo school once, for tests to copy, and the program of the workshop, which they use as it is. */
export default async function makeTemplate() {
  await bundleTestPackages();
  if (!buildWorkshop() || !makeCluster()) throw new Error('the workshop could not be built');
  const server = process.env.KITE_TEST_DATABASE ?? '';
  await Promise.all([
    makeIn(join(process.cwd(), '.cache', 'template')),
    server === '' ? null : makeOn(server, join(process.cwd(), '.cache', 'template-on-server')),
  ]);
}
