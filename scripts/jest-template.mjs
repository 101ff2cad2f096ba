import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildWorkshop, newest } from './prepare.mjs';
import { bundleTestPackages } from './test-packages.mjs';

// The dates of the demo are laid out around now.
const FRESH = 10 * 60_000;

function make(env) {
  const making = spawnSync('npx', ['tsx', 'demo/make.ts'], { env: { ...process.env, ...env }, encoding: 'utf8' });
  if (making.status !== 0) throw new Error(`the demo school could not be made:\n${making.stdout}${making.stderr}`);
}

/** Is what was made at a time still of these sources, and of today? */
const isFresh = (made) => made > Date.now() - FRESH && made > Math.max(newest('src'), newest('demo'));

/** The demo school on a server, under the name that tests copy it by (`store/test-school.ts`). */
async function makeOn(server, folder) {
  const { default: pg } = await import('pg');
  const stamp = join(folder, 'made-on-server');
  const name = 'kite_template';
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === server && isFresh(statSync(stamp).mtimeMs)) return;
  const client = new pg.Client({ connectionString: server });
  await client.connect();
  await client.query(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`);
  await client.query(`CREATE DATABASE ${name}`);
  await client.end();
  make({ KITE_DATA: folder, DATABASE_URL: Object.assign(new URL(server), { pathname: `/${name}` }).href });
  writeFileSync(stamp, server);
}

/** Makes the demo school once, for tests to copy, and the program of the workshop, which they use as it is. */
export default async function makeTemplate() {
  await bundleTestPackages();
  if (!buildWorkshop()) throw new Error('the workshop could not be built');
  const folder = join(process.cwd(), '.cache', 'template');
  // Written last: what was made by half is made again.
  const stamp = join(folder, 'made');
  if (!existsSync(stamp) || !isFresh(statSync(stamp).mtimeMs)) {
    rmSync(folder, { recursive: true, force: true });
    make({ KITE_DATA: folder, DATABASE_URL: '' });
    writeFileSync(stamp, '');
  }
  const server = process.env.KITE_TEST_DATABASE ?? '';
  if (server !== '') await makeOn(server, folder);
}
