import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';

// A test file by itself loads anew all that it tests, into a global of its own, where none of it has run before: a quarter of
// the time of all of them. Files that lie next to each other share that.

/** Where the groups are written. */
export const GROUPS = join('.cache', 'test-groups');

/** So many files share what they load: more would save little, and keep much in memory. */
const MOST = 20;
/** Of few files, too, two processors have about as much to do. */
const LEAST_GROUPS = 4;

const environmentOf = (code) => /@jest-environment\s+(\S+)/.exec(code)?.[1] ?? '';
const partOf = (path) => dirname(path).split('/').slice(0, 2).join('-');

/** Puts test files into groups: of one part of the sources and of one environment each, all of them about as large. */
export function groupsOf(files) {
  const alike = new Map();
  for (const { path, code } of files.toSorted((a, b) => (a.path < b.path ? -1 : 1))) {
    const environment = environmentOf(code);
    const key = `${partOf(path)} ${environment}`;
    alike.set(key, [...(alike.get(key) ?? []), { path, environment }]);
  }
  const most = Math.min(MOST, Math.ceil(files.length / LEAST_GROUPS));
  return [...alike.values()].flatMap((all) => {
    const size = Math.ceil(all.length / Math.ceil(all.length / most));
    return Array.from({ length: Math.ceil(all.length / size) }, (_, n) => all.slice(n * size, (n + 1) * size));
  });
}

/** The file by which a group is run. */
export function fileOf(group) {
  const { environment } = group[0];
  const from = (path) => JSON.stringify(relative(GROUPS, path));
  return [
    ...(environment === '' ? [] : [`/** @jest-environment ${environment} */`]),
    `import { asAtFirst } from ${from('scripts/as-at-first.mjs')};`,
    ...group.map(({ path }, n) => `import file${n} from ${from(path)};`),
    ...group.map(({ path }, n) => `describe(${JSON.stringify(path)}, () => { asAtFirst(); file${n}(); });`),
    '',
  ].join('\n');
}

/** The test files below some folders. */
export const testFiles = (folders) =>
  folders
    .flatMap((folder) => readdirSync(folder, { recursive: true }).map((name) => join(folder, name)))
    .filter((path) => /\.test\.tsx?$/.test(path));

/** Writes the groups of some test files, and no others. */
export function writeGroups(paths) {
  rmSync(GROUPS, { recursive: true, force: true });
  mkdirSync(GROUPS, { recursive: true });
  const files = paths.map((path) => ({ path, code: readFileSync(path, 'utf8') }));
  for (const [n, group] of groupsOf(files).entries())
    writeFileSync(join(GROUPS, `${partOf(group[0].path)}-${n}.test.mjs`), fileOf(group));
}
