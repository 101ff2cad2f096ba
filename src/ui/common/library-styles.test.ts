import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

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

test('every component of the library that is used has its styles, and no other style is sent', () => {
  const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((file) => /\.tsx?$/.test(file));
  const named = files.flatMap((file) =>
    [...readFileSync(join('src', file), 'utf8').matchAll(/import \{([^}]*)\} from '@mantine\/core';/g)].flatMap(
      ([, names = '']) => names.split(',').map((name) => name.trim()),
    ),
  );
  const used = [...new Set(named)].filter((name) => existsSync(join(LIBRARY, 'esm', 'components', name)));
  expect(used).toContain('Modal');
  const sent = [...readFileSync('src/ui/common/library-styles.ts', 'utf8').matchAll(/styles\/([\w-]+)\.css'/g)].map(
    ([, name]) => name,
  );
  const base = ['baseline', 'default-css-variables', 'global'];
  expect(sent.slice(0, 3)).toEqual(base);
  expect(sent.slice(3).sort()).toEqual(stylesOf(used));
});
