import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { parse } from 'postcss';

const LIBRARY = 'node_modules/@mantine/core';

/** The styles that components of the library are drawn with: its own modules name them, and so do those they are made of. */
function stylesOf(components: readonly string[]): readonly string[] {
  const seen = new Set<string>();
  const styles = new Set<string>();
  const walk = (file: string): void => {
    if (seen.has(file) || !existsSync(file)) return;
    seen.add(file);
    const style = /([A-Za-z]+)\.module\.mjs$/.exec(file)?.[1];
    if (style) styles.add(style);
    for (const [, to = ''] of readFileSync(file, 'utf8').matchAll(/from\s*["'](\.[^"']+)["']/g))
      walk(join(dirname(file), to));
  };
  for (const name of components) walk(join(LIBRARY, 'esm', 'components', name, `${name}.mjs`));
  return [...styles].sort();
}

/** The style sheets of the library that pages are sent. */
const SENT = [...readFileSync('src/ui/common/library-styles.ts', 'utf8').matchAll(/styles\/([\w-]+)\.css'/g)].map(
  ([, name = '']) => name,
);

/** All that they are sent. */
const sheets = () => [
  ...readdirSync('src', { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.css'))
    .map((file) => join('src', file)),
  ...SENT.map((name) => join(LIBRARY, 'styles', `${name}.css`)),
];

const OF_EVERY_ELEMENT = /^\*?::?(before|after|highlight)\b/;

test('nothing is worked out for every element: no style of what stands before, after or over it, and no transition', () => {
  const asked: string[] = [];
  let rules = 0;
  for (const file of sheets())
    parse(readFileSync(file, 'utf8')).walkRules((rule) => {
      rules += 1;
      for (const selector of rule.selectors) if (OF_EVERY_ELEMENT.test(selector)) asked.push(`${file} ${selector}`);
      if (rule.selectors.includes('*'))
        rule.walkDecls(/^transition/, ({ prop, value }) => {
          if (value !== '0s') asked.push(`${file} * ${prop}: ${value}`);
        });
    });
  expect(rules).toBeGreaterThan(1000);
  expect(asked).toEqual([]);
});

test('every component of the library that is used has its styles, and no other style is sent', () => {
  const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((file) => /\.tsx?$/.test(file));
  const named = files.flatMap((file) =>
    [...readFileSync(join('src', file), 'utf8').matchAll(/import \{([^}]*)\} from '@mantine\/core';/g)].flatMap(
      ([, names = '']) => names.split(',').map((name) => name.trim()),
    ),
  );
  const used = [...new Set(named)].filter((name) => existsSync(join(LIBRARY, 'esm', 'components', name)));
  expect(used).toContain('Modal');
  expect(SENT.slice(0, 2)).toEqual(['default-css-variables', 'global']);
  expect(SENT.slice(2).sort()).toEqual(stylesOf(used));
});
