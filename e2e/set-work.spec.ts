import { found } from './axe';
import { expect, saved, signIn, test, typeAnswer, write } from './school';

// A teacher's Monday: from Today to a posted reading with four answers, asks and a due time; seen as a student; read and
// answered by a student; changed, while what the student wrote stays.

const READING =
  'Every evening at five Oda Brekke walks the harbour wall. She notes where the wind comes from, which step the sea has reached, and what the gulls do. Then she hangs out one lamp, or two.';
const QUESTIONS = [
  'What does Oda note?',
  'What do two lamps mean?',
  'One lamp or two tonight?',
  'What did nobody ask her?',
];

/** Times of the keystroke-level model (Card, Moran and Newell 1980, from memory): a key of a skilled typist, pointing, a press of the button, a thought before each part. */
const KLM = { key: 0.2, point: 1.1, press: 0.2, think: 1.35 } as const;

test('work is set on the Desk itself, posted, done, and changed without touching what somebody wrote', async ({
  school,
  another,
}) => {
  const context = await another();
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const page = await signIn(context, school, 't-bello');
  await page.goto(`${school.url}/today`);
  await page.evaluate((text) => navigator.clipboard.writeText(text), READING);
  await page.getByRole('button', { name: 'Set work in Weather & Sky' }).click();
  await page.waitForURL('**/set/*');
  await expect(page.getByLabel('Title', { exact: true })).toBeFocused();
  await page.evaluate(() => {
    const counts = Object.assign(window, { clicks: 0, keys: 0 });
    addEventListener('pointerdown', () => (counts.clicks += 1), true);
    addEventListener('keydown', () => (counts.keys += 1), true);
  });
  await page.keyboard.type('One lamp or two?');
  await page.getByRole('button', { name: /^Read or watch something/ }).click();
  await expect(page.getByLabel('Name of the step')).toBeFocused();
  await page.keyboard.type('The lamp on the wall');
  await page.getByRole('button', { name: 'Write it here' }).click();
  await expect(page.locator('[contenteditable=true]')).toBeFocused();
  await page.keyboard.press('Control+V');
  await expect(page.getByText('She notes where the wind comes from')).toBeVisible();
  await page.getByRole('button', { name: 'Add a step' }).click();
  await page.getByRole('button', { name: /^Answer in a document/ }).click();
  await page.getByRole('button', { name: 'Add a question with its place to answer' }).last().click();
  for (const [i, question] of QUESTIONS.entries()) {
    if (i > 0) await page.keyboard.press('Enter');
    await expect(page.getByLabel(`Question ${i + 1}`)).toBeFocused();
    await page.keyboard.type(question);
  }
  for (let i = 0; i < 4; i += 1) {
    await page.getByRole('button', { name: '+ ask for something here' }).nth(i).click();
    await page.getByRole('button', { name: 'So many sentences' }).click();
  }
  await page
    .getByRole('button', { name: /^When it is due/ })
    .first()
    .click();
  await page
    .getByRole('button', { name: /at the end of the lesson/ })
    .nth(2)
    .click();
  await expect(page.getByText('A student meets a reading and a document with 4 places to answer')).toBeVisible();
  await expect(page.getByText('Nothing is missing.')).toBeVisible();
  expect(await found(page, { contrast: true })).toEqual([]);
  await page.getByRole('button', { name: 'Post to Weather & Sky …' }).click();
  await page.getByLabel('Tide-pool Science').check();
  await page.getByRole('button', { name: 'Post it', exact: true }).click();
  await expect(page.getByText('It is posted. The class sees it now.')).toBeVisible();
  await expect(page.getByText('It is posted to Tide-pool Science, too.')).toBeVisible();
  const { clicks, keys } = await page.evaluate(() => {
    const { clicks: c, keys: k } = window as unknown as { clicks: number; keys: number };
    return { clicks: c, keys: k };
  });
  // One click on Today, before it is counted.
  expect(clicks + 1).toBeLessThanOrEqual(25);
  const parts = 2 + QUESTIONS.length * 2 + 3;
  const seconds = (clicks + 1) * (KLM.point + KLM.press) + keys * KLM.key + parts * KLM.think;
  expect(seconds).toBeLessThan(120);

  // As a student sees it, and the sheets.
  await page.getByRole('button', { name: 'See it as a student' }).click();
  await page.getByRole('button', { name: /^In which state/ }).click();
  await page.getByRole('button', { name: /^overdue/ }).click();
  await expect(page.getByText('As a student sees it:')).toBeVisible();
  expect(await found(page)).toEqual([]);
  await page.getByRole('button', { name: 'Write on' }).last().click();
  // The last is looked at here, the others by the tests of their components.
  for (const sheet of ['Rubric', 'Rules', 'What to do']) {
    await page.getByRole('button', { name: sheet, exact: true }).click();
    await expect(page.getByRole('complementary', { name: sheet })).toBeVisible();
  }
  expect(await found(page, { within: 'aside' })).toEqual([]);
  await page.getByRole('button', { name: 'Close', exact: true }).click();

  // A student finds it, reads it beside their copy, and answers.
  const theirs = await another();
  const student = await signIn(theirs, school, 's-imke');
  await student.goto(`${school.url}/classes/weather?order=newest`);
  await student.getByRole('link', { name: 'One lamp or two?' }).click();
  await expect(student.getByText('Every evening at five Oda Brekke')).toBeVisible();
  await student.getByRole('button', { name: /Answer the questions/ }).click();
  // What is drawn first stands there a moment beside the editor.
  await expect(student.getByText('1 What does Oda note?').filter({ visible: true }).first()).toBeVisible();
  await typeAnswer(student, 1, 'The wind, the step and the gulls.');
  await expect(student.getByText('1 of 4 are there.')).toBeVisible();
  await saved(student);

  // The teacher changes it: it says who has begun, and what the student wrote stays.
  await page
    .getByRole('button', { name: /Answer the questions/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Add a question with its place to answer' }).last().click();
  await expect(page.getByLabel('Question 5')).toBeFocused();
  await write(page, 'And who hangs out the second lamp?');
  await saved(page);
  await page.reload();
  await page
    .getByRole('button', { name: /Answer the questions/ })
    .first()
    .click();
  await expect(page.getByLabel('Question 5')).toHaveValue('And who hangs out the second lamp?');
  await page.getByRole('button', { name: 'Post the changes …' }).click();
  await expect(page.getByText(/One student has begun it, nobody has handed it in\./)).toBeVisible();
  await page.getByRole('button', { name: 'Post the changes', exact: true }).click();
  await expect(page.getByText('It is posted. The class sees it now.')).toBeVisible();
  // It comes into the copy that is open, and nothing is taken from it.
  await expect(student.getByText('5 And who hangs out the second lamp?')).toBeVisible();
  await expect(student.getByText('The wind, the step and the gulls.')).toBeVisible();
  await student.reload();
  await student.getByRole('button', { name: /Answer the questions/ }).click();
  await expect(student.getByText('The wind, the step and the gulls.')).toBeVisible();

  // By key alone a step is moved.
  await page.getByRole('button', { name: /^The lamp on the wall/ }).focus();
  await page.keyboard.press('Alt+ArrowDown');
  await expect(page.getByText('“The lamp on the wall” is step 2 of 2 now.')).toBeAttached();
  await saved(page);
});

test('by key alone a quiz is set in place for some, posted, answered and scored; then its unit is taken over into another class', async ({
  school,
  another,
}) => {
  const page = await signIn(await another(), school, 't-bello');
  await page.goto(`${school.url}/classes/weather`);
  /** Goes to something on the page, and presses a key on it. */
  const press = async (name: string | RegExp, n = 0, key = 'Enter') => {
    const button = page.getByRole('button', { name }).nth(n);
    await button.focus();
    await button.press(key);
  };
  /** Opens what hangs on a button; what opens takes the caret, and only then is a key pressed in it. */
  const open = async (slot: RegExp) => {
    await press(slot);
    await page.locator('[role=dialog]:focus-within, [role=menu]:focus-within').waitFor();
  };
  const choose = async (slot: RegExp, choice: string | RegExp) => {
    await open(slot);
    await press(choice);
  };
  await expect(page.getByRole('button', { name: 'Tell the class something' })).toBeVisible();
  // A key that is pressed before the page is awake is lost, as with any page.
  await expect(async () => {
    await press('Set work here, in “Clouds that tell”');
    await page.waitForURL('**/set/*', { timeout: 10_000 });
  }).toPass();
  await expect(page.getByLabel('Title', { exact: true })).toBeFocused();
  await write(page, 'Which cloud comes first?');
  await press(/^Questions/);
  await expect(page.getByLabel('Name of the step')).toBeFocused();
  await choose(/^\+ a question/, 'One of several');
  await expect(page.getByRole('textbox', { name: 'Question 1', exact: true })).toBeFocused();
  await write(page, 'Which comes before rain?');
  for (const [i, says] of ['cirrus', 'fog', 'none'].entries()) {
    await page.getByLabel(`Choice ${i + 1}`, { exact: true }).focus();
    await page.keyboard.type(says);
  }
  await page.getByRole('radio', { name: 'Choice 1 is right' }).press('Space');
  await press('+ why it is so');
  await page.getByLabel('Why it is so').focus();
  await write(page, 'Its threads thicken.');
  await press('Try it');
  await press('Put in what is right');
  await expect(page.getByText('1 of 1.').first()).toBeVisible();
  expect(await found(page)).toEqual([]);
  await press('Rules');
  await open(/^For whom it is/);
  await page.getByRole('checkbox', { name: 'Imke Aalders' }).press('Space');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /^For whom it is: For/ })).toContainText('Imke Aalders');
  await choose(/^For one alone/, 'Give more time');
  await choose(/^Once or every week/, 'Set again every week');
  expect(await found(page)).toEqual([]);
  await expect(page.getByText('Nothing is missing.')).toBeVisible();
  await press('Post to Weather & Sky …');
  await press('Post it');
  await expect(page.getByText('It is posted. The class sees it now.')).toBeVisible();

  // Those for whom it is have it, and the others do not.
  const student = await signIn(await another(), school, 's-imke');
  await student.goto(`${school.url}/classes/weather?order=newest`);
  await student.getByRole('link', { name: 'Which cloud comes first?' }).click();
  await student
    .getByRole('button', { name: /^Begin/ })
    .first()
    .click();
  await student.getByRole('radio', { name: /cirrus/ }).check();
  await saved(student);
  const other = await signIn(await another(), school, 's-zofia');
  await other.goto(`${school.url}/classes/weather?order=newest`);
  await expect(other.getByRole('heading', { name: 'Weather & Sky' })).toBeVisible();
  await expect(other.getByText('Which cloud comes first?')).toHaveCount(0);

  // The unit comes over into another class, seen before it is done.
  await page.goto(`${school.url}/classes/tide-pool/course?from=weather&unit=weather-2&first=2028-01-10`);
  await expect(page.getByRole('checkbox', { name: 'Which cloud comes first?' })).toBeChecked();
  expect(await found(page)).toEqual([]);
  await page.getByRole('checkbox', { name: 'Storm words' }).press('Space');
  await press(/^Take \d+ works over/);
  await expect(page.getByText(/works are posted or wait for their time/)).toBeVisible();
  await page.getByRole('link', { name: 'Go to Tide-pool Science' }).click();
  await expect(page.getByRole('link', { name: 'Clouds that tell' })).toBeVisible();
  await expect(page.getByText('Which cloud comes first?').first()).toBeVisible();

  // Taken back, it is there for nobody, and what was answered stays with the teacher.
  await page.goto(`${school.url}/classes/weather?order=newest`);
  await page.getByRole('link', { name: 'Which cloud comes first?' }).click();
  await press('Change what is set');
  await page.waitForURL('**/set/*');
  await press('Rules');
  await press('Take it back from the class …');
  await press('Take it back now');
  await expect(page.getByText('It is taken back: no student sees it.')).toBeVisible();
  await student.goto(`${school.url}/classes/weather?order=newest`);
  await expect(student.getByRole('heading', { name: 'Weather & Sky' })).toBeVisible();
  await expect(student.getByText('Which cloud comes first?')).toHaveCount(0);
});

test('a file that is cut off while it is sent goes on by itself, and the draft stays as it was typed', async ({
  school,
  another,
}) => {
  const page = await signIn(await another(), school, 't-bello');
  await page.goto(`${school.url}/set/draft-fog`);
  await page.getByLabel('Title', { exact: true }).fill('What the bell says at night');
  await page.getByRole('button', { name: 'Add a step' }).click();
  await page.getByRole('button', { name: /^Read or watch something/ }).click();
  await expect(page.getByLabel('Name of the step')).toBeFocused();
  let cut = 0;
  await page.route('**/api/uploads/*', (route) => {
    const isSecond = route.request().method() === 'PATCH' && route.request().headers()['upload-offset'] !== '0';
    if (!isSecond || cut > 0) return route.continue();
    cut += 1;
    return route.abort('connectionreset');
  });
  // Six megabytes: two parts.
  const buffer = Buffer.alloc(6 * 1024 * 1024, 'The bell is rung five times. ');
  await page.getByLabel('A file from this device').setInputFiles({ name: 'bell.txt', mimeType: 'text/plain', buffer });
  await expect(page.getByText('bell.txt').first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take something else' })).toBeVisible();
  expect(cut).toBe(1);
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('What the bell says at night');
  await expect(page.getByRole('button', { name: /^bell\.txt/ })).toBeVisible();
});
