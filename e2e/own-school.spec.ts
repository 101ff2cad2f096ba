import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import type { BrowserContext, Download, Page } from '@playwright/test';
import { found } from './axe';
import { expect, pageOf, School, saved, test, typeAnswer, write } from './school';

// From an empty folder to a student who has handed in: a school begins, its roster comes in, slips are printed, a teacher sets
// the first work, a student does it; and a backup is made while all of it runs.

const ROSTER = [
  'name;user name;class;role',
  'Tomasz Kerr;kerr;Knots 4;teacher',
  'Mira Sundin;mira;Knots 4;',
  'Tarek Aziz-Holm;007;Knots 4;',
  'Lotte Brandt;;Knots 4;',
].join('\r\n');

let school: School;
test.beforeAll(async () => {
  school = await School.empty();
});
test.afterAll(async () => {
  await school.end();
  school.remove();
});

/** Types something at a place of a sentence. */
async function say(page: Page, place: RegExp, words: string): Promise<void> {
  await page.getByRole('button', { name: place }).click();
  const field = page.getByRole('dialog').locator('input');
  await field.fill(words);
  await field.press('Enter');
}

/** The codes of a page of slips, by user name. */
async function codesOf(download: Download): Promise<ReadonlyMap<string, string>> {
  const path = join(school.folder, download.suggestedFilename());
  await download.saveAs(path);
  const text = execFileSync('pdftotext', ['-raw', path, '-'], { encoding: 'utf8' });
  const codes = [...text.matchAll(/(?:[0-9A-Z]{4}-){3}[0-9A-Z]{4}/g)].map(([code]) => code);
  const names = [...text.matchAll(/^(kerr|mira|007|lotte)\b/gm)].map(([name]) => name);
  return new Map(names.map((name, i) => [name, codes[i] ?? '']));
}

/** Somebody gets in with a slip, in a browser of their own. */
async function bySlip(device: BrowserContext, code: string, password: string): Promise<Page> {
  const page = await pageOf(device);
  await page.goto(`${school.url}/slip#${code}`);
  await page.getByLabel('Choose a password').fill(password);
  expect(page.url()).not.toContain(code);
  await page.getByRole('button', { name: 'Set it and sign in' }).click();
  await page.waitForURL('**/today');
  return page;
}

test('a school of one’s own, from an empty folder to work that was handed in', async ({ another }) => {
  test.setTimeout(240_000);
  const office = await pageOf(await another());
  await office.goto(school.url);
  await office.waitForURL('**/begin');
  await expect(office.getByRole('heading', { name: 'A school begins here' })).toBeVisible();
  // Nothing of the demo is here.
  const demo = { data: { person: 't-kerr' }, headers: { origin: school.url } };
  expect((await office.request.post(`${school.url}/api/sign-in/demo`, demo)).status()).toBe(404);
  await say(office, /^The code in the terminal/, '0000 0000');
  await expect(office.getByText('That is not the code')).toBeVisible();
  await office.keyboard.press('Escape');
  const [code = ''] = /\d{4} \d{4}/.exec(school.said) ?? [];
  await say(office, /^The code in the terminal/, code);
  await expect(office.getByText('The code in the terminal was right.')).toBeVisible();
  await say(office, /^name of the school/, 'The Lighthouse School');
  await expect(office.getByText('Its clock is that of')).toContainText('Lisbon');
  await say(office, /^whom, where and when/, 'Ms Quill, in the office');
  await say(office, /^given and family name/, 'Ida Quill');
  await say(office, /^user name/, 'quill');
  await say(office, /^eight characters or more/, 'oar lamp tern dune');
  expect(await found(office)).toEqual([]);
  await office.getByRole('button', { name: 'Begin The Lighthouse School' }).click();
  await office.waitForURL('**/today');
  await expect(office.getByText('Only one person looks after the office.')).toBeVisible();

  await office.getByRole('link', { name: 'Rosters' }).click();
  const file = { name: 'people.csv', mimeType: 'text/csv', buffer: Buffer.from(ROSTER) };
  await office.locator('input[type=file]').setInputFiles(file);
  await office.waitForURL('**/rosters/*');
  await expect(office.getByText('1 line not understood')).toBeVisible();
  await office.getByRole('textbox', { name: /^Line 5/ }).fill('lotte');
  await office.keyboard.press('Enter');
  await expect(office.getByText('understood', { exact: true })).toBeVisible();
  expect(await found(office)).toEqual([]);
  await office.getByRole('button', { name: 'Do it for 4 people' }).click();
  await expect(office.getByText(/^Done /)).toBeVisible();

  await office.getByRole('link', { name: 'People', exact: true }).click();
  await office.getByRole('button', { name: /^Whether they have signed in/ }).click();
  await office.getByRole('button', { name: 'without a slip', exact: true }).click();
  await expect(office.getByText('4 people', { exact: true })).toBeVisible();
  await office.getByLabel('Choose everybody on this page').check();
  expect(await found(office)).toEqual([]);
  const [download] = await Promise.all([
    office.waitForEvent('download'),
    office.getByRole('button', { name: 'Print 4 slips' }).click(),
  ]);
  const codes = await codesOf(download);
  expect([...codes.keys()].sort()).toEqual(['007', 'kerr', 'lotte', 'mira']);

  const teacher = await bySlip(await another(), codes.get('kerr') ?? '', 'rope mist kelp drum');
  await teacher.getByRole('button', { name: 'Set work in Knots 4' }).click();
  await teacher.waitForURL('**/set/*');
  await expect(teacher.getByLabel('Title', { exact: true })).toBeFocused();
  await teacher.keyboard.type('The first knot');
  await teacher.getByRole('button', { name: /^Answer in a document/ }).click();
  await teacher.getByRole('button', { name: 'Add a question with its place to answer' }).last().click();
  await expect(teacher.getByLabel('Question 1')).toBeFocused();
  await write(teacher, 'What holds better in the wet, and why?');
  await saved(teacher);
  await teacher.getByRole('button', { name: 'Post to Knots 4 …' }).click();
  await teacher.getByRole('button', { name: 'Post it', exact: true }).click();
  await expect(teacher.getByText('It is posted. The class sees it now.')).toBeVisible();

  const student = await bySlip(await another(), codes.get('007') ?? '', 'crab wing bell sand');
  await student.getByRole('link', { name: 'The first knot' }).first().click();
  await expect(student.getByText('1 What holds better in the wet, and why?')).toBeVisible();
  await typeAnswer(student, 1, 'The bowline, since it does not swell shut.');
  await saved(student);
  await student.getByRole('button', { name: /^Hand in .*piece/ }).click();
  await student.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
  await expect(student.getByText(/Handed in/).first()).toBeVisible();

  // A slip is good once.
  const late = await pageOf(await another());
  await late.goto(`${school.url}/slip#${codes.get('007')}`);
  await expect(late.getByText('This slip is not good')).toBeVisible();
  expect(await found(late)).toEqual([]);

  // While it runs, everything there is goes into one file.
  const backup = join(school.folder, 'backup.tar');
  const env = { ...process.env, KITE_DATA: school.folder };
  const says = execFileSync('npm', ['run', '-s', 'school', '--', 'backup', backup], { env, encoding: 'utf8' });
  expect(says).toMatch(/rows of \d+ tables/);
  await office.goto(`${school.url}/office/log`);
  await expect(office.getByText('a backup was made')).toBeVisible();
});
