import { PDFDocument } from '@cantoo/pdf-lib';
import type { Page } from '@playwright/test';
import { expect, type School, signIn, test } from './school';

const material = (school: School, at: string) => `${school.url}/classes/${at}`;

/** The words that are marked under a name, and the colours they have there. */
const marked = async (page: Page, name: string) => {
  const marks = await page.evaluate(
    (name) =>
      [...(CSS.highlights.get(name) ?? [])].map((range) => {
        const element = range.startContainer.parentElement as Element;
        return [range.toString(), getComputedStyle(element, `::highlight(${name})`).backgroundColor];
      }),
    name,
  );
  return { words: marks.map(([words]) => words), colours: [...new Set(marks.map(([, colour]) => colour))] };
};
const NO_COLOUR = 'rgba(0, 0, 0, 0)';

test('a PDF: pages, size, search, words that can be selected, and on from where one left off', async ({
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-mateo');
  await page.goto(material(school, 'tide-pool/materials/shore-guide'));
  await expect(page.locator('[data-page="1"][data-drawn]')).toBeVisible();
  await page.getByRole('searchbox', { name: 'Search in it' }).fill('BARNACLE');
  await page.keyboard.press('Enter');
  await expect(page.getByText('1 of 2', { exact: true })).toBeVisible();
  await expect(page.locator('[data-page="4"][data-drawn]')).toBeVisible();
  await expect.poll(async () => (await marked(page, 'kite-found')).words).toHaveLength(2);
  for (const name of ['kite-found', 'kite-here'])
    expect((await marked(page, name)).colours).toEqual([expect.not.stringContaining(NO_COLOUR)]);
  const words = page.locator('[data-page="4"]').getByText('Here the barnacles are');
  await words.selectText();
  expect(await page.evaluate(() => getSelection()?.toString())).toContain('barnacles');
  const before = await page.locator('[data-page="4"]').evaluate((sheet) => sheet.clientWidth);
  await page.getByLabel('Size').selectOption('2');
  await expect.poll(() => page.locator('[data-page="4"]').evaluate((sheet) => sheet.clientWidth)).not.toBe(before);
  const kept = page.waitForResponse((answer) => answer.url().endsWith('/place'));
  await page.getByLabel('Size').selectOption('');
  await expect.poll(() => page.locator('[data-page="4"]').evaluate((sheet) => sheet.clientWidth)).toBe(before);
  await page.getByRole('button', { name: 'The next page' }).click();
  await kept;
  await page.waitForTimeout(1700);
  await page.reload();
  await expect(page.getByText(/Page 5 of 6/).first()).toBeVisible();
});

test('a recording: speed, captions, on from where one left off, and the knot fills when it has been played', async ({
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-mateo');
  await page.goto(`${school.url}/desk/tail-test`);
  const video = page.locator('video');
  await expect.poll(() => video.evaluate((media: HTMLVideoElement) => media.readyState)).toBeGreaterThan(0);
  expect(await video.evaluate((media: HTMLVideoElement) => media.textTracks[0]?.mode)).toBe('showing');
  await page.getByRole('button', { name: '1.5 ×' }).click();
  expect(await video.evaluate((media: HTMLVideoElement) => media.playbackRate)).toBe(1.5);
  // Skipping to the end does not count as having seen it.
  await video.evaluate((media: HTMLVideoElement) => {
    media.muted = true;
    media.currentTime = media.duration - 0.5;
    return media.play();
  });
  await expect.poll(() => video.evaluate((media: HTMLVideoElement) => media.ended)).toBe(true);
  const knot = page.getByRole('button', { name: /Watch: a kite goes up.*done/s });
  await expect(knot).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'I have seen it' })).toBeVisible();
  await video.evaluate((media: HTMLVideoElement) => {
    media.currentTime = 0;
    media.playbackRate = 6;
    return media.play();
  });
  await expect(knot).toBeVisible();
  // Another step and back again: it is as healthy as before.
  await page
    .getByRole('navigation', { name: 'Steps' })
    .getByRole('button', { name: /Hand in/ })
    .click();
  await expect(video).toHaveCount(0);
  await knot.click();
  await expect.poll(() => video.evaluate((media: HTMLVideoElement) => media.readyState)).toBeGreaterThan(0);
  await expect(page.getByText('This file is damaged')).toHaveCount(0);

  await page.goto(material(school, 'weather/materials/sound-signals'));
  const sound = page.locator('audio');
  await expect.poll(() => sound.evaluate((media: HTMLAudioElement) => media.duration)).toBeGreaterThan(8);
  const kept = page.waitForResponse((answer) => answer.url().endsWith('/place'));
  await sound.evaluate((media: HTMLAudioElement) => {
    media.currentTime = 5;
  });
  await kept;
  await page.reload();
  await expect(page.getByText('You left off at 0:05.')).toBeVisible();
  await page.getByRole('button', { name: 'From the start' }).click();
  expect(await sound.evaluate((media: HTMLAudioElement) => media.currentTime)).toBe(0);
});

test('a text that is read to its end fills its knot by itself, and the place holds on another device', async ({
  context,
  school,
  another,
}) => {
  const page = await signIn(context, school, 's-noor');
  await page.goto(`${school.url}/desk/cloud-ladder#step=cloud-ladder-1`);
  const text = page.getByRole('region', { name: 'text', exact: true });
  const kept = page.waitForResponse((answer) => answer.url().endsWith('/place'));
  await text.evaluate((box) => box.scrollTo(0, box.scrollHeight / 3));
  await kept;
  const other = await signIn(await another(), school, 's-noor');
  await other.goto(`${school.url}/desk/cloud-ladder#step=cloud-ladder-1`);
  const there = other.getByRole('region', { name: 'text', exact: true });
  await expect.poll(() => there.evaluate((box) => box.scrollTop)).toBeGreaterThan(60);
  await text.evaluate((box) => box.scrollTo(0, box.scrollHeight));
  await expect(page.getByRole('button', { name: /Read “The ladder”.*done/s })).toBeVisible({ timeout: 40_000 });
});

test('a book: chapters, a link within it, a picture, and the place kept', async ({ context, school }) => {
  const page = await signIn(context, school, 's-mateo');
  await page.goto(material(school, 'stories/materials/two-moths'));
  await expect(page.getByRole('img', { name: /A tower on a rock/ })).toBeVisible();
  await page.getByRole('button', { name: 'The next chapter' }).click();
  await expect(page.getByRole('heading', { name: 'Forty-one buckets' })).toBeVisible();
  const kept = page.waitForResponse((answer) => answer.url().endsWith('/place'));
  await page.getByRole('combobox', { name: 'Chapter' }).selectOption({ label: 'The moth' });
  await expect(page.getByText('two moths.')).toBeVisible();
  await kept;
  await page.reload();
  await expect(page.getByText('two moths.')).toBeVisible();
  await page.getByRole('link', { name: 'Back to the first night' }).click();
  await expect(page.getByRole('heading', { name: 'The lamp that would not' })).toBeVisible();
});

test('sheets, a link with a way back, a file that cannot be shown, and downloads of each', async ({
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-mateo');
  await page.goto(material(school, 'maths/materials/harbour-tides'));
  await expect(page.getByRole('cell', { name: '4.1' })).toBeVisible();
  await page.getByRole('button', { name: 'Words' }).click();
  await expect(page.getByRole('cell', { name: 'Springs' })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: /Download/ }).click();
  expect((await download).suggestedFilename()).toBe('harbour-tides.xlsx');

  await page.goto(material(school, 'maths/materials/harbour-map'));
  await expect(page.getByText('“harbour-map.zip” cannot be shown here.')).toBeVisible();

  await context.route('https://tides.example.org/**', (route) => route.fulfill({ body: 'low water 9:40' }));
  await page.goto(material(school, 'tide-pool/materials/tide-station'));
  await expect(page.getByText('tides.example.org')).toBeVisible();
  const popup = context.waitForEvent('page');
  await page.getByRole('link', { name: 'Go there' }).click();
  await (await popup).close();
  await page.bringToFront();
  await page.evaluate(() => window.dispatchEvent(new Event('focus')));
  await expect(page.getByText('You have been there.')).toBeVisible();
});

test('read aloud: word by word with a voice that stands in, at the speed that was chosen', async ({
  browser,
  school,
}) => {
  const page = await signIn(await browser.newContext(), school, 's-mateo');
  // Headless browsers have no voice: this one says a word every few milliseconds and tells of each, as a real one does.
  await page.addInitScript(() => {
    const said: { text: string; rate: number }[] = [];
    Object.assign(window, { said });
    class Utterance {
      rate = 1;
      lang = '';
      voice = null;
      onboundary: ((event: object) => void) | null = null;
      onend: (() => void) | null = null;
      onerror: (() => void) | null = null;
      constructor(readonly text: string) {}
    }
    Object.assign(window, { SpeechSynthesisUtterance: Utterance });
    let timer: ReturnType<typeof setInterval>;
    const speech = {
      getVoices: () => [
        { name: 'Low', lang: 'en-GB' },
        { name: 'High', lang: 'en-GB' },
      ],
      addEventListener: () => {},
      removeEventListener: () => {},
      cancel: () => clearInterval(timer),
      pause: () => {},
      resume: () => {},
      speak: (one: Utterance) => {
        said.push({ text: one.text, rate: one.rate });
        const words = [...one.text.matchAll(/\S+/g)];
        let i = 0;
        timer = setInterval(() => {
          const word = words[i];
          i += 1;
          if (word) one.onboundary?.({ name: 'word', charIndex: word.index, charLength: word[0].length });
          else {
            clearInterval(timer);
            one.onend?.();
          }
        }, 15);
      },
    };
    Object.defineProperty(window, 'speechSynthesis', { value: speech });
  });
  await page.goto(material(school, 'weather/materials/material-1'));
  await page.getByLabel('Speed of the voice').selectOption('1.5');
  await page.getByRole('button', { name: 'Read aloud' }).click();
  let word = '';
  let colours: unknown[] = [];
  await expect
    .poll(async () => {
      const spoken = await marked(page, 'kite-spoken');
      word = spoken.words.join();
      colours = spoken.colours;
      return word;
    })
    .not.toBe('');
  expect(colours).toEqual([expect.not.stringContaining(NO_COLOUR)]);
  await expect(page.getByRole('region', { name: 'text' })).toContainText(word);
  await expect(page.getByRole('button', { name: 'Read aloud' })).toBeVisible();
  const said = await page.evaluate(() => (window as unknown as { said: { text: string; rate: number }[] }).said);
  expect(said).toHaveLength(2);
  expect(said[0]).toMatchObject({ rate: 1.5, text: expect.stringContaining('three cups') });
  expect((await marked(page, 'kite-spoken')).words).toEqual([]);
});

test('what is broken is shown for what it is, on the Desk as well, and the rest of the page works', async ({
  context,
  school,
}) => {
  const locked = await PDFDocument.create();
  locked.addPage();
  locked.encrypt({ userPassword: 'secret', ownerPassword: 'secret' });
  // As the school would give them, had they been spoilt on its disk.
  for (const [id, type, bytes] of [
    ['shore-guide', 'application/pdf', new TextEncoder().encode('%PDF-1.7\nthis is not a page at all')],
    ['parts-of-a-kite', 'application/pdf', await locked.save({ useObjectStreams: false })],
    ['kite-goes-up', 'video/webm', new Uint8Array(5000).fill(1)],
  ] as const)
    await context.route(`**/api/materials/${id}/file*`, (route) =>
      route.fulfill({ body: Buffer.from(bytes), contentType: type }),
    );
  const page = await signIn(context, school, 's-mateo');
  for (const [path, words] of [
    ['workshop/materials/parts-of-a-kite', 'This file is locked with a password'],
    ['workshop/materials/kite-goes-up', 'This file is damaged and cannot be shown.'],
  ] as const) {
    await page.goto(material(school, path));
    await expect(page.getByText(words)).toBeVisible();
  }
  await page.getByRole('link', { name: 'Today' }).first().click();
  await expect(page.getByRole('heading', { name: 'Do next' })).toBeVisible();
  await page.goto(`${school.url}/desk/pool-question`);
  await expect(page.getByText('This file is damaged and cannot be shown.')).toBeVisible();
  await page.getByRole('button', { name: 'I have read it' }).click();
  await expect(page.locator('.answer').first()).toBeVisible();
});
