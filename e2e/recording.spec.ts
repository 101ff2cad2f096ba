import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { scratch } from '@/testing/scratch';
import { found } from './axe';
import { expect, PHONE, saved, signIn, test } from './school';

/** How long a file of sound is, in seconds, as an independent program reads it: by its marks, and by all that is in it. */
function lengths(bytes: Uint8Array): readonly [said: number, there: number] {
  const file = join(scratch('kite-e2e-'), 'a.webm');
  writeFileSync(file, bytes);
  const ask = (entries: string, ...more: readonly string[]) =>
    spawnSync('ffprobe', ['-v', 'error', ...more, '-show_entries', entries, '-of', 'csv=p=0', file], {
      encoding: 'utf8',
    }).stdout.trim();
  const packets = ask('packet=pts_time', '-select_streams', 'a').split('\n').map(Number.parseFloat);
  return [Number(ask('format=duration')), Math.max(...packets.filter(Number.isFinite))];
}

/** How many seconds have been kept, once they are. They are sent and looked into: on a busy machine that takes its time. */
async function keptSeconds(page: Page): Promise<number> {
  const kept = page.getByText(/^✓ Kept: \d+ seconds/);
  await expect(kept).toBeVisible({ timeout: 60_000 });
  return Number(/\d+/.exec((await kept.textContent()) ?? '')?.[0]);
}

test('a letter is said with a pause, a tab closes over it, it is heard, kept, handed in, and heard by the teacher', async ({
  context,
  school,
  another,
}) => {
  await context.grantPermissions(['microphone']);
  const page = await signIn(context, school, 's-imke');
  await page.goto(`${school.url}/desk/spoken-letter`);
  const said = async () => Number(/^(\d+)/.exec((await page.getByText(/^\d+ seconds? said/).textContent()) ?? '')?.[1]);
  const until = (seconds: number) => expect.poll(said).toBeGreaterThanOrEqual(seconds);
  await page.getByRole('button', { name: 'Begin', exact: true }).last().click();
  await expect(page.getByText('Well heard.')).toBeVisible();
  await until(3);
  expect(await found(page, { contrast: true })).toEqual([]);
  await page.getByRole('button', { name: 'Pause' }).click();
  await page.getByRole('button', { name: 'Go on' }).waitFor();
  const first = await said();
  await page.getByRole('button', { name: 'Go on' }).click();
  await until(first + 5);
  const before = await said();
  // The tab goes in the middle of a word: what is lost is less than two seconds.
  await page.reload();
  await until(before - 2);
  await page.getByRole('button', { name: 'Listen' }).click();
  const player = page.getByLabel('What you recorded');
  await expect
    .poll(() => player.evaluate((audio) => Math.round((audio as HTMLAudioElement).duration)))
    .toBeGreaterThanOrEqual(before - 2);
  await page.getByRole('button', { name: 'Say it again from the last knot' }).click();
  await expect.poll(said).toBe(first);
  await page.getByRole('button', { name: 'Go on' }).click();
  await until(first + 3);
  await page.getByRole('button', { name: 'Pause' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await keptSeconds(page);
  expect(await found(page)).toEqual([]);
  const address = await page.getByLabel('Your recording').getAttribute('src');
  const bytes = await (await context.request.get(`${school.url}${address}`)).body();
  const [marks, there] = lengths(bytes);
  expect(marks).toBeGreaterThan(first + 2.5);
  expect(Math.abs(marks - there)).toBeLessThan(0.2);
  // What is said is written down while it is heard, by key.
  await page.getByRole('button', { name: 'Write down what you say' }).click();
  await page.getByRole('textbox', { name: 'What is said from 0:00' }).fill('Dear Captain.');
  await page.getByLabel('Your recording').evaluate((audio) => {
    (audio as HTMLAudioElement).currentTime = 2;
  });
  await expect(page.getByRole('button', { name: 'Another line from 0:02' })).toBeVisible();
  await page.keyboard.press('Enter');
  await page.keyboard.type('The gulls sit down.');
  expect(await found(page)).toEqual([]);
  await page.getByRole('button', { name: 'Keep the words' }).click();
  await expect(page.getByRole('list', { name: 'What is said' }).getByRole('listitem')).toHaveText([
    '0:00 Dear Captain.',
    '0:02 The gulls sit down.',
  ]);
  // It is shorter than what was asked for, which is said.
  await expect(page.getByText(/more seconds have to be recorded/)).toBeVisible();

  await page.getByRole('button', { name: /^Hand in 1/ }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Hand in/ })
    .last()
    .click();
  await expect(page.getByText(/^Receipt/).first()).toBeVisible();

  const teacher = await signIn(await another(), school, 't-haddad');
  await teacher.goto(`${school.url}/marking/spoken-letter?student=s-imke`);
  await expect
    .poll(() =>
      teacher
        .locator('audio')
        .first()
        .evaluate((audio) => Math.round((audio as HTMLAudioElement).duration)),
    )
    .toBe(Math.round(marks));
  // A line that is pressed is heard.
  await teacher.getByRole('button', { name: '0:02 The gulls sit down.' }).click();
  await expect
    .poll(() => teacher.locator('audio').evaluate((audio) => (audio as HTMLAudioElement).currentTime))
    .toBeGreaterThanOrEqual(2);
  await expect(teacher.getByRole('listitem').filter({ hasText: 'The gulls' })).toHaveAttribute('aria-current', 'true');
});

test('where there is no microphone, or it may not be used, it is said what to do; one large button records for a six-year-old', async ({
  context,
  school,
  another,
}) => {
  const page = await signIn(context, school, 's-imke');
  await page.goto(`${school.url}/desk/kite-story`);
  await page.evaluate(() => {
    navigator.mediaDevices.getUserMedia = async () => {
      throw new DOMException('no', sessionStorage.getItem('says') ?? 'NotAllowedError');
    };
  });
  for (const [says, words] of [
    ['NotAllowedError', /^The microphone may not be used here/],
    ['NotFoundError', /^No microphone was found/],
    ['NotReadableError', /^Something else is using the microphone/],
  ] as const) {
    await page.evaluate((name) => sessionStorage.setItem('says', name), says);
    await page.getByRole('button', { name: 'Speak' }).click();
    await expect(page.getByText(words)).toBeVisible();
  }
  const tablet = await another(PHONE);
  await tablet.grantPermissions(['microphone']);
  const young = await signIn(tablet, school, 's-imke');
  await young.setViewportSize({ width: 1024, height: 768 });
  await young.goto(`${school.url}/desk/kite-story`);
  const begun = Date.now();
  await young.getByRole('button', { name: 'Speak' }).tap();
  await expect(young.getByText('About a minute left')).toBeVisible();
  await young.waitForTimeout(2500);
  expect(await found(young)).toEqual([]);
  await young.getByRole('button', { name: 'I am done' }).tap();
  await young.getByRole('button', { name: 'Keep it' }).tap();
  const longest = (Date.now() - begun) / 1000;
  const seconds = await keptSeconds(young);
  expect(seconds).toBeGreaterThanOrEqual(2);
  expect(seconds).toBeLessThanOrEqual(longest + 1);
});

test('voice and picture are recorded; a camera that is taken away in the middle leaves what was said until then', async ({
  context,
  school,
  another,
}) => {
  // What is asked for is changed where it was set.
  const teacher = await signIn(await another(), school, 't-kerr');
  await teacher.goto(`${school.url}/marking/kite-story`);
  await teacher.getByRole('button', { name: 'Change what is set' }).click();
  await teacher.waitForURL('**/set/*');
  for (const [slot, choice] of [
    [/^What is recorded/, 'One records voice and picture.'],
    [/^How one records/, 'One can pause, listen, and say the last part again.'],
  ] as const) {
    await teacher.getByRole('button', { name: slot }).click();
    await teacher.getByRole('button', { name: choice }).click();
  }
  await saved(teacher);
  await teacher.getByRole('button', { name: 'Post the changes …' }).click();
  await teacher.getByRole('button', { name: 'Post the changes', exact: true }).click();
  await expect(teacher.getByText('It is posted. The class sees it now.')).toBeVisible();
  await context.grantPermissions(['microphone', 'camera']);
  const page = await signIn(context, school, 's-wren');
  await page.goto(`${school.url}/desk/kite-story`);
  // The camera of this device, for whoever pulls its plug.
  await page.evaluate(() => {
    const ask = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
    navigator.mediaDevices.getUserMedia = async (wanted) => Object.assign(window, { given: await ask(wanted) }).given;
  });
  await page.getByRole('button', { name: 'Begin', exact: true }).last().click();
  await expect(page.getByText(/^[3-9] seconds said/)).toBeVisible();
  const sees = page.getByLabel('What the camera sees');
  await expect.poll(() => sees.evaluate((video) => (video as HTMLVideoElement).videoWidth)).toBeGreaterThan(100);
  await page.evaluate(() => {
    const [camera] = (window as unknown as { given: MediaStream }).given.getVideoTracks();
    camera?.stop();
    camera?.dispatchEvent(new Event('ended'));
  });
  await expect(page.getByText(/was taken away\. What was said until then is kept/)).toBeVisible();
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByText(/^([6-9]|\d\d) seconds said/)).toBeVisible();
  await page.getByRole('button', { name: 'Pause' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  const seconds = await keptSeconds(page);
  const shown = page.getByLabel('Your recording');
  await expect.poll(() => shown.evaluate((video) => (video as HTMLVideoElement).videoHeight)).toBeGreaterThan(100);
  const bytes = await (await context.request.get(`${school.url}${await shown.getAttribute('src')}`)).body();
  const [marks, there] = lengths(bytes);
  expect(Math.abs(marks - seconds)).toBeLessThan(1);
  expect(Math.abs(marks - there)).toBeLessThan(0.5);
  const watching = await signIn(await another(), school, 's-imke');
  expect((await watching.request.get(`${school.url}${await shown.getAttribute('src')}`)).status()).toBe(404);
});
