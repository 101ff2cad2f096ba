import { spawnSync } from 'node:child_process';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const planted = join(process.cwd(), 'src', 'core', 'planted');
afterAll(() => rmSync(planted, { recursive: true, force: true }));

/** What the rule says about a file of the core with this source. */
function check(source: string): { modules: number; violations: string[] } {
  mkdirSync(planted, { recursive: true });
  writeFileSync(join(planted, 'planted.ts'), source);
  const ran = spawnSync(
    'node',
    [
      '--input-type=module',
      '-e',
      "const { checkLayers } = await import('./scripts/layers.mjs'); console.log(JSON.stringify(await checkLayers(['src/core'])));",
    ],
    { encoding: 'utf8', env: { ...process.env, NODE_OPTIONS: '' } },
  );
  return JSON.parse(ran.stdout.trim().split('\n').at(-1) ?? '');
}

describe('the layer rule', () => {
  test.each([
    ["import { Kite } from '@/ui/common/kite'; export const x = Kite;", 'core-imports-nothing-above-it'],
    ["import { roleIn } from '../../store/classes'; export const x = roleIn;", 'core-imports-nothing-above-it'],
    ["import { readFileSync } from 'node:fs'; export const x = readFileSync;", 'core-uses-no-node'],
    ["import { useState } from 'react'; export const x = useState;", 'core-is-pure'],
  ])('finds %s', (source, rule) => {
    const { modules, violations } = check(source);
    expect(modules).toBeGreaterThan(15);
    expect(violations.filter((found) => found.includes('planted')).map((found) => found.split(':')[0])).toContain(rule);
  });

  test('has nothing against the core as it is', () => {
    expect(check('export const x = 1;').violations).toEqual([]);
  });
});
