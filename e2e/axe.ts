import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/**
 * What axe finds, with the elements it found it on. It is asked for what is wrong alone, and in the page itself:
 * all that is right, carried to another page, takes three times as long (measured: 0.7 s instead of 2.6 s a screen).
 * `rules` looks for these alone; without `contrast` it does not look at colours, which takes as long as everything else.
 */
export async function found(page: Page, rules?: readonly string[], contrast = true): Promise<string[][]> {
  // Before what it looks for: it takes the place of all that was chosen.
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
  const chosen = rules ? axe.withRules([...rules]) : axe.withTags(TAGS);
  if (!contrast) chosen.disableRules('color-contrast');
  const { violations } = await chosen.analyze();
  return violations.map(({ id, nodes }) => [id, ...nodes.slice(0, 4).map(({ html }) => html)]);
}
