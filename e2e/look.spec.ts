import type { Page } from '@playwright/test';
import { found } from './axe';
import { expect, pageOf, signIn, takeTool, test } from './school';

// Each of these only looks, so they may be looked at side by side.
test.describe.configure({ mode: 'parallel' });

interface Screen {
  readonly name: string;
  readonly path: string;
  readonly who: string | null;
  readonly ready?: string;
  /** It has colours that no other screen shows; they are looked at, in either scheme. */
  readonly coloured?: true;
  /** The rest of it is another screen, too. */
  readonly within?: string;
}

const SCREENS: readonly Screen[] = [
  { name: 'sign in', path: '/sign-in', who: null, coloured: true },
  { name: 'Today', path: '/today', who: 's-imke', coloured: true },
  { name: 'Classes', path: '/classes', who: 's-imke' },
  { name: 'Class line', path: '/classes/weather', who: 's-imke', coloured: true },
  { name: 'Class line, newest first', path: '/classes/maths?order=newest', who: 's-imke' },
  { name: 'All work', path: '/work', who: 's-imke' },
  { name: 'Shelf', path: '/shelf', who: 's-imke' },
  { name: 'What’s new', path: '/whats-new', who: 's-imke' },
  { name: 'Help', path: '/help', who: 's-imke' },
  { name: 'a text', path: '/classes/weather/materials/material-1', who: 's-imke' },
  {
    name: 'a PDF',
    path: '/classes/tide-pool/materials/shore-guide',
    who: 's-imke',
    ready: '[data-drawn]',
    coloured: true,
  },
  { name: 'a sheet', path: '/classes/maths/materials/harbour-tides', who: 's-imke', coloured: true },
  { name: 'a video', path: '/classes/workshop/materials/kite-goes-up', who: 's-imke' },
  { name: 'a book', path: '/classes/stories/materials/two-moths', who: 's-imke', ready: '[data-print]' },
  { name: 'a link', path: '/classes/tide-pool/materials/tide-station', who: 's-imke' },
  { name: 'a picture', path: '/classes/maths/materials/harbour-picture', who: 's-imke' },
  { name: 'what opens later', path: '/classes/weather/materials/new-moon-text', who: 's-imke' },
  { name: 'Desk, to agree', path: '/desk/shed-rules', who: 's-imke' },
  { name: 'Desk, slides', path: '/desk/spar-measure', who: 's-imke', ready: '[data-drawn]' },
  {
    name: 'Desk, writing',
    path: '/desk/cloud-ladder#step=cloud-ladder-2',
    who: 's-imke',
    ready: '.answer',
    coloured: true,
  },
  { name: 'Desk, rubric', path: '/desk/cloud-ladder#sheet=rubric', who: 's-imke', ready: 'aside', within: 'aside' },
  { name: 'Desk, aside', path: '/desk/bearings#sheet=aside', who: 's-imke', ready: 'aside', within: 'aside' },
  {
    name: 'Desk, feedback',
    path: '/desk/ten-mornings#sheet=feedback',
    who: 's-imke',
    ready: 'aside q',
    coloured: true,
  },
  { name: 'Desk, receipts', path: '/desk/storm-words#step=hand-in', who: 's-imke' },
  { name: 'Desk, pieces', path: '/desk/food-web#sheet=pieces', who: 's-imke', ready: 'aside', within: 'aside' },
  {
    name: 'Desk, notes',
    path: '/desk/cloud-ladder#sheet=notes',
    who: 's-imke',
    ready: 'aside .ProseMirror',
    within: 'aside',
  },
  { name: 'Desk, remarks', path: '/desk/bearings#sheet=feedback', who: 's-imke', ready: '.remarked', coloured: true },
  { name: 'Compare', path: '/desk/bearings/compare', who: 's-imke', coloured: true },
  { name: 'Receipts', path: '/receipts', who: 's-imke' },
  { name: 'Check a receipt', path: '/check', who: 's-imke' },
  { name: 'Desk, brief', path: '/desk/storm-log#sheet=brief', who: 's-imke', ready: 'aside', within: 'aside' },
  {
    name: 'Desk, before it begins',
    path: '/desk/cloud-names',
    who: 's-imke',
    ready: 'button:has-text("Begin"), section li',
  },
  { name: 'Desk, to tick off', path: '/desk/tide-walk', who: 's-imke' },
  { name: 'Desk, closed', path: '/desk/postcards', who: 's-imke', coloured: true },
  { name: 'Today of a teacher', path: '/today', who: 't-bello', coloured: true },
  { name: 'Class line of a teacher', path: '/classes/weather', who: 't-bello' },
  { name: 'Marking desk', path: '/marking/cloud-ladder?student=s-abena', who: 't-bello', coloured: true },
  { name: 'Marking desk, handed back', path: '/marking/ten-mornings?student=s-imke', who: 't-bello' },
  { name: 'How a class answers', path: '/answers/pool-falls-dry-1', who: 't-bello', coloured: true },
  { name: 'Asides', path: '/asides', who: 't-bello' },
  {
    name: 'Desk, discussion',
    path: '/desk/old-lamp#step=old-lamp-2',
    who: 's-imke',
    ready: '[data-post]',
    coloured: true,
  },
  { name: 'Messages', path: '/messages?with=t-kerr', who: 's-imke', ready: '[role=textbox]', coloured: true },
  { name: 'Open floor of a class', path: '/classes/weather/floor', who: 's-imke', ready: 'article', coloured: true },
  { name: 'Messages of a teacher', path: '/messages', who: 't-bello' },
  { name: 'what was reported', path: '/office/reports', who: 'o-quill' },
  { name: 'nothing here', path: '/desk/nothing', who: 's-imke' },
  { name: 'people', path: '/office/people?person=s-imke', who: 'o-quill' },
  { name: 'classes of the office', path: '/office/classes', who: 'o-quill' },
  { name: 'a class of the office', path: '/office/classes/weather', who: 'o-quill' },
  { name: 'lessons', path: '/office/lessons', who: 'o-quill' },
  { name: 'the year', path: '/office/year', who: 'o-quill' },
  { name: 'rosters', path: '/office/rosters', who: 'o-quill' },
  { name: 'Today of the office', path: '/today', who: 'o-quill' },
  { name: 'who did what', path: '/office/log', who: 'o-quill' },
  { name: 'in with a slip', path: '/slip', who: null },
];

/** Everybody who looks, with the screens that are theirs: one browser visits them all, one after the other. */
const VISITS = [...new Set(SCREENS.map(({ who }) => who))].flatMap((who) => {
  const own = SCREENS.filter((screen) => screen.who === who);
  // Every other one in Arabic: what axe finds, it finds in either language, and each is measured in both directions.
  return [
    { who, how: {}, direction: 'ltr', screens: own.filter((_, i) => i % 2 === 0) },
    { who, how: { locale: 'ar' }, direction: 'rtl', screens: own.filter((_, i) => i % 2 === 1) },
  ].filter((visit) => visit.screens.length > 0);
});

/**
 * Whole in the light scheme; the dark one has other colours, and nothing else is other. That each tone can be read on
 * each ground, in both, is computed in `tokens.test.ts`.
 */
async function inBoth(
  page: Page,
  name: string,
  { coloured = true, within, rules: asked }: { coloured?: boolean; within?: string | undefined; rules?: string[] } = {},
): Promise<void> {
  for (const [colorScheme, rules] of [
    ['light', asked],
    ...(coloured ? ([['dark', ['color-contrast']]] as const) : []),
  ] as const) {
    await page.emulateMedia({ colorScheme });
    await expect(page.locator('html')).toHaveAttribute('data-mantine-color-scheme', colorScheme);
    // What comes to rest is looked at: colours may be on their way to each other.
    await expect(async () => {
      expect([name, colorScheme, await found(page, { rules, contrast: coloured, within: within ?? null })]).toEqual([
        name,
        colorScheme,
        [],
      ]);
    }).toPass({ timeout: 30_000 });
  }
}

/** Goes to another place as a link does: what all pages share stays, and the place stands there once its address does. */
async function follow(page: Page, site: string, path: string): Promise<void> {
  await page.evaluate((to) => {
    const { next } = window as unknown as { next: { router: { push: (to: string) => void } } };
    next.router.push(to);
  }, path);
  await page.waitForURL(site + path);
}

/** A dialog over a screen, without the screen: what only a browser can tell. What else axe knows, its component's test has asked. */
const OVER = {
  rules: ['color-contrast', 'link-in-text-block', 'scrollable-region-focusable', 'target-size'],
  within: '[role=dialog]',
};

for (const { who, how, direction, screens } of VISITS) {
  test(`axe finds nothing on any screen, and each fits a phone of 360 px: ${who ?? 'nobody'}, ${direction}`, async ({
    school,
    another,
  }) => {
    test.setTimeout(600_000);
    const context = await another(how);
    const page = who ? await signIn(context, school, who) : await pageOf(context);
    let before: string | null = null;
    for (const screen of screens) {
      const [address = ''] = screen.path.split('#');
      await page.setViewportSize({ width: 1280, height: 800 });
      if (who && before !== null && before !== address) await follow(page, school.url, screen.path);
      else {
        // Another place on the same page would not load it anew.
        if (address === before) await page.goto('about:blank');
        await page.goto(school.url + screen.path);
      }
      before = address;
      if (screen.ready) await page.locator(screen.ready).first().waitFor();
      await expect(page.locator('html')).toHaveAttribute('dir', direction);
      await inBoth(page, screen.name, { coloured: screen.coloured ?? false, within: screen.within });
      await page.setViewportSize({ width: 360, height: 740 });
      for (const dir of direction === 'ltr' ? ['rtl', 'ltr'] : ['ltr', 'rtl']) {
        await page.locator('html').evaluate((html, to) => html.setAttribute('dir', to), dir);
        const wider = () =>
          page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
        await expect.poll(wider, { message: `${screen.name}, ${dir}` }).toBe(0);
      }
    }
  });
}

// What is in each is drawn and looked at by the tests of its component; here it has its colours and its place.
test('what opens over a screen has nothing for axe in either scheme', async ({ context, school }) => {
  test.setTimeout(600_000);
  const page = await signIn(context, school, 's-imke');
  await page.goto(`${school.url}/today`);
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Find' }).fill('cloud');
  await page.getByRole('option').first().waitFor();
  await inBoth(page, 'Find', OVER);
  await page.goto(`${school.url}/shelf`);
  await page.getByRole('button', { name: 'Help' }).click();
  await page.getByRole('dialog').getByText('When nothing helps').waitFor();
  await inBoth(page, 'Help', OVER);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Imke A.', exact: true }).click();
  await page.getByLabel('Typeface').waitFor();
  await inBoth(page, 'settings', { within: 'header' });
  await page.goto(`${school.url}/desk/cloud-ladder#step=cloud-ladder-2`);
  await page.getByRole('button', { name: 'Hand in 1 piece' }).click();
  await page.getByRole('dialog').getByText('What goes').waitFor();
  await inBoth(page, 'the hand-in', OVER);
  await page.keyboard.press('Escape');
  await page.locator('.answer p').first().click();
  for (const name of ['Spelling', 'Formula', 'Earlier versions']) {
    await takeTool(page, name);
    const tool = page.getByRole('group', { name }).or(page.getByRole('region', { name })).first();
    await tool.evaluate((part) => part.toggleAttribute('data-looked-at', true));
    await inBoth(page, name, { within: '[data-looked-at]' });
  }
  await page.goto(`${school.url}/desk/ten-mornings#sheet=feedback`);
  await page.getByText('As a picture').first().click();
  await page.getByRole('img', { name: 'Points won and lost, by criterion' }).waitFor();
  await inBoth(page, 'the marks as a picture', { within: 'aside' });
});

test('what opens over the Marking desk has nothing for axe in either scheme', async ({ context, school }) => {
  const page = await signIn(context, school, 't-bello');
  await page.goto(`${school.url}/marking/ten-mornings`);
  for (const name of ['More time for one, or excused', 'How the points lie']) {
    await page.getByRole('button', { name: new RegExp(`^${name}`) }).click();
    await page.getByRole('dialog').waitFor();
    await inBoth(page, name, OVER);
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'hidden' });
  }
});

test('a language that is chosen stays, before and after signing in', async ({ context, school }) => {
  const page = await pageOf(context);
  await page.goto(`${school.url}/sign-in`);
  await page.getByRole('button', { name: 'العربية' }).click();
  await expect(page.locator('html')).toHaveAttribute('dir', 'rtl');
  await page.getByRole('button', { name: 'Dao Nguyen' }).click();
  await expect(page.getByRole('heading', { name: 'افعل الآن' })).toBeVisible();
  await page.goto(`${school.url}/classes/weather/materials/material-1`);
  // An English sentence stands in an Arabic screen as it would in an English one: its full stop at its right.
  const ends = await page
    .locator('[data-print] p', { hasText: /\w\.$/ })
    .first()
    .evaluate((paragraph) => {
      const words = document.createTreeWalker(paragraph, NodeFilter.SHOW_TEXT).nextNode() as Text;
      const edge = (from: number) => {
        const range = document.createRange();
        range.setStart(words, from);
        range.setEnd(words, from + 1);
        return range.getBoundingClientRect();
      };
      const line = edge(words.length - 1);
      const before = edge(words.length - 2);
      return { line: line.left, before: before.left, same: Math.abs(line.top - before.top) < 2 };
    });
  expect(ends.same).toBe(true);
  expect(ends.line).toBeGreaterThan(ends.before);
  await page.goto(`${school.url}/today`);
  await page.getByRole('button', { name: 'Dao N.' }).click();
  await page.getByRole('button', { name: 'English' }).click();
  await expect(page.getByRole('heading', { name: 'Do next' })).toBeVisible();
});

test('by keyboard alone: to the content, along the String, into the work, and from step to step', async ({
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-imke');
  await page.goto(`${school.url}/today`);
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'To the content' })).toBeFocused();
  // Past the String with two keys more, and to what comes after it without looking for it.
  await page.getByRole('link', { name: 'To what to do next' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('article').getByRole('link', { name: /Begin|Go on/ })).toBeFocused();
  await page.keyboard.press('Alt+ArrowDown');
  await expect(page.locator('[data-next] a').nth(1)).toBeFocused();
  const strings = page.getByRole('region', { name: 'The String' });
  await strings.focus();
  const before = await strings.evaluate((box) => box.scrollLeft);
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => strings.evaluate((box) => box.scrollLeft)).toBeGreaterThan(before);
  await strings.getByRole('link', { name: /Reading the cloud ladder/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: /Imke A/ })).toBeFocused();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.getByRole('button', { name: /Read “The ladder”/ })).toHaveAttribute('aria-current', 'step');
  await page.keyboard.press('Alt+ArrowDown');
  await page.keyboard.press('Alt+ArrowDown');
  await expect(page.getByRole('heading', { name: 'Receipts' })).toBeVisible();
});
