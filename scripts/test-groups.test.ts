import { fileOf, groupsOf } from './test-groups.mjs';

const files = (count: number, folder: string, code = '') =>
  Array.from({ length: count }, (_, n) => ({ path: `${folder}/f${String(n).padStart(2, '0')}.test.ts`, code }));
const WINDOW = '/** @jest-environment ./scripts/window-environment.mjs */';

test('every file is in one group, of its part and its environment, and none is much larger than another', () => {
  const given = [...files(61, 'src/core/text'), ...files(17, 'src/ui/desk'), ...files(2, 'src/ui/set', WINDOW)];
  const groups = groupsOf(given);
  expect(groups.map((group) => group.length)).toEqual([16, 16, 16, 13, 17, 2]);
  expect(groups.flat().map(({ path }) => path)).toEqual(given.map(({ path }) => path));
  expect(groups.map(([first]) => first?.environment)).toEqual(['', '', '', '', '', './scripts/window-environment.mjs']);
});

test('of few files there are several groups, too', () => {
  expect(groupsOf(files(14, 'src/store')).map((group) => group.length)).toEqual([4, 4, 4, 2]);
});

test('the files of a group are called one after the other, each under its own name', () => {
  expect(fileOf(groupsOf([...files(2, 'src/ui/set', WINDOW), ...files(6, 'src/store')]).at(-1) ?? [])).toBe(
    [
      WINDOW,
      'import { asAtFirst } from "../../scripts/as-at-first.mjs";',
      'import file0 from "../../src/ui/set/f00.test.ts";',
      'import file1 from "../../src/ui/set/f01.test.ts";',
      'describe("src/ui/set/f00.test.ts", () => { asAtFirst(); file0(); });',
      'describe("src/ui/set/f01.test.ts", () => { asAtFirst(); file1(); });',
      '',
    ].join('\n'),
  );
});
