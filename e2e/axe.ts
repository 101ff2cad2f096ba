import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import type { AxeResults, RunOptions } from 'axe-core';

// As small as it comes: every page reads it anew.
const AXE = readFileSync(join('node_modules', 'axe-core', 'axe.min.js'), 'utf8');

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/**
 * What axe finds, with the elements it found it on. It is asked for what is wrong alone, in the page itself, and comes there once
 * (to bring it each time, and all that is right back, takes three times as long).
 * `rules` looks for these alone; `contrast` looks at colours, too, which takes as long as everything else: what journeys meet has
 * those that `look` sees on its way from screen to screen, but for what only they have; `within` looks at one part of the page.
 */
export async function found(
  page: Page,
  {
    rules,
    contrast = false,
    within = null,
  }: { rules?: readonly string[] | undefined; contrast?: boolean; within?: string | null } = {},
): Promise<string[][]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AXE);
  const options: RunOptions = {
    runOnly: rules ? { type: 'rule', values: [...rules] } : { type: 'tag', values: TAGS },
    resultTypes: ['violations'],
    ...(contrast ? {} : { rules: { 'color-contrast': { enabled: false } } }),
  };
  return page.evaluate(
    async ([how, part]) => {
      const { axe } = window as unknown as { axe: { run: (on: unknown, how: RunOptions) => Promise<AxeResults> } };
      const { violations } = await axe.run(part ?? document, how);
      return violations.map(({ id, nodes }) => [id, ...nodes.slice(0, 4).map(({ html }) => html)]);
    },
    [options, within] as const,
  );
}
