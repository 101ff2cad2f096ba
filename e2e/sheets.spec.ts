import { spawnSync } from 'node:child_process';
import type { Page } from '@playwright/test';
import { found } from './axe';
import { expect, PHONE, putAway, saved, signIn, test, write } from './school';

/** A tool of the sheets. */
const take = (page: Page, bar: string, tool: string) =>
  page.getByRole('toolbar', { name: bar }).getByRole('button', { name: tool, exact: true }).click();

/** Where a share of the first sheet across and down is on the screen. */
async function onSheet(page: Page) {
  const box = await page.locator('[data-sheet]').first().boundingBox();
  if (!box) throw new Error('no sheet is seen');
  return (x: number, y: number) => [box.x + x * box.width, box.y + y * box.height] as const;
}

async function draw(page: Page, places: readonly (readonly [number, number])[]) {
  const [first, ...rest] = places;
  if (!first) return;
  await page.mouse.move(...first);
  await page.mouse.down();
  for (const place of rest) await page.mouse.move(...place, { steps: 3 });
  await page.mouse.up();
}

const things = (page: Page) => page.locator('[data-thing]');

test('a chart is set to be written on, written on by mouse and by key on two devices, handed in, marked where it stands, and read', async ({
  context,
  school,
  another,
}) => {
  const teacher = await signIn(await another(), school, 't-kerr');
  await teacher.goto(`${school.url}/today`);
  await teacher.getByRole('button', { name: 'Set work in Harbour Mathematics' }).click();
  await teacher.waitForURL('**/set/*');
  await expect(teacher.getByLabel('Title', { exact: true })).toBeFocused();
  await write(teacher, 'Find the boat');
  await teacher.getByRole('button', { name: /^Sheets/ }).click();
  await teacher.getByRole('button', { name: /^Three bearings, one boat/ }).click();
  await expect(teacher.getByText('3 sheets, 6 boxes')).toBeVisible();
  // A box more, drawn where there was none, with a name and something asked for.
  const at = await onSheet(teacher);
  await draw(teacher, [at(0.6, 0.72), at(0.9, 0.8)]);
  await teacher.getByLabel('What is asked here').fill('How sure are you?');
  await teacher
    .getByRole('complementary', { name: 'About what is chosen' })
    .getByRole('button', { name: '+ ask for something here' })
    .click();
  await teacher.getByRole('button', { name: 'So many sentences' }).click();
  await expect(teacher.getByText('3 sheets, 7 boxes')).toBeVisible();
  expect(await found(teacher)).toEqual([]);
  await saved(teacher);
  await teacher.getByRole('button', { name: /^Post to/ }).click();
  await teacher.getByRole('dialog').getByRole('button', { name: /^Post/ }).last().click();
  await expect(teacher.getByText(/posted/i).first()).toBeVisible();

  const page = await signIn(context, school, 's-wren');
  await page.goto(`${school.url}/classes/maths`);
  await page.getByRole('link', { name: 'Find the boat' }).first().click();
  await page.waitForURL('**/desk/*');
  const desk = page.url().replace(/#.*$/, '');
  const boxes = page.locator('textarea[data-box]');
  await expect(boxes).toHaveCount(6);
  await expect(page.locator('[data-drawn]').first()).toBeVisible();
  const sheet = await onSheet(page);
  await take(page, 'Tools for the sheets', 'Pen');
  await draw(
    page,
    Array.from({ length: 12 }, (_, i) => sheet(0.1 + i * 0.02, 0.7 + 0.03 * Math.sin(i))),
  );
  await take(page, 'Tools for the sheets', 'Line');
  await draw(page, [sheet(0.1, 0.8), sheet(0.3, 0.85)]);
  await take(page, 'Tools for the sheets', 'Write');
  await page.mouse.click(...sheet(0.12, 0.9));
  await page.keyboard.type('My own words');
  await boxes.first().click();
  await write(page, 'She is 118° from the Old Light.');
  await page.getByRole('checkbox', { name: /I counted each bearing/ }).check();
  await expect(things(page)).toHaveCount(3);
  // What is seen of a thing lies where it is chosen by key and by pointer.
  const beside = await page.locator('[data-shape]').evaluateAll((shapes) =>
    shapes.map((shape) => {
      const [seen, own] = [shape, document.querySelector(`[data-thing="${shape.getAttribute('data-shape')}"]`)].map(
        (one) => one?.getBoundingClientRect() ?? new DOMRect(),
      ) as [DOMRect, DOMRect];
      return Math.max(Math.abs(seen.left - own.left), Math.abs(seen.top - own.top));
    }),
  );
  expect(beside).toHaveLength(2);
  expect(Math.max(...beside)).toBeLessThan(4);
  expect(await found(page, { contrast: true })).toEqual([]);
  await saved(page);

  // By key alone: a tick is put down, moved, taken off and brought back; another device has all of it, and adds to it.
  await take(page, 'Tools for the sheets', 'Tick');
  await page.getByRole('button', { name: 'Put one down' }).press('Enter');
  const tick = page.getByRole('button', { name: 'tick, blue' });
  await expect(tick).toBeFocused();
  const before = await tick.boundingBox();
  for (let i = 0; i < 10; i += 1) await page.keyboard.press('ArrowRight');
  expect(((await tick.boundingBox())?.x ?? 0) - (before?.x ?? 0)).toBeGreaterThan(10);
  await page.keyboard.press('Delete');
  await expect(things(page)).toHaveCount(3);
  await page.keyboard.press('Control+z');
  await expect(things(page)).toHaveCount(4);
  const device = await signIn(await another(PHONE), school, 's-wren');
  await device.goto(desk);
  await expect(things(device)).toHaveCount(4);
  await device.locator('textarea[data-box]').nth(1).tap();
  await write(device, 'The boat is in between.');
  // What is typed on a phone can be read: no smaller than plain letters.
  await expect
    .poll(() =>
      device
        .locator('textarea[data-box]')
        .nth(1)
        .evaluate((box) => box.getBoundingClientRect().height / (box as HTMLElement).offsetHeight),
    )
    .toBeGreaterThan(1.1);
  expect(await found(device)).toEqual([]);
  await saved(device);
  await putAway(device);
  await expect(boxes.nth(1)).toHaveValue('The boat is in between.');

  // What leaves is a PDF with all of it.
  const files = page.getByRole('button', { name: /^Files/ });
  await files.click();
  const address = await page.getByRole('link', { name: 'PDF with everything on it' }).getAttribute('href');
  await page.keyboard.press('Escape');
  const pdf = await (await context.request.get(`${school.url}${address}`)).body();
  const words = spawnSync('pdftotext', ['-', '-'], { input: pdf, encoding: 'utf8' }).stdout;
  for (const said of [
    'Three bearings, one boat',
    'My own words',
    'She is 118° from the Old Light.',
    'The boat is in between.',
  ])
    expect(words).toContain(said);

  await page.getByRole('button', { name: /^Hand in 1/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
  await expect(page.getByText(/^Receipt/).first()).toBeVisible();

  const assignment = desk.split('/').at(-1) ?? '';
  await teacher.goto(`${school.url}/marking/${assignment}?student=s-wren`);
  await expect(teacher.locator('[data-drawn]').first()).toBeVisible();
  // What is pressed for a remark lies over the sheet, which is seen through it.
  const surface = teacher.getByRole('button', { name: 'Put a remark on sheet 1' });
  await expect(surface).toHaveCSS('background-color', 'rgba(0, 0, 0, 0)');
  const mark = await onSheet(teacher);
  await teacher.mouse.click(...mark(0.3, 0.6));
  await teacher.getByLabel('A remark here').fill('Lay it at 068° once more.');
  await teacher.getByRole('button', { name: 'Put it there' }).click();
  await take(teacher, 'Tools for marking', 'Tick');
  await teacher.mouse.click(...mark(0.85, 0.28));
  await expect(teacher.getByRole('img', { name: '1 thing drawn by the teacher' })).toBeVisible();
  expect(await found(teacher)).toEqual([]);
  await teacher
    .getByRole('button', { name: /^Hand back/ })
    .last()
    .click();
  await expect(teacher.getByText(/undone|goes back/i).first()).toBeVisible();

  // Ten seconds later it is with the student, over what she wrote.
  const remark = page.getByRole('button', { name: 'Remark 1: Lay it at 068° once more.' });
  await expect(async () => {
    await page.goto(desk);
    await expect(remark).toBeVisible({ timeout: 5000 });
  }).toPass({ timeout: 40_000 });
  await remark.click();
  await expect(page.getByRole('note').getByText('Lay it at 068° once more.')).toBeVisible();
  await expect(page.getByRole('img', { name: '1 thing drawn by the teacher' })).toBeVisible();
});
