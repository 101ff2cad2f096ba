import { expect, saved, signIn, test, typeAnswer } from './school';

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
