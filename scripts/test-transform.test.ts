import { sep } from 'node:path';
import { asFunction, namingJson } from './test-transform.mjs';

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
