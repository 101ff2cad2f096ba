import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { scratch } from '@/testing/scratch';
import { copyChanged, copyRoughly } from './copy-folder';

test('what was written, came or went since is as it is now; the rest is not copied again', async () => {
  const [from, to] = [scratch('kite-from-'), join(scratch('kite-to-'), 'copy')];
  mkdirSync(join(from, 'base', 'empty'), { recursive: true });
  for (const name of ['same', 'written', 'gone']) writeFileSync(join(from, 'base', name), name);
  const known = await copyRoughly(from, to);
  // A mark on what need not be copied again.
  writeFileSync(join(to, 'base', 'same'), 'mark');
  writeFileSync(join(from, 'base', 'written'), 'WRITTEN');
  rmSync(join(from, 'base', 'gone'));
  mkdirSync(join(from, 'new'));
  writeFileSync(join(from, 'new', 'came'), 'came');
  copyChanged(from, to, known);
  const files = ['base/same', 'base/written', 'new/came'].map((path) => readFileSync(join(to, path), 'utf8'));
  expect(files).toEqual(['mark', 'WRITTEN', 'came']);
  expect(readdirSync(join(to, 'base')).sort()).toEqual(['empty', 'same', 'written']);
});
