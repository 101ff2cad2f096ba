import { expect as base, type Locator } from '@playwright/test';

/** How long something may be waited for where nothing else is said, as in the configuration. */
const LONG_ENOUGH = 20_000;

/**
 * `expect`, which waits for what is to be seen without a description of the whole page at every look: the runner makes one each
 * time that something is not there yet, and all but the last are thrown away. It is made once, of what never came.
 */
export const expect = base.extend({
  async toBeVisible(seen: Locator, { timeout = LONG_ENOUGH }: { timeout?: number } = {}) {
    try {
      await seen.waitFor({ state: this.isNot ? 'hidden' : 'visible', timeout });
      return { pass: !this.isNot, message: () => '' };
    } catch {
      const at = this.isNot ? base(seen).not : base(seen);
      try {
        await at.toBeVisible({ timeout: 1 });
        return { pass: !this.isNot, message: () => '' };
      } catch (error) {
        return { pass: this.isNot, message: () => (error instanceof Error ? error.message : String(error)) };
      }
    }
  },
});
