import { time } from '@/store/database';
import { openPglite } from '@/store/pglite-driver';
import { expect, School, saved, signIn, test, typeAnswer, write } from './school';

test('nothing that was typed is lost by reloading at once or by closing; two tabs and another device see each other and freeze together', async ({
  school,
  another,
}) => {
  const home = await another();
  const page = await signIn(home, school, 's-keanu');
  const address = `${school.url}/desk/cloud-ladder#step=cloud-ladder-2`;
  await page.goto(address);
  await expect(page.getByRole('textbox', { name: /Keanu P/ })).toBeFocused();
  await page.keyboard.type('Typed and reloaded.');
  await page.reload();
  await expect(page.getByText('Typed and reloaded.').filter({ visible: true })).toBeVisible();
  await saved(page);
  await typeAnswer(page, 2, 'Typed and closed.');
  await page.close();

  const one = await home.newPage();
  await one.goto(address);
  await expect(one.getByText('Typed and closed.').filter({ visible: true })).toBeVisible();
  await saved(one);
  const tab = await home.newPage();
  await tab.goto(address);
  const tablet = await signIn(await another(), school, 's-keanu');
  await tablet.goto(address);
  await expect(tablet.getByRole('textbox', { name: /Keanu P/ })).toHaveAttribute('contenteditable', 'true');
  for (const words of ['Typed and reloaded.', 'Typed and closed.']) await expect(tablet.getByText(words)).toBeVisible();
  await typeAnswer(one, 1, 'From the first.');
  for (const other of [tab, tablet]) await expect(other.getByText('From the first.')).toBeVisible();
  await typeAnswer(tablet, 3, 'From the tablet.');
  await expect(one.getByText('From the tablet.')).toBeVisible();
  await saved(one);
  await one.getByRole('button', { name: 'Hand in 1 piece' }).click();
  await one.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
  await expect(one.getByRole('heading', { name: /^Receipt \d/ })).toBeVisible();
  for (const other of [tab, tablet]) {
    await expect(other.getByText('to read, not to change')).toBeVisible();
    await expect(other.getByRole('button', { name: 'Take back' })).toBeVisible();
  }
});

// These end the server, so they have one of their own.
test.describe('nothing that was typed is lost', () => {
  let school: School;
  test.beforeAll(async () => {
    school = await School.open();
  });
  test.afterAll(async () => {
    await school.end();
    school.remove();
  });

  test('while the server is gone: it is said, kept, and sent by itself when the server is back', async ({
    context,
  }) => {
    const page = await signIn(context, school, 's-keanu');
    await page.goto(`${school.url}/desk/cloud-ladder#step=cloud-ladder-2`);
    await expect(page.getByRole('textbox', { name: /Keanu P/ })).toBeFocused();
    await typeAnswer(page, 1, 'Before. ');
    await saved(page);
    await school.end('SIGKILL');
    await typeAnswer(page, 1, 'While it was gone.');
    await expect(page.locator('[data-safety="away"]')).toContainText('kept on this device');
    await page.getByRole('button', { name: 'Hand in 1 piece' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'not handed in' })).toContainText('What you typed is kept');
    await page.getByRole('dialog').getByRole('button', { name: 'Not yet' }).last().click();
    await school.start();
    await saved(page);
    await page.reload();
    await expect(page.getByText('Before. While it was gone.').filter({ visible: true })).toBeVisible();
  });

  test('when the closing time passes while the page is open', async ({ context }) => {
    const page = await signIn(context, school, 's-keanu');
    await page.goto(`${school.url}/desk/captain-letter`);
    await expect(page.getByRole('textbox', { name: /Keanu P/ })).toBeFocused();
    await write(page, 'Dear Captain Osei, I live above the shop.');
    await saved(page);
    await page.getByRole('button', { name: 'Hand in 1 piece' }).click();
    // The closing time is moved while the dialog is open, and the page is kept from hearing of it.
    await page.route('**/api/health', (route) => route.abort());
    await school.end();
    const db = await openPglite(school.folder);
    await db.query("UPDATE assignment SET closes_at = $1 WHERE id = 'captain-letter'", [time(Date.now() - 60_000)]);
    await db.close();
    await school.start();
    await saved(page);
    await page.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'cannot be handed in any more' })).toContainText(
      'What you typed is kept',
    );
    await page.unroute('**/api/health');
    await page.reload();
    await expect(page.getByText(/It can no longer be handed in/)).toBeVisible();
    await expect(page.getByText('Dear Captain Osei, I live above the shop.').filter({ visible: true })).toBeVisible();
  });

  test('words that arrive after the hand-in are kept on the device and come along after taking back', async ({
    another,
  }) => {
    const home = await another();
    const one = await signIn(home, school, 's-zofia');
    const address = `${school.url}/desk/cloud-ladder#step=cloud-ladder-2`;
    await one.goto(address);
    await expect(one.getByRole('textbox', { name: /Zofia / })).toBeFocused();
    await typeAnswer(one, 1, 'It is a ladder. It has rungs.');
    await saved(one);
    const tablet = await signIn(await another(), school, 's-zofia');
    await tablet.goto(address);
    await expect(tablet.locator('.answer').getByText('It is a ladder.')).toBeVisible();
    await saved(tablet);
    // The tablet's line is cut: what it types stays with it while the other one hands in.
    await school.end();
    await typeAnswer(tablet, 2, 'Typed on the tablet.');
    await one.close();
    await tablet.context().setOffline(true);
    await school.start();
    const desk = await home.newPage();
    await desk.goto(address);
    await saved(desk);
    await desk.getByRole('button', { name: 'Hand in 1 piece' }).click();
    await desk.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
    await expect(desk.getByRole('heading', { name: /^Receipt \d/ })).toBeVisible();
    await tablet.context().setOffline(false);
    await expect(
      tablet
        .locator('[data-safety="kept"], [data-safety="saved"]')
        .or(tablet.getByText('to read, not to change'))
        .first(),
    ).toBeVisible();
    await expect(tablet.getByText('Typed on the tablet.')).toBeVisible();
    await desk.getByRole('button', { name: 'Take back' }).click();
    await desk.getByRole('button', { name: 'Answer the questions' }).click();
    await expect(desk.getByText('Typed on the tablet.')).toBeVisible();
  });
});

test('a second start on the same data folder is refused with a clear message', async ({ school }) => {
  const second = new Promise<string>((resolve) => {
    void import('node:child_process').then(({ spawn }) => {
      const started = spawn('node', ['server.mjs'], { env: { ...process.env, PORT: '0', KITE_DATA: school.folder } });
      let said = '';
      started.stderr.on('data', (data: Buffer) => {
        said += String(data);
      });
      started.once('exit', (code) => resolve(`${code} ${said}`));
    });
  });
  expect(await second).toMatch(/^1 .*in use by another running Kite String/s);
});
