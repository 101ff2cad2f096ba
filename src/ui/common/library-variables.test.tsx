import { readFileSync } from 'node:fs';
import { MantineProvider } from '@mantine/core';
import { renderToString } from 'react-dom/server';
import { theme, variables } from './library-theme';

/** What some styles say, by selector: each name with its value. */
function said(css: string): Record<string, readonly string[]> {
  const bare = css.replace(/\/\*.*?\*\//gs, '').replaceAll('&quot;', '"');
  return Object.fromEntries(
    [...bare.matchAll(/([^{}]+)\{([^}]*)\}/g)].map(([, selector = '', body = '']) => [
      selector.replace(/\s+/g, ' ').trim(),
      body
        .split(';')
        .map((one) => one.replace(/\s+/g, ' ').trim())
        .filter((one) => one !== '')
        .sort(),
    ]),
  );
}

test('the file says what the library would write into each page', () => {
  const page = renderToString(
    <MantineProvider theme={theme} cssVariablesResolver={variables} withGlobalClasses={false}>
      {null}
    </MantineProvider>,
  );
  const [, written = ''] = /<style[^>]*>(.*?)<\/style>/s.exec(page) ?? [];
  const own = said(readFileSync('src/ui/common/library-variables.css', 'utf8'));
  expect(Object.keys(own).length).toBe(3);
  expect(own).toEqual(said(written));
});
