import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';

/** A folder in each layer that lives as long as this file is tested; nothing of it is committed. */
const planted = new Set<string>();
afterAll(() => {
  for (const folder of planted) rmSync(folder, { recursive: true, force: true });
});

const plant = (layer: string, source: string): void => {
  const folder = join(process.cwd(), 'src', layer, 'planted');
  planted.add(folder);
  mkdirSync(folder, { recursive: true });
  writeFileSync(join(folder, 'planted.ts'), source);
};

/** What the rules say about these folders as they are now, and what is imported there. */
function check(folders: readonly string[]): { modules: number; violations: string[] } {
  const ran = spawnSync(
    'node',
    [
      '--input-type=module',
      '-e',
      `const { checkLayers } = await import('./scripts/layers.mjs'); console.log(JSON.stringify(await checkLayers(${JSON.stringify(folders)}, 1)));`,
    ],
    { encoding: 'utf8', env: { ...process.env, NODE_OPTIONS: '' } },
  );
  return JSON.parse(ran.stdout.trim().split('\n').at(-1) ?? '');
}

const PLANTS: readonly (readonly [layer: string, source: string, rule: string])[] = [
  ['core', "import { Kite } from '@/ui/common/kite'; export const a = Kite;", 'core-imports-nothing-above-it'],
  [
    'core/work',
    "import { roleIn } from '../../../store/classes'; export const a = roleIn;",
    'core-imports-nothing-above-it',
  ],
  ['core/text', "import { readFileSync } from 'node:fs'; export const a = readFileSync;", 'core-uses-no-node'],
  ['core/marks', "import { useState } from 'react'; export const a = useState;", 'core-is-pure'],
  ['store', "import { may } from '@/server/permissions'; export const a = may;", 'store-imports-nothing-above-it'],
  ['app', "import { roleIn } from '@/store/classes'; export const a = roleIn;", 'pages-never-touch-the-store'],
  [
    'server/reading',
    "import { handIn } from '@/server/doing/handing-in/handing-in'; export const a = handIn;",
    'reading-does-nothing',
  ],
  [
    'server/doing',
    "import { listening } from '@/server/live/listening'; export const a = listening;",
    'doing-needs-nothing-that-goes-on',
  ],
  [
    'server/http',
    "import { whatsNew } from '@/server/reading/news/news'; export const a = whatsNew;",
    'answering-requests-knows-no-use-case',
  ],
  [
    'workshop',
    "import { roleIn } from '@/store/classes'; export const a = roleIn;",
    'the-workshop-knows-the-core-alone',
  ],
  [
    'ui',
    "import { may } from '@/server/permissions'; export const a = may;",
    'the-interface-uses-no-value-of-the-server',
  ],
  [
    'server/kinds',
    "import { DEMO_PASSWORD } from '@demo/school'; export const a = DEMO_PASSWORD;",
    'application-never-imports-its-demo-or-tests',
  ],
];

test('the layer rules find each of what is planted against them, and nothing else', () => {
  for (const [layer, source] of PLANTS) plant(layer, source);
  const { modules, violations } = check([...planted].map((folder) => relative(process.cwd(), folder)));
  expect(modules).toBeGreaterThan(PLANTS.length);
  const found = violations.map((violation) => {
    const [rule, file] = violation.split(': ');
    return `${rule} in ${file?.split(' ')[0]}`;
  });
  for (const [layer, , rule] of PLANTS) expect(found).toContain(`${rule} in src/${layer}/planted/planted.ts`);
  expect(found.filter((one) => !one.includes('/planted/'))).toEqual([]);
});

test('outside the folders of the kinds hardly anything asks for a kind by its name', () => {
  const lines = execFileSync('git', ['grep', '-nE', "\\bkind (===|!==) '", '--', 'src/*.ts', 'src/*.tsx'], {
    encoding: 'utf8',
  })
    .split('\n')
    .filter((line) => line !== '' && !/\.test\.|\/kinds\//.test(line));
  // A union that is something else than a kind of work may be told apart like this; a kind is looked up.
  expect(lines.length).toBeLessThanOrEqual(12);
  expect(lines.length).toBeGreaterThan(0);
});
