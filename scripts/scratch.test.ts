import { spawnSync } from 'node:child_process';
import { existsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { clear, scratch } from './scratch.mjs';

test('what a process put aside is gone with it', () => {
  const script = `import { scratch } from './scripts/scratch.mjs';
    import { writeFileSync } from 'node:fs';
    const folder = scratch('kite-gone-');
    writeFileSync(folder + '/words', 'words');
    console.log(folder);`;
  const { stdout } = spawnSync('node', ['--input-type=module', '-e', script], { encoding: 'utf8' });
  expect(stdout).toMatch(/kite-gone-\w+\n$/);
  expect(existsSync(stdout.trim())).toBe(false);
});

test('what a test file put aside is known, and cleared', () => {
  const folder = scratch('kite-known-');
  writeFileSync(join(folder, 'words'), 'words');
  const known = (globalThis as typeof globalThis & { kiteScratch: Set<string> }).kiteScratch;
  expect(known.has(folder)).toBe(true);
  clear(new Set([folder]));
  expect(existsSync(folder)).toBe(false);
});
