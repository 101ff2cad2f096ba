import { readFileSync } from 'node:fs';
import { expect, saved, signIn, takeTool, test, typeAnswer, write } from './school';

test('a text with headings, emphasis, colours, lists, a table and a link; it stays, is shown when handed in, and leaves in open formats', async ({
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-keanu');
  await page.goto(`${school.url}/desk/captain-letter`);
  const tools = page.getByRole('toolbar', { name: 'Text tools' });
  const answer = page.locator('.answer').first();
  await typeAnswer(page, 1, 'Dear captain');
  await tools.getByLabel('Kind of paragraph').selectOption('heading');
  await page.keyboard.press('Enter');
  await write(page, 'I have a question about the light. ');
  await takeTool(page, 'Bold');
  await page.keyboard.type('Does it sleep?');
  await takeTool(page, 'Bold');
  await expect(page.getByText('12 words', { exact: true })).toBeVisible();

  // A colour by its name, for what is selected.
  await page.keyboard.press('Shift+Home');
  await expect(page.getByText(/^\d+ of 12 words$/)).toBeVisible();
  await takeTool(page, 'Colour of the words');
  await page.getByRole('button', { name: 'blue' }).click();
  await expect(answer.locator('[data-ink="blue"]').first()).toBeVisible();
  await expect(page.getByRole('textbox', { name: /^Answer the questions/ })).toBeFocused();
  await page.keyboard.press('End');
  // The next key is for the place after the words, not for the words.
  await expect(page.getByText(/^\d+ of 12 words$/)).toHaveCount(0);
  await page.keyboard.press('Enter');
  await tools.getByRole('button', { name: 'List', exact: true }).click();
  await page.keyboard.type('a lamp');
  await page.keyboard.press('Enter');
  await page.keyboard.type('a lens');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');

  await takeTool(page, 'Link');
  await page.getByLabel('Address').fill('tides.example.org/light');
  await page.getByRole('button', { name: 'Set the link' }).click();
  await expect(answer.getByRole('link', { name: 'https://tides.example.org/light' })).toBeVisible();
  await page.keyboard.press('Enter');

  await takeTool(page, 'Table');
  await page.getByRole('button', { name: 'Put in a table' }).click();
  await page.keyboard.type('Day');
  await page.keyboard.press('Tab');
  await page.keyboard.type('Light');
  await saved(page);

  await page.reload();
  await expect(answer.locator('h2')).toHaveText('Dear captain');
  await expect(answer.locator('strong')).toHaveText('Does it sleep?');
  await expect(answer.locator('[data-ink="blue"]').first()).toBeVisible();
  await expect(answer.locator('th').nth(1)).toHaveText('Light');

  // What leaves in each format, and by whom, is tested where it is made.
  await page.getByText('Files', { exact: true }).click();
  const coming = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Markdown' }).click();
  const download = await coming;
  expect(download.suggestedFilename()).toBe('Answer the questions, Keanu P..md');
  const left = readFileSync(await download.path(), 'utf8');
  expect(left).toContain('## Dear captain\n\nI have a question about the light. **Does it sleep?**');
  expect(left).toContain('- a lamp\n- a lens');

  await page.getByRole('button', { name: 'Hand in 1 piece' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
  await expect(page.getByText('Up it goes!')).toBeVisible();
  await expect(tools).toHaveCount(0);
});
