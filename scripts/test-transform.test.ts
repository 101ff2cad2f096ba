import { sep } from 'node:path';
import { asFunction, lasting, namingJson } from './test-transform.mjs';

const found = (code: string): string[] => (/\{ (.*) \}/.exec(lasting(code))?.[1] ?? '').split(', ').filter(Boolean);

test('a module finds what lasts once, and no more than it uses', () => {
  expect(found('export const far = Math.max(1, Number(x));')).toEqual(['Math', 'Number']);
  expect(lasting('export const far = 1;')).toBe('');
});

test('what a module names itself, or brings in by that name, stays its own', () => {
  expect(found("import { Map as YMap } from 'yjs';\nnew Map(Math.PI);")).toEqual(['Math']);
  expect(found('class Set {}\nconst { Symbol: Error } = x;')).toEqual([]);
  expect(found('function Array() {}\nArray();')).toEqual([]);
});

test('clocks and timers are looked up each time: a test may stop them', () => {
  expect(found('Date.now(); setTimeout(() => {}, 1); performance.now(); fetch("x");')).toEqual([]);
});

test('a file of JSON is named as one, and nothing else is', () => {
  expect(namingJson("import words from './words.json';\nimport own from './own';")).toBe(
    "import words from './words.json' with { type: 'json' };\nimport own from './own';",
  );
  const named = "import words from './words.json' with { type: 'json' };";
  expect(namingJson(named)).toBe(named);
});

test('a test file of a group waits until it is called; its lines stay where they were', async () => {
  const code = [
    'import { join,',
    "  sep } from 'node:path'; import 'node:fs';",
    'const text = `',
    "import nothing from 'here';`;",
    'globalThis.said = [text, join(sep)];',
  ].join('\n');
  const made = asFunction(code);
  expect(made.split('\n')[4]).toBe('globalThis.said = [text, join(sep)];');
  const said = globalThis as { said?: unknown };
  const { default: call } = (await import(`data:text/javascript,${encodeURIComponent(made)}`)) as {
    default: () => void;
  };
  expect(said.said).toBeUndefined();
  call();
  expect(said.said).toEqual(["\nimport nothing from 'here';", sep]);
  delete said.said;
});

test('a test file that gives something to others is refused', () => {
  expect(() => asFunction('export const mine = 1;')).toThrow(SyntaxError);
});
