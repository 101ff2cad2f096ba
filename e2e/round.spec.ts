import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, pageOf, saved, signIn, test, typeAnswer } from './school';

/** Selects words of the work on the Marking desk, as a mouse would. */
async function selectWords(page: Page, words: string): Promise<void> {
  await expect(page.getByRole('article')).toContainText(words);
  await page.getByRole('article').evaluate((article, wanted) => {
    const walker = document.createTreeWalker(article, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const at = node.textContent?.indexOf(wanted) ?? -1;
      if (at < 0) continue;
      const range = document.createRange();
      range.setStart(node, at);
      range.setEnd(node, at + wanted.length);
      document.getSelection()?.removeAllRanges();
      document.getSelection()?.addRange(range);
      return;
    }
    throw new Error(`“${wanted}” does not stand there`);
  }, words);
}

test('another go: remarks on words, shown beside them, done and answered one by one, seen with what changed; marked and amended', async ({
  school,
  another,
}) => {
  test.setTimeout(300_000);
  const staff = await signIn(await another(), school, 't-bello');
  const page = await signIn(await another(), school, 's-bilal');

  await page.goto(`${school.url}/desk/cloud-ladder`);
  await expect(page.getByRole('button', { name: 'Take back' })).toBeVisible();

  await test.step('the teacher goes from student to student by key, remarks on selected words, and on words that are typed', async () => {
    await staff.goto(`${school.url}/marking/cloud-ladder?student=s-abena`);
    await expect(staff.getByRole('article')).toHaveAccessibleName(/^What Abena .* handed in$/);
    await staff.keyboard.press('Alt+ArrowDown');
    await expect(staff.getByRole('article')).toHaveAccessibleName(/^What Bilal .* handed in$/);
    await selectWords(staff, 'easy to remember');
    await staff.getByRole('button', { name: /Remark on “easy to remember”/ }).click();
    await expect(staff.getByLabel('The words')).toHaveValue('easy to remember');
    await staff.getByLabel('What you say about them').fill('Easy for whom?');
    await staff.getByRole('button', { name: 'Add the remark' }).click();
    await expect(staff.getByRole('article').locator('.remarked')).toHaveText('easy to remember');
    await staff.getByLabel('The words').fill('not a word of it');
    await staff.getByLabel('What you say about them').fill('Say which.');
    await staff.getByRole('button', { name: 'Add the remark' }).click();
    await expect(staff.getByRole('alert').filter({ hasText: 'do not stand in the work' })).toBeVisible();
    await staff.getByLabel('The words').fill('a day or sometimes two');
    await staff.getByRole('button', { name: 'Add the remark' }).click();
    await expect(staff.locator('.remarked')).toHaveCount(2);
  });

  await test.step('a draft is kept through a reload; a digit chooses a level; what is wrong is said; another go is asked for', async () => {
    await expect(staff.getByText(/^Kept .* The student sees nothing/)).toBeVisible();
    await staff.reload();
    await expect(staff.getByRole('article').locator('.remarked')).toHaveCount(2);
    const reading = staff.getByRole('group', { name: 'Uses the reading' });
    await reading.getByRole('button').first().focus();
    await staff.keyboard.press('2');
    await expect(reading.getByLabel('Points')).toHaveValue('20');
    await reading.getByLabel('Points').fill('31');
    await expect(reading.getByText('More than the criterion gives')).toBeVisible();
    await staff.getByRole('button', { name: 'Hand back', exact: true }).click();
    await expect(staff.getByRole('alert').filter({ hasText: 'criterion' })).toBeVisible();
    await reading.getByLabel('Points').fill('19.5');
    await staff.getByRole('button', { name: 'Hand back', exact: true }).click();
    await expect(staff.getByRole('alert').filter({ hasText: 'has no points yet' })).toContainText(
      'Answers what was asked',
    );
    await staff.getByLabel('A general word').fill('Look at question one once more.');
    await staff.getByRole('button', { name: 'Ask for another go' }).click();
    await expect(staff.getByRole('heading', { name: 'Handed back' })).toBeVisible();
    await expect(
      staff.getByRole('navigation', { name: 'Students' }).getByRole('link', { name: /Bilal/ }),
    ).toContainText('another go');
  });

  await test.step('the student hears of it on the open Desk, sees words and remarks side by side, changes, ticks off, answers', async () => {
    const bar = page.getByRole('region', { name: 'Hand in' });
    await expect(bar).toContainText('Your teacher asks for another go.');
    await bar.getByRole('button', { name: 'Read feedback' }).click();
    const sheet = page.getByRole('complementary', { name: 'Feedback' });
    await expect(sheet).toContainText('0 of 2 done');
    for (const part of ['Look at question one once more.', '19.5 of 30', 'not marked'])
      await expect(sheet).toContainText(part);
    await expect(page.locator('.ProseMirror .remarked')).toHaveText(['easy to remember', 'a day or sometimes two']);
    const first = sheet.getByRole('listitem').filter({ hasText: 'Easy for whom?' }).first();
    await first.getByRole('button', { name: 'easy to remember' }).click();
    await expect.poll(() => page.evaluate(() => document.getSelection()?.toString())).toBe('easy to remember');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.type(' for everyone at sea');
    await expect(first.locator('ins')).toContainText('for everyone at sea');
    await expect(page.locator('.ProseMirror .remarked').first()).toHaveText('easy to remember');
    await first.getByRole('checkbox').check();
    await expect(sheet).toContainText('1 of 2 done');
    const second = sheet.getByRole('listitem').filter({ hasText: 'Say which.' }).first();
    await second.getByText('Answer', { exact: true }).click();
    await second.getByRole('textbox').fill('The book says only this.');
    await second.getByRole('button', { name: 'Send to the teachers' }).click();
    await expect(second).toContainText('Your answer: The book says only this.');
    await expect(second).toContainText('Nothing is changed here yet.');
  });

  await test.step('what changed is told in words, and in the text without colour alone', async () => {
    await saved(page);
    await page.getByRole('link', { name: 'See what I changed since' }).click();
    await expect(page.getByRole('main')).toContainText('4 words are new, 0 words are gone.');
    await expect(page.getByRole('main')).toContainText('Question 1 changed, 4 words more.');
    await expect(page.locator('ins').filter({ hasText: 'for everyone at sea' })).toContainText('added:');
    await page.getByRole('link', { name: /Back to/ }).click();
    await page.getByRole('button', { name: /Answer the questions/ }).click();
    await page.getByRole('button', { name: 'Hand in 1 piece' }).click();
    await expect(page.getByRole('dialog')).toContainText('It is on time.');
    await page.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
    await expect(page.getByRole('heading', { name: /^Receipt \d/ })).toHaveCount(2);
  });

  await test.step('the teacher sees it come, with remark, answer and change together, hands back, and amends it', async () => {
    await expect(staff.getByRole('article')).toContainText('for everyone at sea');
    await expect(staff.getByText('Look at question one once more.').first()).toBeVisible();
    const asked = staff.locator('section').filter({ hasText: 'What you asked for, and what came of it' }).first();
    await expect(asked).toContainText('✓ ticked off');
    await expect(asked.locator('ins')).toContainText('for everyone at sea');
    await expect(asked).toContainText('Answer: The book says only this.');
    await staff.getByRole('button', { name: 'Show what changed since the hand-in before' }).click();
    await expect(staff.getByRole('article')).toContainText('Question 1 changed, 4 words more.');
    await staff.getByRole('button', { name: 'Show it as it was handed in' }).click();
    for (const level of await staff.locator('fieldset button:first-of-type').filter({ hasText: 'In full' }).all())
      await level.click();
    await staff.getByLabel('A general word').fill('There it is.');
    await staff.getByRole('button', { name: 'Hand back', exact: true }).click();
    await staff.getByRole('button', { name: 'Change the marks' }).click();
    await staff.getByRole('group', { name: 'Whole sentences' }).getByLabel('Points').fill('7.5');
    await staff.getByRole('button', { name: 'Send the change' }).click();
    await expect(staff.getByText('97.5 of 100').first()).toBeVisible();
    await page.goto(`${school.url}/desk/cloud-ladder#sheet=feedback`);
    const sheet = page.getByRole('complementary', { name: 'Feedback' });
    await expect(sheet).toContainText('97.5 of 100');
    await expect(sheet).toContainText('Amended.');
    await sheet.getByText(/As it was before/).click();
    await expect(sheet).toContainText('100 of 100');
    await sheet.getByText('As a picture').first().click();
    await expect(sheet.getByRole('img', { name: 'Points won and lost, by criterion' })).toBeVisible();
  });
});

test('a receipt: a page of its own, taken away with what it is about, and checked by somebody who is nobody here', async ({
  another,
  school,
}, info) => {
  const context = await another();
  const page = await signIn(context, school, 's-imke');
  await page.goto(`${school.url}/receipts`);
  await page.getByRole('link', { name: /Storm words/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Receipt \d+$/);

  const fetched = async (name: string) => {
    const waiting = page.waitForEvent('download');
    await page.getByRole('link', { name }).click();
    const path = info.outputPath((await waiting).suggestedFilename());
    await (await waiting).saveAs(path);
    return path;
  };
  const json = await fetched('Take it away as JSON, to check it');
  const piece = await fetched('Fetch it as it was handed in');
  // What stands in it is tested where it is made.
  await expect(page.getByRole('link', { name: 'Take it away as PDF' })).toHaveAttribute('href', /as=pdf$/);

  await test.step('the piece has the SHA-256 of the receipt', () => {
    const sum = spawnSync('sha256sum', [piece], { encoding: 'utf8' }).stdout.slice(0, 64);
    const receipt = JSON.parse(readFileSync(json, 'utf8')) as { pieces: { sha256: string }[] };
    expect(receipt.pieces.map(({ sha256 }) => sha256)).toEqual([sum]);
  });

  const nobody = await pageOf(await another());
  await test.step('whoever holds both sees that they belong together', async () => {
    await nobody.goto(`${school.url}/check`);
    await nobody.getByLabel('The receipt (JSON)').setInputFiles(json);
    await expect(nobody.getByText('The school gave this receipt, on')).toBeVisible();
    await nobody.getByLabel('The files').setInputFiles([piece, json]);
    await expect(nobody.getByText('is what was handed in as “')).toBeVisible();
    await expect(nobody.getByText('is none of its pieces')).toBeVisible();
  });
  await test.step('a receipt that was changed is told, and what is no receipt is said to be none', async () => {
    const changed = JSON.parse(readFileSync(json, 'utf8')) as { pieces: { sha256: string }[] };
    const other = {
      ...changed,
      pieces: changed.pieces.map((one) => ({ ...one, sha256: createHash('sha256').digest('hex') })),
    };
    const path = join(info.outputDir, 'changed.json');
    writeFileSync(path, JSON.stringify(other));
    await nobody.getByLabel('The receipt (JSON)').setInputFiles(path);
    await expect(nobody.getByText('it was changed')).toBeVisible();
    await nobody.getByLabel('The receipt (JSON)').setInputFiles(piece);
    await expect(nobody.getByRole('alert').filter({ hasText: 'is no receipt' })).toBeVisible();
  });
});

test('two devices, one of them without a network for a while: both end up with all that was typed, and what comes after the hand-in comes along after taking back', async ({
  school,
  another,
}) => {
  const here = await signIn(await another(), school, 's-goran');
  // Its line is taken apart, which stays with its page: a second one.
  const device = await another();
  await signIn(device, school, 's-goran');
  const there = await device.newPage();
  let away = false;
  const lines = new Set<{ close: () => Promise<void> }>();
  await there.routeWebSocket(/\/api\/save/, (line) => {
    if (away) {
      void line.close();
      return;
    }
    line.connectToServer();
    lines.add(line);
  });
  for (const page of [here, there]) {
    await page.goto(`${school.url}/desk/cloud-ladder#step=cloud-ladder-2`);
    await page.locator('.answer').first().waitFor();
  }
  const cut = async () => {
    away = true;
    for (const line of lines) await line.close();
  };
  await saved(there);
  await cut();
  await typeAnswer(there, 1, 'Written without a network.');
  await expect(there.locator('[data-safety="away"]')).toBeVisible();
  await typeAnswer(here, 1, 'Written with one.');
  await typeAnswer(here, 2, 'Two days.');
  await saved(here);
  await expect(there.locator('.answer').nth(1)).not.toContainText('Two days.');
  away = false;
  for (const page of [here, there]) {
    await expect(page.locator('.answer').first()).toContainText('Written without a network.', { timeout: 60_000 });
    await expect(page.locator('.answer').first()).toContainText('Written with one.');
    await expect(page.locator('.answer').nth(1)).toContainText('Two days.');
  }
  await saved(there);
  await cut();
  await typeAnswer(there, 3, 'Typed too late.');
  await expect(there.locator('[data-safety="away"]')).toBeVisible();
  await here.getByRole('button', { name: 'Hand in 1 piece' }).click();
  await here.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
  await expect(here.getByRole('heading', { name: /^Receipt \d/ })).toBeVisible();
  away = false;
  await expect(there.getByText('to read, not to change')).toBeVisible({ timeout: 60_000 });
  await expect(there.getByText('Typed too late.')).toBeVisible();
  await here.getByRole('button', { name: 'Take back' }).click();
  await here.getByRole('button', { name: 'Answer the questions' }).click();
  await expect(here.getByText('Typed too late.')).toBeVisible();
});
