import { found } from './axe';
import { expect, PHONE, putAway, signIn, test } from './school';

// The whole job of somebody who sits an exam: preparation in order, the start word, answers of every kind, a network that
// fails, leaving and coming back, what to come back to, and one act that hands it in.
test('an exam is sat: begun with its word, answered offline too, left, gone on with on another device, finished and kept', async ({
  school,
  another,
}) => {
  const context = await another();
  const page = await signIn(context, school, 's-wren');
  await page.goto(`${school.url}/desk/over-the-sill`);
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await page.getByRole('button', { name: /My phone can take/ }).click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await page.getByRole('button', { name: /The exam/ }).click();
  await expect(page.getByText('You have 40 min from when you begin.')).toBeVisible();
  await page.getByLabel('Start word').fill('high water');
  await page.getByRole('button', { name: 'Begin now' }).click();
  await expect(page.getByText('That is not the start word.')).toBeVisible();
  await page.getByLabel('Start word').fill('Sill Gate');
  await page.getByRole('button', { name: 'Begin now' }).click();
  await expect(page.getByText('Question 1 of 9')).toBeVisible();
  await expect(page.getByText('left, until')).toBeVisible();

  await page.getByRole('textbox', { name: /How far does the water rise/ }).fill('3.8 m');
  await expect(page.getByText('read as 3.8 m')).toBeVisible();
  await page.getByRole('radio', { name: /12:30 to 19:00/ }).check();
  await expect(page.getByText('1 of 9 answered.')).toBeVisible();
  expect(await found(page, { contrast: true })).toEqual([]);

  // By key alone: to the next question, and a loop to come back to it.
  await page.getByRole('button', { name: 'Next question' }).press('Enter');
  await expect(page.getByText('Question 2 of 9')).toBeVisible();
  await page.getByRole('button', { name: 'Come back to this' }).press('Enter');
  await expect(page.getByText('You wanted to come back to 2.')).toBeVisible();

  // The network goes; what is answered meanwhile is kept and arrives when it is back.
  await context.setOffline(true);
  await page.getByRole('button', { name: '3 empty' }).click();
  await page.getByRole('textbox').fill('0.5');
  await page.getByRole('button', { name: '4 empty' }).click();
  await page.getByRole('button', { name: 'The order is right as it is' }).click();
  await page.getByRole('button', { name: 'Move down: ' }).first().press('Alt+ArrowDown');
  await context.setOffline(false);
  await expect(page.locator('[data-safety="saved"]').first()).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: '8 empty' }).click();
  await page.getByRole('textbox').fill('Near high and low water the tide is slow.');
  await expect(page.getByText('4 of 9 answered.')).toBeVisible();
  await expect(page.locator('[data-safety="saved"]').first()).toBeVisible();
  await page.getByRole('button', { name: 'Leave, go on later' }).click();
  await page.waitForURL('**/today');
  await putAway(page);

  // A phone of their own: the same paper, the same answers, the time has run on.
  const phone = await another(PHONE);
  const small = await signIn(phone, school, 's-wren');
  await small.goto(`${school.url}/desk/over-the-sill`);
  await expect(small.getByText('4 of 9 answered.')).toBeVisible();
  await small.getByRole('button', { name: 'Finish …' }).click();
  // What is left is said before it is too late, on a phone, too.
  await expect(small.getByRole('dialog').getByText('You wanted to come back to 2.')).toBeVisible();
  await small.getByRole('button', { name: 'Finish now' }).click();
  await expect(small.getByRole('heading', { name: 'Photographs of your working' })).toBeVisible();
  await small.getByRole('button', { name: 'Finish …' }).click();
  await small.getByRole('button', { name: 'Finish now' }).click();
  await expect(small.getByRole('heading', { name: 'Receipts' })).toBeVisible();

  // The teacher reads what has to be read, and it is marked by question.
  const desk = await signIn(await another(), school, 't-kerr');
  await desk.goto(`${school.url}/answers/over-the-sill-3`);
  await expect(desk.getByRole('row', { name: /Wren Okafor/ })).toContainText('finished');
  await desk.getByLabel('Points for Wren Okafor').fill('7');
  // Whoever goes on at once has kept it.
  await desk.getByRole('button', { name: 'Keep' }).click();
  await desk.goto(`${school.url}/marking/over-the-sill?student=s-wren`);
  await expect(async () => {
    await desk.reload();
    await expect(desk.getByText(/The exam: (15|19) of 40/)).toBeVisible({ timeout: 3000 });
  }).toPass();
  await desk.goto(`${school.url}/answers/over-the-sill-3`);
  await expect(desk.getByLabel('Points for Wren Okafor')).toHaveValue('7');
});

// A question in the lesson, from both sides: answer first, then see the class, live; and what many wrote is accepted at once.
test('a class answers and sees how it answered, live; a further answer that is accepted counts for everyone', async ({
  school,
  another,
}) => {
  const open = async (who: string) => {
    const page = await signIn(await another(), school, who);
    await page.goto(`${school.url}/desk/pool-falls-dry`);
    await page.getByRole('button', { name: 'Answer', exact: true }).click();
    return page;
  };
  const finish = async (page: Awaited<ReturnType<typeof open>>, choice: string, why: string) => {
    await page.getByRole('radio', { name: choice }).check();
    await page.getByRole('textbox', { name: /Why/ }).fill(why);
    await page.getByRole('button', { name: 'Finish …' }).click();
    await page.getByRole('button', { name: 'Finish now' }).click();
    await expect(page.getByRole('heading', { name: 'Receipts' })).toBeVisible();
    await page.getByRole('button', { name: /Answer, then see the class/ }).click();
  };
  const wren = await open('s-wren');
  await finish(wren, 'It clamps down on its own spot', 'Because of the waves');
  const count = wren.getByText(/\d+ of 23 have answered/);
  const before = Number.parseInt((await count.textContent()) ?? '', 10);
  await expect(wren.getByText('yours among them')).toBeVisible();
  expect(await found(wren, { contrast: true })).toEqual([]);
  const yusuf = await open('s-yusuf');
  await finish(yusuf, 'It crawls after the water', 'because of the waves!');
  // What another answered is there without anybody asking.
  await expect(count).toHaveText(`${before + 1} of 23 have answered`);
  await expect(wren.getByRole('listitem').filter({ hasText: 'Because of the waves' })).toContainText('2');
  await wren.getByRole('button', { name: 'Change my answer' }).click();
  await expect(wren.getByRole('radio', { name: 'It clamps down on its own spot' })).toBeChecked();

  const bello = await signIn(await another(), school, 't-bello');
  await bello.goto(`${school.url}/answers/cloud-names-1`);
  await bello.locator('summary', { hasText: 'Thin white hooks' }).click();
  await bello.getByRole('button', { name: 'Accept it' }).first().click();
  await expect(bello.getByText(/Points changed for/)).toBeVisible();
  expect(await found(bello)).toEqual([]);
});
