import { expect, type School, signIn, test } from './school';

const open = async (page: import('@playwright/test').Page, school: School, path: string) => {
  await page.goto(school.url + path);
};

test('within five seconds to the work: Today says what to do now, “not today” puts it off, and it comes back', async ({
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-ines');
  await open(page, school, '/today');
  const next = page.getByRole('article').getByRole('heading', { level: 3 });
  const first = (await next.textContent()) ?? '';
  await page.getByRole('article').getByRole('button', { name: 'Not today' }).click();
  await expect(next).not.toHaveText(first);
  await page.getByRole('link', { name: 'Not today 1' }).click();
  await page.getByRole('button', { name: `Bring back: ${first}` }).click();
  await expect(next).toHaveText(first);
  await page
    .getByRole('article')
    .getByRole('link', { name: /Begin|Go on/ })
    .click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(first);
});

test('the String: overdue work hangs in the past, heavy days say so, and the keys move it', async ({
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-imke');
  await open(page, school, '/today');
  const list = page.getByRole('list', { name: 'What is due, in order' });
  await expect(list.getByRole('link', { name: /overdue.*Storm log/s })).toBeVisible();
  const box = page.getByRole('region', { name: 'The String' });
  const at = () => box.evaluate((element) => element.scrollLeft);
  await box.focus();
  const start = await at();
  await page.keyboard.press('PageDown');
  await expect.poll(at).toBeGreaterThan(start + 100);
  await page.keyboard.press('Home');
  await expect.poll(at).toBe(start);
});

test('a checklist in order: agree, look, find, tick off; then the work that waited for it is open', async ({
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-hana');
  await open(page, school, '/desk/first-flight');
  await expect(page.getByText('This opens when you have handed in:')).toBeVisible();
  const source = await (await context.request.get(`${school.url}/desk/first-flight`)).text();
  expect(source).not.toContain('first-flight-1');
  await page.getByRole('link', { name: 'The rules of the shed' }).click();
  await page.getByRole('button', { name: /Find the first-aid box/ }).click();
  await expect(page.getByText('This step opens when the steps before it are done.')).toBeVisible();
  await page.getByRole('button', { name: /The rules of the shed/ }).click();
  await page.getByRole('button', { name: 'I have read this and agree' }).click();
  // The slides fill their knot when the last one has been seen.
  await expect(page.getByText('Slide 1 of 6').first()).toBeVisible();
  for (let i = 0; i < 5; i += 1) await page.getByRole('button', { name: 'The next slide' }).click();
  await expect(page.getByRole('button', { name: /Parts of a kite.*done/s })).toBeVisible();
  await page.getByRole('button', { name: /Find the first-aid box/ }).click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await page.getByRole('region', { name: 'Hand in' }).getByRole('button', { name: 'Tick off' }).click();
  await expect(page.getByText('Up it goes!')).toBeVisible();
  await page.getByRole('button', { name: /^The rules of the shed/ }).click();
  await expect(page.getByText(/You agreed on/)).toBeVisible();
  await open(page, school, '/whats-new');
  await expect(page.getByRole('link', { name: 'Open now: First flight' })).toBeVisible();
  await page.getByRole('link', { name: 'Open now: First flight' }).click();
  await expect(page.locator('.answer').first()).toBeVisible();
});

test('what is new is counted, read on sight, and the same in two tabs; it arrives without reloading', async ({
  context,
  school,
  another,
}) => {
  const page = await signIn(context, school, 's-imke');
  await open(page, school, '/today');
  const other = await context.newPage();
  await open(other, school, '/classes');
  const count = (tab: typeof page) => tab.locator('[data-unread]').first().getAttribute('data-unread').then(Number);
  const before = await count(page);
  expect(before).toBeGreaterThan(1);
  expect(await count(other)).toBe(before);

  const teacher = await signIn(await another(), school, 't-bello');
  await teacher.request.post(`${school.url}/api/assignments/storm-words/asides/s-imke`, {
    data: { act: 'news-test-1', body: 'I like the second word best.' },
    headers: { origin: school.url },
  });
  await expect.poll(() => count(page)).toBe(before + 1);
  await expect.poll(() => count(other)).toBe(before + 1);

  await page.getByRole('link', { name: /^New/ }).first().click();
  await expect(page.getByRole('link', { name: 'A quiet word on Storm words' })).toBeVisible();
  await expect.poll(() => count(other)).toBeLessThan(before + 1);
  await page.getByRole('button', { name: /Mark all/ }).click();
  await expect.poll(() => count(page)).toBe(0);
  await expect.poll(() => count(other)).toBe(0);
});

test('how one likes to read holds for every text, and on another device', async ({ context, school, another }) => {
  const page = await signIn(context, school, 's-goran');
  await open(page, school, '/classes/weather/materials/material-1');
  await page.getByRole('button', { name: 'Goran I.' }).click();
  const saved = page.waitForResponse((answer) => answer.url().endsWith('/api/reading') && answer.ok());
  await page.getByLabel('Letters').selectOption('largest');
  await saved;
  const size = (tab: typeof page) =>
    tab
      .locator('[data-print] p')
      .first()
      .evaluate((p) => getComputedStyle(p).fontSize);
  expect(await size(page)).toBe('24px');
  const other = await signIn(await another(), school, 's-goran');
  await open(other, school, '/classes/stories/materials/two-moths');
  await other.locator('[data-print] p').first().waitFor();
  expect(
    await other
      .locator('[data-print] div p')
      .first()
      .evaluate((p) => getComputedStyle(p).fontSize),
  ).toBe('24px');
});
