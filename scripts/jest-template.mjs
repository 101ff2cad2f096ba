import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';

/** Makes the demo school once, for tests to copy. */
export default function makeTemplate() {
  const folder = join(process.cwd(), '.cache', 'template');
  rmSync(folder, { recursive: true, force: true });
  const made = spawnSync('npx', ['tsx', 'demo/make.ts'], {
    env: { ...process.env, KITE_DATA: folder },
    encoding: 'utf8',
  });
  if (made.status !== 0) throw new Error(`the demo school could not be made:\n${made.stdout}${made.stderr}`);
}
