import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { toDocx } from '@/core/formats/docx-out';
import { found } from './axe';
import { expect, PHONE, putAway, saved, signIn, takeTool, test, typeAnswer, write } from './school';

const PHOTO = readFileSync('docs/screenshots/today.png');
const photo = (name: string) => ({ name, mimeType: 'image/png', buffer: PHOTO });

/** Drops files onto the middle of the screen, as from a window of the system. */
async function drop(page: Page, name: string, type: string, bytes: Buffer): Promise<void> {
  const data = await page.evaluateHandle(
    ([file, kind, base64]) => {
      const transfer = new DataTransfer();
      const raw = Uint8Array.from(atob(base64 ?? ''), (sign) => sign.charCodeAt(0));
      transfer.items.add(new File([raw], file ?? '', { type: kind ?? '' }));
      return transfer;
    },
    [name, type, bytes.toString('base64')] as const,
  );
  const stage = page.locator('main');
  await stage.dispatchEvent('dragenter', { dataTransfer: data });
  await expect(page.getByText('Let go to attach')).toBeVisible();
  await stage.dispatchEvent('drop', { dataTransfer: data });
}

/** Pastes as a browser does, with the markup that a program put beside the text. */
const paste = (page: Page, markup: string) =>
  page.evaluate((html) => {
    const data = new DataTransfer();
    data.setData('text/html', html);
    data.setData('text/plain', 'plain');
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  }, markup);

test('pieces: said beforehand, attached in three ways past a network that cuts, looked at, handed in, seen by the teacher', async ({
  context,
  school,
  another,
}) => {
  test.setTimeout(120_000);
  const page = await signIn(context, school, 's-wren');
  await page.goto(`${school.url}/desk/food-web`);
  await page.getByRole('button', { name: 'To hand in' }).click();
  const sheet = page.getByRole('complementary', { name: 'To hand in' });
  await expect(sheet.getByText('Asked for: 1 to 2 files (picture or PDF).')).toBeVisible();
  await expect(sheet.getByText('Each may have up to 500 MB.')).toBeVisible();

  // The first part does not get through; it goes on by itself.
  let cuts = 0;
  await page.route('**/api/uploads/*', (route) => {
    if (route.request().method() !== 'PATCH' || cuts >= 2) return route.continue();
    cuts += 1;
    return route.abort();
  });
  await sheet.getByLabel('Files from this device', { exact: true }).setInputFiles(photo('web.png'));
  const row = (name: string) => sheet.getByRole('listitem').filter({ hasText: name });
  await expect(row('web.png').getByRole('button', { name: 'web.png', exact: true })).toBeVisible({ timeout: 20_000 });
  expect(cuts).toBe(2);
  await expect(row('web.png').locator('img')).toHaveJSProperty('complete', true);
  await drop(page, 'web.png', 'image/png', PHOTO);
  await expect(row('web (2).png')).toBeVisible();

  // What lies about its type is refused with a reason, and put away.
  await sheet
    .getByLabel('Files from this device', { exact: true })
    .setInputFiles({ name: 'web.pdf', mimeType: 'application/pdf', buffer: Buffer.from('<html>no</html>') });
  await expect(sheet.getByText('This file is not what its name says.')).toBeVisible();
  await sheet.getByRole('button', { name: 'Put away' }).click();

  await sheet.getByRole('button', { name: 'A link' }).click();
  await sheet.getByLabel('Where it leads').fill('tides.example.org/crabs');
  await sheet.getByRole('button', { name: 'Attach the link' }).click();
  await expect(row('tides.example.org').first()).toBeVisible();

  // Renamed, and opened in place.
  await sheet.getByRole('button', { name: 'Rename web (2).png' }).click();
  await sheet.getByLabel('New name').fill('the crab');
  await page.keyboard.press('Enter');
  await sheet.getByRole('button', { name: 'the crab.png', exact: true }).click();
  await expect(page.getByRole('region', { name: 'the crab.png' }).locator('img')).toHaveJSProperty('complete', true);
  await page.getByRole('button', { name: 'Back to what goes along' }).click();
  await expect(sheet).toBeVisible();
  expect(await found(page)).toEqual([]);

  await page.getByRole('button', { name: 'Answer the questions' }).click();
  await typeAnswer(page, 1, 'The weed feeds the snail. The snail feeds the crab.');
  await saved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Hand in 4 pieces …' })).toBeVisible();
  await page.getByRole('button', { name: 'Hand in 4 pieces …' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('the crab.png')).toBeVisible();
  await dialog.getByRole('button', { name: 'Hand in', exact: true }).click();
  await expect(page.getByRole('heading', { name: /^Receipt \d+/ })).toBeVisible();
  await page.getByRole('button', { name: 'To hand in' }).click();
  await expect(sheet.getByRole('button', { name: 'Rename the crab.png' })).toBeHidden();

  const desk = await signIn(await another(), school, 't-bello');
  await desk.goto(`${school.url}/marking/food-web?student=s-wren`);
  const work = desk.getByRole('article', { name: 'What Wren Okafor handed in' });
  await expect(work.getByRole('heading', { name: 'the crab.png' })).toBeVisible();
  await expect(work.locator('img').first()).toHaveJSProperty('complete', true);
  await expect(work.getByText('tides.example.org').first()).toBeVisible();
});

test('help with words: spelling with suggestions and own words, a meaning, a formula, a picture with its words', async ({
  context,
  school,
  another,
}) => {
  test.setTimeout(120_000);
  const page = await signIn(context, school, 's-yusuf');
  await page.goto(`${school.url}/desk/bottle#step=bottle-2`);
  await typeAnswer(page, 1, 'The harbuor is quiet and Wrenna waits. ');
  await expect(page.locator('.misspelt')).toHaveText(['harbuor', 'Wrenna']);
  // What opens floats: the text stays where it is, and a second click meets the same word.
  const text = () => page.locator('.answer p').first().boundingBox();
  const before = await text();
  await page.locator('.misspelt').first().click();
  await expect(page.getByRole('button', { name: 'harbour', exact: true })).toBeVisible();
  expect(await text()).toEqual(before);
  for (const tool of ['Colour of the words', 'Spelling']) {
    await takeTool(page, tool);
    expect([tool, await text()]).toEqual([tool, before]);
  }
  await page.locator('.misspelt').first().click();
  await page.getByRole('button', { name: 'harbour', exact: true }).click();
  await expect(page.locator('.answer')).toContainText('The harbour is quiet');
  await page.getByRole('button', { name: 'Next word' }).click();
  await page.getByRole('button', { name: 'Take it as it is' }).click();
  await expect(page.getByText('No word to look at.')).toBeVisible();
  // What was taken is kept, on another device too.
  await saved(page);
  const other = await signIn(await another(), school, 's-yusuf');
  await other.goto(`${school.url}/desk/bottle#step=bottle-2`);
  await typeAnswer(other, 1, 'Wrenna sees teh bottle. ');
  await expect(other.locator('.misspelt')).toHaveText(['teh']);
  // What it has not sent yet stays with it.
  await saved(other);
  await putAway(other);

  await page.keyboard.press('Escape');
  await takeTool(page, 'What a word means');
  await page.getByText('The harbour is quiet').dblclick({ position: { x: 70, y: 10 } });
  await expect(page.getByText(/sheltered port/)).toBeVisible();

  await page.locator('.answer p').last().click();
  await page.keyboard.press('End');
  await takeTool(page, 'Formula');
  await page.getByLabel('Formula, as TeX').fill('\\frac{1}{2}');
  await page.keyboard.press('Enter');
  await expect(page.locator('.answer math')).toBeVisible();
  await page.locator('input[aria-label="Picture"]').setInputFiles(photo('sea.png'));
  const picture = page.locator('.picture');
  await expect(picture.locator('img')).toHaveAttribute('src', /^\/api\/text-pictures\/[0-9a-f]{64}$/);
  await picture.getByRole('textbox').fill('The sea at noon');
  await picture.getByRole('textbox').blur();
  await saved(page);
  await page.reload();
  await expect(page.locator('.picture img')).toHaveAttribute('alt', 'The sea at noon');
  await expect(page.locator('.answer math')).toBeVisible();

  // Advice on whole sentences and spelling is said and never keeps the work back.
  await page.getByRole('button', { name: 'Show all' }).click();
  const list = page.getByRole('list', { name: 'Ready check' });
  await expect(list.getByText('≈ advice').first()).toBeVisible();
  await expect(list).toContainText('“teh”');
});

test('from elsewhere: a paste from an office program, a DOCX read in; back to how it was; and out to a PDF', async ({
  context,
  school,
}) => {
  test.setTimeout(120_000);
  const page = await signIn(context, school, 's-keanu');
  await page.goto(`${school.url}/desk/bottle#step=bottle-2`);
  await typeAnswer(page, 1, 'First words.');
  await page.keyboard.press('Enter');
  await paste(
    page,
    `<p class=MsoListParagraph style='mso-list:l0 level1 lfo1'><!--[if !supportLists]--><span>·</span><!--[endif]-->a cork</p><p><span style="font-weight:700">wet</span> <img src=x onerror=alert(1)><script>alert(1)</script></p>`,
  );
  const answer = page.locator('.answer').first();
  await expect(answer.locator('li')).toHaveText('a cork');
  await expect(answer.locator('strong')).toHaveText('wet');
  await expect(answer.locator('img, script')).toHaveCount(0);

  const docx = await toDocx(
    { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'ريح غربية 7 words' }] }] },
    'From home',
  );
  await page.getByText('Files', { exact: true }).click();
  await page
    .locator('input[aria-label="Put in words from a file …"]')
    .setInputFiles({ name: 'home.docx', mimeType: 'application/octet-stream', buffer: Buffer.from(docx) });
  await expect(answer).toContainText('ريح غربية 7 words');
  await page
    .locator('input[aria-label="Put in words from a file …"]')
    .setInputFiles({ name: 'no.docx', mimeType: 'application/octet-stream', buffer: Buffer.from('PK\u0003\u0004') });
  await expect(page.getByRole('alert').getByText(/cannot be read|no text that can be read/)).toBeVisible();
  await saved(page);

  // A hand-in keeps a version; what is deleted after taking it back is brought back from it.
  await page.getByRole('button', { name: /^Hand in 1 piece/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
  await page.getByRole('button', { name: 'Take back' }).click();
  await answer.locator('p').first().click();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  await page.keyboard.type('Gone.');
  await takeTool(page, 'Earlier versions');
  await page.getByRole('button', { name: 'See it' }).first().click();
  await expect(page.getByRole('region', { name: 'An earlier version' })).toContainText('a cork');
  await page.getByRole('button', { name: 'Bring this back' }).click();
  await expect(answer).toContainText('First words.');
  await expect(answer.locator('li')).toHaveText('a cork');
  await saved(page);

  // What the browser prints to a file is a sound PDF that gives its text.
  await page.getByText('Files', { exact: true }).click();
  await page.getByRole('link', { name: 'Print, or PDF' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Keanu');
  // Answers are drawn once they have been looked through.
  await expect(page.getByText('First words.')).toBeVisible();
  await expect(page.getByText('Opening …')).toHaveCount(0);
  const folder = mkdtempSync(join(tmpdir(), 'kite-pdf-'));
  const file = join(folder, 'bottle.pdf');
  writeFileSync(file, await page.pdf({ format: 'A4' }));
  expect(execFileSync('qpdf', ['--check', file], { encoding: 'utf8' })).toContain(
    'No syntax or stream encoding errors',
  );
  const words = execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' });
  for (const part of ['First words.', 'a cork', 'words']) expect(words).toContain(part);
  // Letters of right-to-left words come out in the order in which they are read.
  expect(words.normalize('NFKC')).toContain('غربية');
  expect(words).not.toContain('Print, or PDF');
  rmSync(folder, { recursive: true });
});

test('a starter that marks no places is understood; a key goes to the next empty answer; notes never go along', async ({
  context,
  school,
  another,
}) => {
  const page = await signIn(context, school, 's-abena');
  await page.goto(`${school.url}/desk/tail-test#step=tail-test-2`);
  await expect(page.getByText(/2 questions were found in it: “What did each tail do\?”/)).toBeVisible();
  await expect(page.locator('.answer')).toHaveCount(2);
  await typeAnswer(page, 1, 'The long one was calm. The short one shook.');
  await page.keyboard.press('Alt+Enter');
  await write(page, 'The long one.');
  await expect(page.locator('.answer').nth(1)).toContainText('The long one.');
  await page.getByRole('button', { name: 'Notes' }).click();
  const notes = page.getByRole('textbox', { name: 'Notes' });
  await notes.click();
  await write(page, 'Ask about the knot.');
  await expect(page.getByRole('button', { name: 'Hand in 1 piece …' })).toBeVisible();
  await page.waitForTimeout(1200);
  const phone = await signIn(await another(PHONE), school, 's-abena');
  await phone.goto(`${school.url}/desk/tail-test#sheet=notes`);
  await expect(phone.getByRole('textbox', { name: 'Notes' })).toContainText('Ask about the knot.');
});

test('the step at which one is follows to another device', async ({ context, school, another }) => {
  const page = await signIn(context, school, 's-dao');
  await page.goto(`${school.url}/desk/cloud-ladder`);
  const read = page.getByRole('button', { name: /Read “The ladder”/ });
  const answer = page.getByRole('button', { name: /Answer the questions/ });
  await read.click();
  await expect(read).toHaveAttribute('aria-current', 'step');
  const answered = page.waitForResponse('**/cloud-ladder-2/here');
  await answer.click();
  await answered;
  const kept = page.waitForResponse('**/cloud-ladder-1/here');
  await read.click();
  await kept;
  const other = await signIn(await another(), school, 's-dao');
  await other.goto(`${school.url}/desk/cloud-ladder`);
  await expect(other.getByRole('button', { name: /Read “The ladder”/ })).toHaveAttribute('aria-current', 'step');
});

test('on a phone: turned by a swipe and by the rail, tapped into, typed above a keyboard, with the places a tap away', async ({
  school,
  another,
}) => {
  const phone = await another(PHONE);
  const page = await signIn(phone, school, 's-hana');
  await page.goto(`${school.url}/desk/cloud-ladder#step=cloud-ladder-2`);
  await page.locator('.answer').first().waitFor();
  // What is written stands there before its editor, which comes with the first touch, to where that was; a touch before the
  // scripts are there is heard by nobody yet.
  await page.reload();
  await expect(async () => {
    await page.locator('.answer-soon, .answer').nth(2).tap({ timeout: 5000 });
    await expect(page.locator('.answer').nth(2)).toHaveClass(/at/, { timeout: 5000 });
  }).toPass({ timeout: 60_000 });
  await expect(page.locator('.answer-soon')).toHaveCount(0);
  const shown = (side: string) => expect(page.locator('[data-shown]')).toHaveAttribute('data-shown', side);
  const touch = await phone.newCDPSession(page);
  const swipe = async (from: number, to: number, down = 0) => {
    const at = (x: number, y: number) => [{ x, y }];
    await touch.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at(from, 500) });
    await touch.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(to, 500 + down) });
    await touch.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  };
  await shown('main');
  await swipe(80, 320);
  await shown('beside');
  await swipe(320, 80);
  await shown('main');
  // What goes down more than across is no turning of the page; and from the edge it is the browser's own.
  await swipe(150, 250, 220);
  await swipe(12, 300);
  await shown('main');
  await page.getByRole('button', { name: 'Reading', exact: true }).click();
  await shown('beside');
  await page.getByRole('button', { name: 'Writing', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Answer the questions/ })).toBeVisible();

  // What to do stands above until it is put away.
  await page.getByRole('region', { name: 'What to do' }).getByRole('button', { name: 'Put away' }).click();
  const text = page.locator('[data-text]');
  const share = async (high: number) => ((await text.boundingBox())?.height ?? 0) / high;
  expect(await share(844)).toBeGreaterThan(0.7);
  // Taps arrive all across an answer, in the middle too.
  for (const x of [60, 192, 198, 340]) {
    for (const n of [1, 2]) {
      const place = await page.locator('.answer').nth(n).boundingBox();
      await page.touchscreen.tap(x, (place?.y ?? 0) + 18);
      await expect(page.locator('.answer').nth(n)).toHaveClass(/at/);
    }
  }
  // A keyboard comes up over the lower half.
  await page.setViewportSize({ width: 390, height: 420 });
  await page.keyboard.type(
    'The middle rung, since the sheet is grey and low and has been since the ferry left at noon. ',
  );
  await write(page, 'It may turn before the evening boat comes in.');
  expect(await share(420)).toBeGreaterThan(0.65);
  await expect(page.getByText('Question 3 of 4')).toBeVisible();
  const covered = await page.evaluate(() => {
    const caret = getSelection()?.getRangeAt(0).getBoundingClientRect();
    const room = document.querySelector('[data-text]')?.getBoundingClientRect();
    return !caret || !room || caret.bottom > room.bottom || caret.top < room.top;
  });
  expect(covered).toBe(false);
  await page.getByRole('button', { name: 'Done' }).click();
  await page.setViewportSize({ width: 390, height: 844 });
  await saved(page);
  await expect(page.getByRole('button', { name: 'Hand in 1 piece' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Today' })).toBeHidden();
  await page.getByRole('button', { name: 'Other places in Kite String' }).click();
  await expect(page.getByRole('link', { name: 'All work' })).toBeVisible();
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();
});

test('at a desk the rope leads to each answer', async ({ school, another }) => {
  const wide = await signIn(await another(), school, 's-hana');
  await wide.goto(`${school.url}/desk/cloud-ladder#step=cloud-ladder-2`);
  await wide.locator('.answer').first().waitFor();
  const steps = wide.getByRole('navigation', { name: 'Steps' });
  await steps.getByRole('button', { name: /Read “The ladder”/ }).click();
  await expect(wide.locator('.answer')).toHaveCount(0);
  const third = steps.getByRole('button', { name: /^Question 3/ });
  await third.click();
  await expect(wide.locator('.answer').nth(2)).toHaveClass(/at/);
  await write(wide, 'The middle rung. It is grey.');
  await expect(third).toHaveAttribute('data-answered', /.*/);
});

test('on a network that is weak: what is done before the scripts are there is done when they are', async ({
  browser,
  school,
}) => {
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await phone.newPage();
  /** Holds back the scripts of the next page until it is called. */
  const slowly = async () => {
    let come = () => {};
    const there = new Promise<void>((resolve) => {
      come = resolve;
    });
    await page.route('**/_next/static/chunks/*.js', async (route) => {
      await there;
      await route.continue();
    });
    return async () => {
      come();
      await page.unrouteAll({ behavior: 'wait' });
    };
  };
  // Nobody sees a page before; a journey does not look.
  const hears = () => page.waitForFunction(() => 'kiteEarly' in window);
  const come = await slowly();
  await page.goto(`${school.url}/sign-in`, { waitUntil: 'commit' });
  await hears();
  await page.getByLabel('User name').fill('imke');
  await page.getByLabel('Password', { exact: true }).fill('not the one');
  await page.getByRole('button', { name: 'Sign in', exact: true }).tap();
  await expect(page.locator('form button[data-heard]')).toBeAttached();
  await come();
  await expect(page.getByRole('alert').filter({ hasText: /\S/ })).toBeVisible();
  await expect(page.getByLabel('User name')).toHaveValue('imke');

  await phone.request.post(`${school.url}/api/sign-in/demo`, {
    data: { person: 's-imke' },
    headers: { origin: school.url },
  });
  // The school goes on without words that take it too long, as the first that it reads may on a machine that does something else.
  const desk = async () => (await phone.request.get(`${school.url}/desk/cloud-ladder`)).text();
  await expect.poll(desk).toContain('Because the clouds step up');
  const comeToo = await slowly();
  await page.goto(`${school.url}/desk/cloud-ladder#step=cloud-ladder-2`, { waitUntil: 'commit' });
  await hears();
  await page.getByText('Because the clouds step up', { exact: false }).tap();
  await expect(page.locator('[data-text][data-heard]')).toBeAttached();
  await comeToo();
  await expect(page.getByRole('textbox', { name: /Imke A/ })).toBeFocused();

  const comeAgain = await slowly();
  await page.goto(`${school.url}/desk/cloud-ladder`, { waitUntil: 'commit' });
  await hears();
  await page.getByRole('button', { name: 'Hand in 1 piece' }).tap();
  await expect(page.locator('button[data-heard]')).toBeAttached();
  await comeAgain();
  await expect(page.getByRole('dialog', { name: /^Hand in: / })).toBeVisible();
});
