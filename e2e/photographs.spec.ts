import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { scratch } from '@/testing/scratch';
import { found } from './axe';
import { expect, PHONE, saved, signIn, test, write } from './school';

const page1 = join(process.cwd(), 'demo', 'files', 'kite-page-1.jpg');
const page2 = join(process.cwd(), 'demo', 'files', 'kite-page-2.jpg');

test('pages are set to be photographed, photographed with a phone, put in order on a laptop, pressed, handed in, and marked', async ({
  context,
  school,
  another,
}) => {
  const teacher = await signIn(await another(), school, 't-kerr');
  await teacher.goto(`${school.url}/today`);
  await teacher.getByRole('button', { name: 'Set work in Harbour Mathematics' }).click();
  await teacher.waitForURL('**/set/*');
  await expect(teacher.getByLabel('Title', { exact: true })).toBeFocused();
  await write(teacher, 'On your own paper');
  await teacher.getByRole('button', { name: /^Photographs/ }).click();
  await expect(teacher.getByText('You can write on those when you mark.')).toBeVisible();
  await teacher
    .getByRole('button', { name: /^\+ ask for something/ })
    .first()
    .click();
  await teacher.getByRole('button', { name: 'Photographed pages' }).click();
  expect(await found(teacher)).toEqual([]);
  await saved(teacher);
  await teacher.getByRole('button', { name: /^Post to/ }).click();
  await teacher.getByRole('dialog').getByRole('button', { name: /^Post/ }).last().click();
  await expect(teacher.getByText(/posted/i).first()).toBeVisible();

  // On a phone: two photographs, and two files that cannot be taken, each with why and what to do.
  const first = await signIn(await another(PHONE), school, 's-wren');
  await first.goto(`${school.url}/classes/maths`);
  await first.getByRole('link', { name: 'On your own paper' }).first().tap();
  await first.waitForURL('**/desk/*');
  const desk = first.url().replace(/#.*$/, '');
  await expect(first.getByRole('heading', { name: 'Photograph your pages' })).toBeVisible();
  expect(await found(first)).toEqual([]);
  const folder = scratch('kite-e2e-');
  const heic = join(folder, 'page.heic');
  writeFileSync(heic, Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic'), Buffer.alloc(64)]));
  const broken = join(folder, 'broken.jpg');
  writeFileSync(broken, readFileSync(page1).subarray(0, 300));
  await first.locator('input[type=file][multiple]').setInputFiles([page1, heic, broken]);
  const stampsOn = (on: Page) =>
    on.getByRole('navigation', { name: 'Photographs of your pages' }).getByRole('listitem');
  await expect(stampsOn(first)).toHaveCount(1);
  await expect(first.getByText(/format \(HEIC\) that cannot be opened here/)).toBeVisible();
  await expect(first.getByText(/This is no picture that can be opened here/)).toBeVisible();
  // What to do stands above until the school has heard that it is begun, and can be put away, too.
  const refused = first.getByRole('alert').getByRole('button', { name: 'Put away' });
  for (const left of [1, 0]) {
    await refused.first().tap();
    await expect(refused).toHaveCount(left);
  }
  // Without a network the next one waits on this device, and a page that is closed over it loses nothing.
  await first.context().setOffline(true);
  await first.locator('input[type=file][multiple]').setInputFiles([page2]);
  await expect(first.getByText(/The photograph is kept on this device/)).toBeVisible();
  await first.close();
  await first.context().setOffline(false);
  const phone = await first.context().newPage();
  await phone.goto(desk);
  const stamps = stampsOn(phone);
  await expect(stamps).toHaveCount(2);
  await expect(stamps.nth(0)).toContainText('edges found');
  await expect(stamps.nth(1)).toContainText('please look');
  expect(await found(phone)).toEqual([]);
  await saved(phone);

  // The laptop has them: the corner under the thumb is moved by key, the second page comes first, the first is turned and back.
  const page = await signIn(context, school, 's-wren');
  await page.goto(desk);
  const own = page.getByRole('navigation', { name: 'Photographs of your pages' }).getByRole('button');
  await own.nth(1).click();
  const corner = page.getByRole('button', { name: /^Lower right corner, please look/ });
  await corner.focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Shift+ArrowUp');
  await expect(page.getByRole('button', { name: /^Lower right corner\./ })).toBeFocused();
  await expect(own.nth(1)).toContainText('edges found');
  await own.nth(1).press('Alt+ArrowUp');
  await expect(page.getByRole('heading', { name: 'Page 1' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'The page as it will be handed in' })).toBeVisible();
  await page.getByRole('button', { name: 'grey', exact: true }).click();
  await expect(page.getByText('Faint lines')).toHaveCount(0);
  await page.getByRole('button', { name: 'black and white' }).click();
  expect(await found(page, { contrast: true })).toEqual([]);
  await page.getByRole('button', { name: 'Put 2 pages together' }).click();
  const sheets = page.locator('[data-sheet]');
  await expect(sheets).toHaveCount(2);
  await expect(sheets.first().getByRole('img').first()).toBeVisible();
  expect(await found(page)).toEqual([]);
  await saved(page);

  const files = page.getByRole('button', { name: /^Files/ });
  await files.click();
  const address = await page.getByRole('link', { name: 'PDF with everything on it' }).getAttribute('href');
  await page.keyboard.press('Escape');
  const pdf = await (await context.request.get(`${school.url}${address}`)).body();
  const file = join(folder, 'pages.pdf');
  writeFileSync(file, pdf);
  expect(spawnSync('qpdf', ['--check', file]).status).toBe(0);
  const told = spawnSync('pdfinfo', [file], { encoding: 'utf8' }).stdout;
  expect(told).toMatch(/Pages:\s+2/);
  expect(told).toMatch(/595\.\d+ x 841\.\d+ pts \(A4\)/);
  expect(pdf.byteLength).toBeLessThan(600_000);

  await page.getByRole('button', { name: /^Hand in 1/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
  await expect(page.getByText(/^Receipt/).first()).toBeVisible();

  await teacher.goto(`${school.url}/marking/${desk.split('/').at(-1)}?student=s-wren`);
  const shown = teacher.locator('[data-sheet]');
  await expect(shown).toHaveCount(2);
  const picture = shown.first().locator('img').first();
  await expect.poll(() => picture.evaluate((img) => (img as HTMLImageElement).naturalWidth)).toBe(1654);
  await teacher
    .getByRole('toolbar', { name: 'Tools for marking' })
    .getByRole('button', { name: 'Tick', exact: true })
    .click();
  const box = await shown.first().boundingBox();
  await teacher.mouse.click((box?.x ?? 0) + (box?.width ?? 0) * 0.8, (box?.y ?? 0) + (box?.height ?? 0) * 0.3);
  await expect(teacher.getByRole('img', { name: '1 thing drawn by the teacher' })).toBeVisible();
  expect(await found(teacher)).toEqual([]);
});

test('the camera of a laptop photographs one page after the other; where it may not be used, that is said', async ({
  context,
  school,
}) => {
  await context.grantPermissions(['camera']);
  const page = await signIn(context, school, 's-wren');
  await page.goto(`${school.url}/desk/kite-edges`);
  await page.getByRole('button', { name: 'Photograph your pages' }).click();
  await page.getByRole('button', { name: 'Take a photograph' }).click();
  const camera = page.getByRole('region', { name: 'Camera' });
  await camera.getByRole('button', { name: 'Take it' }).click();
  await expect(camera.getByText('1 photograph taken. The next page, or done?')).toBeVisible();
  await camera.getByRole('button', { name: 'Take it' }).click();
  await expect(camera.getByText('2 photographs taken. The next page, or done?')).toBeVisible();
  expect(await found(page)).toEqual([]);
  await camera.getByRole('button', { name: 'Done' }).click();
  const stamps = page.getByRole('navigation', { name: 'Photographs of your pages' }).getByRole('listitem');
  await expect(stamps).toHaveCount(2);
  // What is taken again takes the place of what was there, once the camera sees something else.
  const before = await page.getByRole('img', { name: 'Photograph 1' }).getAttribute('src');
  await page.getByRole('button', { name: 'Take again' }).click();
  const seen = camera.locator('video');
  await expect.poll(() => seen.evaluate((video) => (video as HTMLVideoElement).currentTime)).toBeGreaterThan(1);
  await camera.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByRole('img', { name: 'Photograph 1' })).not.toHaveAttribute('src', before ?? '', {
    timeout: 60_000,
  });
  await expect(stamps).toHaveCount(2);

  await page.evaluate(() => {
    navigator.mediaDevices.getUserMedia = async () => {
      throw new DOMException('no', 'NotAllowedError');
    };
  });
  await page.getByRole('button', { name: 'Take another' }).click();
  await expect(page.getByText(/^The camera may not be used here/)).toBeVisible();
  await camera.getByRole('button', { name: 'Back' }).click();
  await expect(stamps).toHaveCount(2);
});
