import type { Page } from '@playwright/test';
import axe, { type RunOptions } from 'axe-core';

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/**
 * What axe finds, with the elements it found it on. It is asked for what is wrong alone, in the page itself, and comes there once
 * (to bring it each time, and all that is right back, takes three times as long).
 * `rules` looks for these alone; without `contrast` it does not look at colours, which takes as long as everything else.
 */
export async function found(page: Page, rules?: readonly string[], contrast = true): Promise<string[][]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  const options: RunOptions = {
    runOnly: rules ? { type: 'rule', values: [...rules] } : { type: 'tag', values: TAGS },
    resultTypes: ['violations'],
    ...(contrast ? {} : { rules: { 'color-contrast': { enabled: false } } }),
  };
  return page.evaluate(async (how) => {
    const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(document, how);
    return violations.map(({ id, nodes }) => [id, ...nodes.slice(0, 4).map(({ html }) => html)]);
  }, options);
}
