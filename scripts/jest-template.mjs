import { spawnSync } from 'node:child_process';
import { existsSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildWorkshop, newest } from './prepare.mjs';

// The dates of the demo are laid out around now.
const FRESH = 10 * 60_000;

/** Makes the demo school once, for tests to copy, and the program of the workshop, which they use as it is. */
export default function makeTemplate() {
  if (!buildWorkshop()) throw new Error('the workshop could not be built');
  const folder = join(process.cwd(), '.cache', 'template');
  // Written last: what was made by half is made again.
  const stamp = join(folder, 'made');
  const made = existsSync(stamp) ? statSync(stamp).mtimeMs : 0;
  if (made > Date.now() - FRESH && made > Math.max(newest('src'), newest('demo'))) return;
  rmSync(folder, { recursive: true, force: true });
  const making = spawnSync('npx', ['tsx', 'demo/make.ts'], {
    env: { ...process.env, KITE_DATA: folder },
    encoding: 'utf8',
  });
  if (making.status !== 0) throw new Error(`the demo school could not be made:\n${making.stdout}${making.stderr}`);
  writeFileSync(stamp, '');
}
