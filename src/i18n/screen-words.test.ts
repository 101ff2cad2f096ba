import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import en from '@messages/en/later';
import { EVERYWHERE, LATER, SCREEN_WORDS } from './screen-words';

const APP = join(process.cwd(), 'src', 'app');
const named = (path: string): string | undefined =>
  [path, `${path}.ts`, `${path}.tsx`, `${path}/index.ts`, `${path}/index.tsx`].find(
    (one) => /\.tsx?$/.test(one) && existsSync(one),
  );

const IMPORT = /(?:^|\n)\s*(?:import|export)\s+(type\s+)?(?:[^'"]*?from\s+)?'([^']+)'|import\('([^']+)'\)/g;
/** What opens over every screen has its words brought to it when it does (`LaterWords`). */
const OPENER = join(process.cwd(), 'src', 'ui', 'frame', 'far-tools.tsx');
const OPENED = /dynamic\(\(\) => import\('([^']+)'\)/g;
/** Sheets bring their words with them, whatever screen shows them: what is taken from their folder begins with `PagesWords`. */
const SHEETS = { folder: join(process.cwd(), 'src', 'ui', 'pages'), areas: ['pages', 'press'] };
const RECORDER = { folder: join(process.cwd(), 'src', 'ui', 'record'), areas: ['record'] };
const WORDS = /useTranslations(?:<[^>]*>)?\(\s*'([\w-]+)'/g;

/** The parts of the catalogue that are asked for in the browser by a file and everything that it imports. */
function wordsOf(entry: string): readonly string[] {
  const seen = new Map<string, boolean>();
  const found = new Set<string>();
  const walk = (file: string, inBrowser: boolean): void => {
    const source = readFileSync(file, 'utf8');
    const here = inBrowser || source.startsWith("'use client'");
    if (seen.get(file) === true || (seen.has(file) && !here)) return;
    seen.set(file, here);
    if (here) {
      for (const [, area = ''] of source.matchAll(WORDS)) {
        // A file that asks for them when it needs them has them by then.
        if ([SHEETS, RECORDER].some(({ folder, areas }) => file.startsWith(folder) && areas.includes(area))) continue;
        if (!(/<LaterWords\b/.test(source) && later.includes(area))) found.add(area);
      }
    }
    const own = new Set(file === OPENER ? [...source.matchAll(OPENED)].map(([, name]) => name) : []);
    for (const [, type, fixed, dynamic] of source.matchAll(IMPORT)) {
      const name = fixed ?? dynamic ?? '';
      if (type || own.has(name) || !/^(@\/|\.)/.test(name)) continue;
      const path = name.startsWith('@/') ? join(process.cwd(), 'src', name.slice(2)) : join(dirname(file), name);
      const next = named(path);
      if (next) walk(next, here);
    }
  };
  walk(entry, false);
  return [...found].sort();
}

const files = readdirSync(APP, { recursive: true, encoding: 'utf8' });
const everywhere: readonly string[] = EVERYWHERE;
const later: readonly string[] = LATER;

test('what stands around every screen has its words everywhere', () => {
  const around = files.filter((file) => /(^|\/)(layout|not-found|error)\.tsx$/.test(file));
  const asked = new Set(around.flatMap((file) => wordsOf(join(APP, file))));
  expect([...asked].filter((area) => !everywhere.includes(area))).toEqual([]);
  expect(everywhere.filter((area) => !asked.has(area))).toEqual(['time']);
});

test('what opens over every screen brings its words with it', () => {
  const opened = [...readFileSync(OPENER, 'utf8').matchAll(OPENED)].map(([, name]) => name?.replace('@', 'src') ?? '');
  expect(opened).toHaveLength(2);
  const asked = new Set(opened.flatMap((name) => wordsOf(named(join(process.cwd(), name)) ?? '')));
  expect([...asked].filter((area) => !everywhere.includes(area)).sort()).toEqual(['find', 'guide', 'help']);
  expect(Object.keys(en).sort()).toEqual([...later]);
});

test('whatever shows sheets brings their words with it', () => {
  const ui = join(process.cwd(), 'src', 'ui');
  const others = readdirSync(ui, { recursive: true, encoding: 'utf8' }).filter((file) => /\.tsx?$/.test(file));
  const taken = others
    .filter((file) => !file.startsWith('pages/'))
    .flatMap((file) => [...readFileSync(join(ui, file), 'utf8').matchAll(/'@\/ui\/pages\/([\w-]+)'/g)])
    .map(([, name]) => name);
  expect([...new Set(taken)].sort()).toEqual(['compared-sheets', 'mark-sheets', 'pages-view', 'written-or-pressed']);
  for (const name of taken) expect(readFileSync(join(SHEETS.folder, `${name}.tsx`), 'utf8')).toContain('<PagesWords>');
});

test.each(files.filter((file) => /\/page\.tsx$/.test(file)))('%s is given its words, and no others', (file) => {
  const asked = wordsOf(join(APP, file)).filter((area) => !everywhere.includes(area));
  const screen = file.replace(/\/page\.tsx$/, '');
  // Somebody else may find another screen at the same address.
  const given = Object.entries(SCREEN_WORDS).filter(([name]) => name === screen || name.startsWith(`${screen}:`));
  expect([screen, given.flatMap(([, areas]) => areas as readonly string[]).sort()]).toEqual([screen, asked]);
  for (const [name] of given) expect(readFileSync(join(APP, file), 'utf8')).toContain(`<Words of="${name}">`);
});
