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
  await page.getByText('Not today 1').click();
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

test('All work: the choice stands in the address, sorts and narrows, and leads to the Desk', async ({
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-imke');
  await open(page, school, '/work?state=all&class=maths');
  await expect(page.getByRole('row')).toHaveCount(9);
  await page.getByRole('link', { name: 'Takes' }).click();
  await expect(page).toHaveURL(/sort=minutes/);
  await expect(page.getByRole('row').nth(1)).toContainText('Bring your compass back');
  await page.getByRole('link', { name: 'Takes' }).click();
  await expect(page.getByRole('columnheader', { name: 'Takes' })).toHaveAttribute('aria-sort', 'descending');
  await page.getByLabel('To hand in').selectOption('tick');
  await expect(page).toHaveURL(/kind=tick/);
  await expect(page.getByRole('row')).toHaveCount(2);
  await page.reload();
  await expect(page.getByRole('row')).toHaveCount(2);
  await page.getByRole('link', { name: 'Bring your compass back' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Bring your compass back');
});

test('joining by a code: a wrong one keeps what was typed, the right one opens the class', async ({
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-zofia');
  await open(page, school, '/classes');
  await page.getByLabel('Join a class').fill('STRY2469');
  await page.getByRole('button', { name: 'Join' }).click();
  await expect(page.getByText('No class has this code.')).toBeVisible();
  await expect(page.getByLabel('Join a class')).toHaveValue('STRY2469');
  await page.getByLabel('Join a class').fill('stry-2468');
  await page.getByRole('button', { name: 'Join' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Island Stories');
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
  browser,
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-imke');
  await open(page, school, '/today');
  const other = await context.newPage();
  await open(other, school, '/classes');
  const count = (tab: typeof page) => tab.locator('[data-unread]').first().getAttribute('data-unread').then(Number);
  const before = await count(page);
  expect(before).toBeGreaterThan(1);
  expect(await count(other)).toBe(before);

  const teacher = await signIn(await browser.newContext(), school, 't-bello');
  await teacher.request.post(`${school.url}/api/assignments/storm-words/asides/s-imke`, {
    data: { act: 'news-test-1', body: 'I like the second word best.' },
    headers: { origin: school.url },
  });
  await expect.poll(() => count(page)).toBe(before + 1);
  await expect.poll(() => count(other)).toBe(before + 1);

  await page.getByRole('link', { name: /^New/ }).first().click();
  await expect(page.getByRole('link', { name: 'A reply in the aside on Storm words' })).toBeVisible();
  await expect.poll(() => count(other)).toBeLessThan(before + 1);
  await page.getByRole('button', { name: /Mark all/ }).click();
  await expect.poll(() => count(page)).toBe(0);
  await expect.poll(() => count(other)).toBe(0);
});

test('a stream that was gone for a while: what was missed is fetched when it is back', async ({
  browser,
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-abena');
  let stream = true;
  await page.route('**/api/events*', (route) => (stream ? route.continue() : route.abort()));
  await open(page, school, '/today');
  const count = () => page.locator('[data-unread]').first().getAttribute('data-unread').then(Number);
  const before = await count();
  stream = false;
  await page.evaluate(() => dispatchEvent(new Event('offline')));
  await open(page, school, '/today');
  await expect(page.getByText('The school cannot be reached just now.')).toBeVisible();
  const teacher = await signIn(await browser.newContext(), school, 't-bello');
  await teacher.request.post(`${school.url}/api/assignments/storm-words/asides/s-abena`, {
    data: { act: 'news-test-2', body: 'While you were away.' },
    headers: { origin: school.url },
  });
  stream = true;
  await expect.poll(count).toBe(before + 1);
  await expect(page.getByText('The school cannot be reached just now.')).toBeHidden();
});

test('what happens between the drawing of a screen and its listening still arrives', async ({
  browser,
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-abena');
  let listen = () => {};
  const may = new Promise<void>((resolve) => {
    listen = resolve;
  });
  await page.route('**/api/events*', async (route) => {
    await may;
    await route.continue();
  });
  await open(page, school, '/today');
  const count = () => page.locator('[data-unread]').first().getAttribute('data-unread').then(Number);
  const before = await count();
  const teacher = await signIn(await browser.newContext(), school, 't-bello');
  await teacher.request.post(`${school.url}/api/assignments/storm-words/asides/s-abena`, {
    data: { act: 'news-test-3', body: 'Before you listened.' },
    headers: { origin: school.url },
  });
  expect(await count()).toBe(before);
  listen();
  await expect.poll(count).toBe(before + 1);
});

test('Find by keyboard: a class by a few letters, past a slip, a command, and help', async ({ context, school }) => {
  const page = await signIn(context, school, 's-imke');
  await open(page, school, '/today');
  await page.keyboard.press('Control+k');
  const box = page.getByRole('combobox', { name: 'Find' });
  await box.fill('tide-p');
  await expect(page.getByRole('option', { name: /Tide-pool Science/ }).first()).toBeVisible();
  await box.fill('claud lader');
  await expect(page.getByRole('option', { name: /Reading the cloud ladder/ })).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Reading the cloud ladder');
  await page.keyboard.press('Control+k');
  await box.fill('timetab');
  await page.getByRole('option', { name: /See the timetable/ }).click();
  await expect(page.getByRole('heading', { name: 'Timetable' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await box.fill('zzzz');
  await expect(page.getByText('Nothing is called “zzzz”.')).toBeVisible();
});

test('help opens in place, whole as a page, and says what the device needs and whom to ask', async ({
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-imke');
  await open(page, school, '/shelf');
  await page.getByRole('button', { name: 'Help' }).click();
  await expect(page.getByRole('dialog').getByRole('heading', { name: 'The Shelf' })).toBeVisible();
  await page.getByRole('link', { name: 'All help on one page' }).click();
  await expect(page.getByText('This device has all it must have.')).toBeVisible();
  await expect(page.getByText('Tomasz Kerr', { exact: true }).locator('..')).toContainText(
    'weekdays from 14:00 to 16:00',
  );
});

test('the Shelf holds what one made, and a class of the past', async ({ context, school }) => {
  const page = await signIn(context, school, 's-imke');
  await open(page, school, '/shelf');
  await expect(page.getByRole('heading', { name: /Ropework, last year/ })).toBeVisible();
  await page.getByRole('link', { name: 'My first splice' }).click();
  await expect(page.getByText('The third tuck.')).toBeVisible();
});

test('how one likes to read holds for every text, and on another device', async ({ browser, context, school }) => {
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
  const other = await signIn(await browser.newContext(), school, 's-goran');
  await open(other, school, '/classes/stories/materials/two-moths');
  await other.locator('[data-print] p').first().waitFor();
  expect(
    await other
      .locator('[data-print] div p')
      .first()
      .evaluate((p) => getComputedStyle(p).fontSize),
  ).toBe('24px');
});

test('a clock that is wrong on the student’s machine is said', async ({ context, school }) => {
  const page = await signIn(context, school, 's-imke');
  await page.clock.setFixedTime(Date.now() + 2 * 3_600_000);
  await open(page, school, '/work');
  await expect(page.getByText('The clock of this device is 120 min fast.')).toBeVisible();
});
