import { expect as base, type Locator } from '@playwright/test';

/**
 * `expect`, which waits for what is to be seen without a description of the whole page at every look: the runner makes one each
 * time that something is not there yet, and all but the last are thrown away. It is made once, of what never came.
 */
export const expect = base.extend({
  async toBeVisible(seen: Locator, options: { timeout?: number } = {}) {
    const { isNot, timeout } = this;
    try {
      await seen.waitFor({ state: isNot ? 'hidden' : 'visible', timeout, ...options });
    } catch {
      await (isNot ? base(seen).not : base(seen)).toBeVisible({ timeout: 1 });
    }
    return { pass: !isNot, message: () => '' };
  },
});
