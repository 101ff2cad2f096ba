import { readFileSync } from 'node:fs';
import { strFromU8, unzipSync } from 'fflate';
import { expect, saved, signIn, takeTool, test, typeAnswer, write } from './school';

test('a text with headings, emphasis, colours, lists, a table and a link; it stays, is shown when handed in, and leaves in open formats', async ({
  context,
  another,
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
  await page.getByLabel('Address').fill('javascript:alert(1)');
  await page.getByRole('button', { name: 'Set the link' }).click();
  await expect(page.getByText('This is no address of a page.')).toBeVisible();
  await page.getByLabel('Address').fill('tides.example.org/light');
  await page.getByRole('button', { name: 'Set the link' }).click();
  await expect(answer.getByRole('link', { name: 'https://tides.example.org/light' })).toBeVisible();
  await page.keyboard.press('Enter');

  await takeTool(page, 'Table');
  await page.getByRole('button', { name: 'Put in a table' }).click();
  await page.keyboard.type('Day');
  await page.keyboard.press('Tab');
  await page.keyboard.type('Light');
  await page.getByRole('button', { name: 'Row below' }).click();
  await expect(answer.locator('tr')).toHaveCount(4);
  // What is done within half a second is undone together.
  await page.waitForTimeout(700);
  await page.getByRole('button', { name: 'Remove column' }).click();
  await expect(answer.locator('tr').first().locator('th')).toHaveCount(2);
  await takeTool(page, 'Undo');
  await expect(answer.locator('tr').first().locator('th')).toHaveCount(3);

  // Find and replace: every place, whatever its capitals; nothing of the question is touched.
  await takeTool(page, 'Find and replace');
  await page.getByLabel('Find', { exact: true }).fill('LIGHT');
  await expect(page.getByText('1 of 3', { exact: true })).toBeVisible();
  await page.getByLabel('Replace with').fill('lamp');
  await page.getByRole('button', { name: 'Replace all' }).click();
  await expect(page.getByText('3 places changed')).toBeVisible();
  await page.keyboard.press('Escape');
  await saved(page);

  await page.reload();
  await expect(answer.locator('h2')).toHaveText('Dear captain');
  await expect(answer.locator('strong')).toHaveText('Does it sleep?');
  await expect(answer.locator('[data-ink="blue"]').first()).toBeVisible();
  await expect(answer.locator('th').nth(1)).toHaveText('lamp');

  const files: Record<string, Buffer> = {};
  for (const [name, end] of [
    ['Word document (DOCX)', 'docx'],
    ['OpenDocument (ODT)', 'odt'],
    ['Markdown', 'md'],
    ['Web page (HTML)', 'html'],
    ['Plain text', 'txt'],
  ] as const) {
    const coming = page.waitForEvent('download');
    if (!(await page.getByRole('link', { name }).isVisible())) await page.getByText('Files', { exact: true }).click();
    await page.getByRole('link', { name }).click();
    const download = await coming;
    expect(download.suggestedFilename()).toBe(`Answer the questions, Keanu P..${end}`);
    files[end] = readFileSync(await download.path());
  }
  const part = (bytes: Buffer | undefined, name: string) =>
    strFromU8(unzipSync(new Uint8Array(bytes ?? []))[name] ?? new Uint8Array());
  expect(part(files.docx, 'word/document.xml')).toContain('Dear captain');
  expect(part(files.odt, 'content.xml')).toContain('Dear captain');
  expect(String(files.md)).toContain('## Dear captain\n\nI have a question about the lamp. **Does it sleep?**');
  expect(String(files.html)).toContain('<strong>Does it sleep?</strong>');
  expect(String(files.txt)).toContain('- a lamp\n- a lens');
  const stranger = await signIn(await another(), school, 's-dao');
  const address = await page.getByRole('link', { name: 'Plain text' }).getAttribute('href');
  expect((await stranger.request.get(school.url + address)).status()).toBe(404);

  await page.getByRole('button', { name: 'Hand in 1 piece' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
  await expect(page.getByText('Up it goes!')).toBeVisible();
  await expect(tools).toHaveCount(0);
});
