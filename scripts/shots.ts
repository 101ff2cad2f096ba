import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { School, signIn } from '../e2e/school';
import { CHROMIUM } from './chromium.mjs';
import makeTemplate from './jest-template.mjs';

/** The main views, each as one picture from demo data. */
const SHOTS = [
  { name: 'today', path: '/today', who: 's-imke' },
  { name: 'work', path: '/work', who: 's-imke' },
  { name: 'pdf', path: '/classes/tide-pool/materials/shore-guide', who: 's-imke' },
  { name: 'class-line', path: '/classes/weather', who: 's-imke' },
  { name: 'desk', path: '/desk/cloud-ladder', who: 's-imke' },
  { name: 'pieces-dark', path: '/desk/food-web#sheet=pieces', who: 's-keanu', dark: true, attach: ['harbour.png'] },
  { name: 'desk-arabic', path: '/desk/cloud-ladder', who: 's-imke', locale: 'ar' },
  { name: 'desk-phone', path: '/desk/cloud-ladder', who: 's-imke', phone: true },
  { name: 'questions', path: '/desk/over-the-sill#step=over-the-sill-3', who: 's-wren', exam: 'sill gate' },
  { name: 'pages', path: '/desk/marlen', who: 's-imke', box: 1 },
  { name: 'feedback', path: '/desk/bearings#sheet=feedback', who: 's-imke' },
  { name: 'press', path: '/desk/kite-edges#step=kite-edges-3', who: 's-imke', photograph: 1 },
  { name: 'recording', path: '/desk/spoken-letter', who: 's-imke', says: 14_000 },
  { name: 'marking', path: '/marking/cloud-ladder?student=s-abena', who: 't-bello' },
  { name: 'set-work', path: '/set/draft-fog', who: 't-bello', press: [/^Answer the questions/, 'Rules'] },
  { name: 'set-questions', path: '/set/draft-storm', who: 't-bello', press: [/^Three questions/] },
  { name: 'office', path: '/office/people?class=weather&person=s-wren', who: 'o-quill', check: 4 },
  { name: 'first-start', path: '/begin', who: null, empty: true },
] as const;

const folder = join(process.cwd(), 'docs', 'screenshots');
mkdirSync(folder, { recursive: true });
await makeTemplate();
const school = await School.open();
const begun = await School.empty();
const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: [
    '--no-sandbox',
    '--disable-dev-shm-usage',
    '--disable-gpu',
    '--disable-background-networking',
    '--use-fake-device-for-media-stream',
    '--use-fake-ui-for-media-stream',
  ],
});
for (const shot of SHOTS) {
  const context = await browser.newContext({
    viewport: 'phone' in shot ? { width: 390, height: 844 } : { width: 1280, height: 800 },
    colorScheme: 'dark' in shot ? 'dark' : 'light',
    locale: 'locale' in shot ? shot.locale : 'en-GB',
    timezoneId: 'Europe/Lisbon',
    reducedMotion: 'reduce',
  });
  const page = shot.who ? await signIn(context, school, shot.who) : await context.newPage();
  await page.goto(('empty' in shot ? begun.url : school.url) + shot.path);
  if (shot.path.startsWith('/desk'))
    await page
      .locator('.answer')
      .first()
      .waitFor({ timeout: 15_000 })
      .catch(() => {});
  if ('exam' in shot) {
    await page.goto(school.url + shot.path.replace(/#.*/, ''));
    await page.getByRole('button', { name: 'Done', exact: true }).click();
    await page.getByRole('button', { name: /My phone can take/ }).click();
    await page.getByRole('button', { name: 'Done', exact: true }).click();
    await page.getByRole('button', { name: /The exam/ }).click();
    await page.getByLabel('Start word').fill(shot.exam);
    await page.getByRole('button', { name: 'Begin now' }).click();
    await page.getByRole('textbox').fill('3.8 m');
    await page.getByRole('radio', { name: /12:30 to 19:00/ }).check();
  }
  if ('box' in shot) {
    await page.locator('[data-drawn]').first().waitFor();
    await page.locator('[data-box]').nth(shot.box).focus();
  }
  if ('press' in shot) for (const name of shot.press) await page.getByRole('button', { name }).first().click();
  if ('photograph' in shot) {
    await page
      .getByRole('navigation', { name: 'Photographs of your pages' })
      .getByRole('button')
      .nth(shot.photograph)
      .click();
    await page.getByRole('img', { name: 'The page as it will be handed in' }).waitFor();
  }
  if ('says' in shot) {
    await page.getByRole('button', { name: 'Put away' }).first().click();
    await page.getByRole('button', { name: 'Begin', exact: true }).last().click();
    await page.waitForTimeout(shot.says / 2);
    await page.getByRole('button', { name: 'Pause' }).click();
    await page.getByRole('button', { name: 'Go on' }).click();
    await page.waitForTimeout(shot.says / 2);
  }
  if ('check' in shot) for (let i = 3; i < 3 + shot.check; i += 1) await page.getByRole('checkbox').nth(i).check();
  if ('empty' in shot) {
    const [code = ''] = /\d{4} \d{4}/.exec(begun.said) ?? [];
    for (const [place, words] of [
      [/^The code in the terminal/, code],
      [/^name of the school/, 'The Harbour School'],
      [/^Its name in/, 'مدرسة الميناء'],
      [/^whom, where and when/, 'Ms Quill in the school office, weekdays 8:00 to 15:30'],
    ] as const) {
      await page.getByRole('button', { name: place }).click();
      await page.getByRole('dialog').locator('input').fill(words);
      await page.getByRole('dialog').locator('input').press('Enter');
      await page.getByRole('dialog').waitFor({ state: 'hidden' });
    }
  }
  if ('attach' in shot)
    await page
      .locator('aside input[type=file]')
      .first()
      .setInputFiles(shot.attach.map((name) => join('demo', 'files', name)));
  await page.waitForTimeout('attach' in shot ? 3000 : 1200);
  await page.screenshot({ path: join(folder, `${shot.name}.png`) });
  console.log(shot.name);
  await context.close();
}
await browser.close();
for (const one of [school, begun]) {
  await one.end();
  one.remove();
}
