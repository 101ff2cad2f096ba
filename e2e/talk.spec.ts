import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { found } from './axe';
import { expect, putAway, signIn, test, write } from './school';

/** Types where a post is written, at its end. */
async function type(page: Page, label: string | RegExp, words: string): Promise<void> {
  const field = page.getByRole('textbox', { name: label });
  await field.click();
  await page.keyboard.press('End');
  await write(page, words);
}

test('a student asks the class, keeps what is private from it, and both are answered where they were asked', async ({
  context,
  school,
  another,
}) => {
  const page = await signIn(context, school, 's-wren');
  await page.goto(`${school.url}/desk/cloud-ladder#sheet=floor`);
  const kept = page.waitForResponse((answer) => answer.url().endsWith('/api/half-written') && answer.ok());
  await type(page, 'Write a question to the class', 'My grandmother is in hospital. May I hand this in on Monday?');
  await expect(page.getByText(/This sounds like something for/)).toBeVisible();
  expect(await found(page)).toEqual([]);
  // Half-typed, it is there on another device before anything was sent.
  await kept;
  const device = await signIn(await another(), school, 's-wren');
  await device.goto(`${school.url}/desk/cloud-ladder#sheet=floor`);
  await expect(device.getByText('May I hand this in on Monday?')).toBeVisible();
  await putAway(device);
  await page.getByRole('button', { name: 'Put it into a quiet word' }).click();
  const quiet = page.getByRole('textbox', { name: 'Write a quiet word' });
  await expect(quiet).toHaveValue(/My grandmother is in hospital/);
  await page.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(page.locator('aside li').filter({ hasText: 'My grandmother' })).toBeVisible();

  const mate = await signIn(await another(), school, 's-dao');
  await mate.goto(`${school.url}/desk/cloud-ladder#sheet=floor`);
  await expect(mate.getByText('Does question 3 mean the sky right now')).toBeVisible();
  await page.getByRole('button', { name: 'Open floor' }).click();
  await type(page, 'Write a question to the class', 'Which rung is fog on?');
  await page.getByRole('button', { name: /^Ask \d+ people in Weather & Sky$/ }).click();
  // It is with the class without anything being asked for, and the private words are not.
  await expect(mate.getByText('Which rung is fog on?')).toBeVisible();
  await expect(mate.getByText('My grandmother is in hospital')).toHaveCount(0);
  const thread = mate.getByRole('article').filter({ hasText: 'Which rung is fog on?' });
  await thread.getByRole('button', { name: 'I ask this too' }).click();
  await expect(thread.getByText('You ask this too')).toBeVisible();

  const teacher = await signIn(await another(), school, 't-bello');
  await teacher.goto(`${school.url}/today`);
  await teacher.getByRole('link', { name: /^Weather & Sky: \d+$/ }).click();
  const asked = teacher.getByRole('article').filter({ hasText: 'Which rung is fog on?' });
  await asked.getByRole('button', { name: 'Add to it' }).click();
  await type(teacher, 'Add to it', 'The lowest: it is a cloud on the ground.');
  await asked.getByRole('button', { name: /^Say it to/ }).click();
  const reply = asked.locator('[data-post]').filter({ hasText: 'a cloud on the ground' });
  await reply.getByText('More', { exact: true }).click();
  await reply.getByRole('button', { name: 'This is the answer' }).click();
  const answered = page.getByRole('article').filter({ hasText: 'Which rung is fog on?' });
  await expect(answered.getByText('The answer from')).toBeVisible();
  await expect(answered.getByText('The lowest: it is a cloud on the ground.')).toBeVisible();
});

test('a message with a file: sent, read, answered; it hands nothing in until it is put to the work', async ({
  context,
  school,
  another,
}) => {
  const page = await signIn(context, school, 's-goran');
  await page.goto(`${school.url}/messages`);
  await page.getByRole('link', { name: /Tomasz Kerr/ }).click();
  await page.getByRole('textbox', { name: 'What it is about' }).fill('My tide table');
  await type(page, 'Write to Tomasz Kerr', 'Is this what you mean?');
  await page.locator('input[type=file][multiple]').setInputFiles({
    name: 'tides.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('day,height\nMonday,2.1\n'),
  });
  await expect(page.getByText('tides.csv')).toBeVisible();
  await page.getByRole('button', { name: 'Send to Tomasz Kerr' }).click();
  await expect(page.getByText('not read yet').first()).toBeVisible();
  await expect(page.getByText('This does not hand it in.')).toBeVisible();
  expect(await found(page)).toEqual([]);
  await page.getByRole('combobox', { name: 'To which work?' }).selectOption({ label: 'Tide tables' });
  await page.getByRole('button', { name: 'Put it to Tide tables' }).click();
  await expect(page.getByText(/It is put to Tide tables/)).toBeVisible();

  const teacher = await signIn(await another(), school, 't-kerr');
  await teacher.goto(`${school.url}/today`);
  await teacher.getByRole('link', { name: /^Messages/ }).click();
  await teacher.getByRole('link', { name: /Goran/ }).click();
  await expect(teacher.getByText('Is this what you mean?').last()).toBeVisible();
  const [file] = await Promise.all([
    teacher.waitForEvent('download'),
    teacher.getByRole('link', { name: 'tides.csv' }).click(),
  ]);
  expect(readFileSync((await file.path()) ?? '', 'utf8')).toContain('Monday,2.1');
  await type(teacher, /^Write to Goran/, 'Yes, and with the days in order.');
  await teacher.getByRole('button', { name: /^Send to Goran/ }).click();
  await expect(page.getByText('Yes, and with the days in order.').last()).toBeVisible();
  await expect(page.getByText(/^You.*, read /).first()).toBeVisible();
  await page.goto(`${school.url}/desk/tide-tables#sheet=pieces`);
  await expect(page.locator('aside').getByText('tides.csv')).toBeVisible();
});

test('a discussion: one’s own first, then the others; what is asked for is counted, and goes along with what it answers', async ({
  context,
  school,
  another,
}) => {
  const page = await signIn(context, school, 's-dao');
  await page.goto(`${school.url}/desk/old-lamp#step=old-lamp-2`);
  await expect(page.getByText('Say something of your own first.', { exact: false })).toBeVisible();
  await expect(page.getByText('A lamp that nobody needs is only a habit', { exact: false })).toHaveCount(0);
  const own =
    'Put it out and keep it clean, so that it can be lit within five minutes. A lamp that waits is worth as much as one that burns, ' +
    'and whoever keeps it clean knows it well when the power fails again in a long night.';
  await type(page, 'Write your post', own);
  await page.getByRole('button', { name: /^Say it to \d+ people$/ }).click();
  const hana = page.locator('[data-post]').filter({ hasText: 'A lamp that nobody needs is only a habit' });
  await expect(hana).toBeVisible();
  // What is chosen of a post is quoted.
  await hana.getByText('A lamp that nobody needs', { exact: false }).selectText();
  await hana.getByRole('button', { name: 'Reply to Hana S.' }).click();
  const reply = page.getByRole('textbox', { name: 'Write a reply to Hana S.' });
  await expect(reply.locator('blockquote')).toContainText('only a habit');
  await expect(reply).toBeFocused();
  await write(page, 'Is a habit of looking after each other not worth a rope for the ferry?');
  await page.getByRole('button', { name: 'Reply to Hana S.' }).last().click();
  await expect(page.getByText('One more reply to others.', { exact: false })).toBeVisible();
  const otso = page.locator('article').filter({ hasText: 'Both. Put it out on clear nights' });
  await otso.getByRole('button', { name: 'Reply to Otso L.' }).first().click();
  await page.getByRole('textbox', { name: 'Write a reply to Otso L.' }).click();
  await write(page, 'Then somebody has to decide each evening, and I would like that to be us.');
  await page.getByRole('button', { name: 'Reply to Otso L.' }).last().click();
  await expect(page.getByText('4 of 4 are there.')).toBeVisible();
  expect(await found(page)).toEqual([]);
  await page
    .getByRole('button', { name: /^Hand in/ })
    .last()
    .click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Hand in/ })
    .click();
  await expect(page.getByText('Up it goes!')).toBeVisible();

  const teacher = await signIn(await another(), school, 't-haddad');
  await teacher.goto(`${school.url}/marking/old-lamp?student=s-dao`);
  await expect(teacher.getByText('Put it out and keep it clean', { exact: false })).toBeVisible();
  await expect(teacher.getByText('Is a habit of looking after each other', { exact: false })).toBeVisible();
  await expect(teacher.locator('blockquote').filter({ hasText: 'only a habit' }).first()).toBeVisible();
  await teacher.getByRole('link', { name: /^The whole discussion/ }).click();
  await expect(teacher.getByText('She does already. It is my aunt.')).toBeVisible();
  expect(await found(teacher)).toEqual([]);
});
