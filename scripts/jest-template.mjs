import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildWorkshop } from './prepare.mjs';

/** Makes the demo school once, for tests to copy, and the program of the workshop, which they use as it is. */
export default function makeTemplate() {
  if (!buildWorkshop()) throw new Error('the workshop could not be built');
  const folder = join(process.cwd(), '.cache', 'template');
  rmSync(folder, { recursive: true, force: true });
  const made = spawnSync('npx', ['tsx', 'demo/make.ts'], {
    env: { ...process.env, KITE_DATA: folder },
    encoding: 'utf8',
  });
  if (made.status !== 0) throw new Error(`the demo school could not be made:\n${made.stdout}${made.stderr}`);
}
