import type { Browser, BrowserContext, BrowserContextOptions, Page } from '@playwright/test';

/** Where a page rests between two journeys: at the school, and without a script. */
const REST = '/icon.svg';

const DESK = { width: 1280, height: 800 };

export const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true };

/** The page that is open on a device, if nothing was done with it, or a new one. */
export async function pageOf(context: BrowserContext): Promise<Page> {
  const [first, second] = context.pages();
  return first && !second && first.url().endsWith(REST) ? first : context.newPage();
}

/** Puts a page away: whoever used it does nothing there any more, and their device is handed on as it is. */
export async function putAway(page: Page): Promise<void> {
  await page.goto(new URL(REST, page.url()).href);
}

/**
 * Devices that go from one journey to the next. What they have read and compiled of the application they keep, which is half
 * of what a screen costs; what somebody left on them they do not: all is as on a new one. What a page never gets rid of (a
 * line that is taken apart) wants a page of its own, a second one, which is closed with its journey; what a device never gets rid of
 * (a script for whatever it opens) a device of its own.
 */
export class Devices {
  /** By what they are. */
  readonly #resting = new Map<string, BrowserContext[]>();
  readonly #lent = new Map<BrowserContext, BrowserContextOptions>();

  constructor(
    private readonly browser: Browser,
    private readonly site: string,
  ) {}

  #like(how: BrowserContextOptions): BrowserContext[] {
    const key = JSON.stringify(how);
    const like = this.#resting.get(key) ?? [];
    this.#resting.set(key, like);
    return like;
  }

  async lend(how: BrowserContextOptions = {}): Promise<BrowserContext> {
    const context = this.#like(how).pop() ?? (await this.browser.newContext(how));
    this.#lent.set(context, how);
    return context;
  }

  /** Takes back what was lent, as new, and puts away whatever else is open. */
  async takeBack(): Promise<void> {
    const resting = [...this.#resting.values()].flat();
    const open = this.browser.contexts().filter((context) => !resting.includes(context));
    await Promise.all(
      open.map(async (context) => {
        const how = this.#lent.get(context);
        if (how) await this.#clear(context, how).catch(() => context.close());
        else await context.close();
      }),
    );
    this.#lent.clear();
  }

  async #clear(context: BrowserContext, how: BrowserContextOptions): Promise<void> {
    const [page, ...others] = context.pages();
    if (!page) {
      await context.close();
      return;
    }
    const sites = new Set([this.site, ...context.pages().map((open) => new URL(open.url()).origin)]);
    sites.delete('null');
    for (const other of others) await other.close();
    await context.unrouteAll({ behavior: 'ignoreErrors' });
    await page.unrouteAll({ behavior: 'ignoreErrors' });
    await context.setOffline(false);
    await context.clearPermissions();
    await page.emulateMedia({ colorScheme: null });
    await page.goto(this.site + REST);
    await page.evaluate(() => sessionStorage.clear());
    await context.clearCookies();
    const chromium = await context.newCDPSession(page);
    for (const origin of sites) await chromium.send('Storage.clearDataForOrigin', { origin, storageTypes: 'all' });
    await chromium.send('Page.resetNavigationHistory');
    await chromium.detach();
    await page.setViewportSize(how.viewport ?? DESK);
    this.#like(how).push(context);
  }
}
