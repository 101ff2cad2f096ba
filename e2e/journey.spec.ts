import { expect, pageOf, saved, signIn, test, typeAnswer, write } from './school';

const ANSWERS = [
  'It climbs when the weather is good. It falls when it is bad.',
  'The thin streaks at the top. They give a day.',
  'I see small white heaps. They are low.',
  'I would let it sail, because the heaps stayed small all day and the wind is light, and the streaks have not grown.',
];

test('a student finds work, writes it, hands it in, takes it back and hears back', async ({ school, another }) => {
  test.setTimeout(360_000);
  const student = await another();
  const page = await pageOf(student);

  await test.step('signs in and lands on Today', async () => {
    await page.goto(school.url);
    await expect(page).toHaveURL(/sign-in/);
    await page.getByLabel('User name').fill('wren');
    await page.getByLabel('Password', { exact: true }).fill('wrong');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'not right' })).toContainText('Ms Quill');
    await expect(page.getByLabel('User name')).toHaveValue('wren');
    await page.getByLabel('Password', { exact: true }).fill('kite and string');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page).toHaveURL(/today/);
    await expect(page.getByRole('heading', { name: 'Do next' })).toBeVisible();
    await expect(page.getByRole('article')).toContainText('Due soon.');
    await expect(
      page.getByRole('region', { name: 'The String' }).getByRole('link', { name: /Reading the cloud ladder/ }),
    ).toBeVisible();
  });

  await test.step('finds it in the Class line, in either order', async () => {
    await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Classes' }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Classes' })).toBeVisible();
    // The timetable has links to the same class.
    await page.getByRole('list').getByRole('link', { name: 'Weather & Sky' }).click();
    await expect(page.getByRole('heading', { name: 'Clouds that tell' })).toBeVisible();
    await page.getByRole('link', { name: 'Newest first' }).click();
    await expect(page.getByText('Bring a coat on Thursday')).toBeVisible();
    await page.getByRole('link', { name: 'Reading the cloud ladder' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Reading the cloud ladder');
  });

  await test.step('reads, with the picture, and ties the first knot', async () => {
    await expect(page.getByText('Long before the mast on the hill')).toBeVisible();
    const picture = page.getByRole('img', { name: /A ladder of heights/ });
    await expect.poll(() => picture.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(100);
    await page.getByRole('button', { name: 'I have read it' }).click();
  });

  await test.step('the starter becomes a copy with the name on it, typed into at once, beside the reading', async () => {
    const copy = page.getByRole('textbox', { name: 'Answer the questions, Wren O.' });
    await expect(copy).toBeFocused();
    await expect(page.getByText('Long before the mast on the hill')).toBeVisible();
    await expect(page.getByText('Nothing of your own is in it yet')).toBeVisible();
    await page.keyboard.type('It climbs when the weather is good');
    await expect(page.getByText('Question 1 needs one more sentence.')).toBeVisible();
    await expect(page.locator('.answer').first()).toHaveAttribute('data-note', '1 sentence of 2 to 3, no end mark yet');
    await page.keyboard.type('. It falls when it is bad.');
    await expect(page.getByText('1 of 4 are there.')).toBeVisible();
    await saved(page);
  });

  await test.step('a finding jumps to its place', async () => {
    await page.getByRole('button', { name: 'Show all' }).click();
    const list = page.getByRole('list', { name: 'Ready check' });
    await list.getByRole('listitem').nth(2).getByRole('button', { name: 'Go there' }).click();
    await expect(page.locator('.answer').nth(2)).toHaveClass(/at/);
    await write(page, ANSWERS[2] ?? '');
    await expect(page.getByText('2 of 4 are there.')).toBeVisible();
  });

  await test.step('hands in with a note, and gets a receipt', async () => {
    await page.getByRole('button', { name: 'Hand in 1 piece' }).click();
    const dialog = page.getByRole('dialog');
    await expect(dialog).toContainText('Answer the questions, Wren O.');
    await expect(dialog).toContainText('Question 2 is empty.');
    await expect(dialog).toContainText('You can take it back');
    await dialog.getByLabel('A note to the teacher').fill('I was unsure about the streaks.');
    await dialog.getByRole('button', { name: 'Hand in', exact: true }).click();
    await expect(page.getByText('Up it goes!')).toBeVisible();
    await expect(page.getByRole('heading', { name: /^Receipt \d+/ })).toHaveCount(1);
    await expect(page.getByText('I was unsure about the streaks.')).toBeVisible();
    await expect(page.getByText(/\d{1,2}:\d{2}:\d{2}/).first()).toBeVisible();
    await expect(page.locator('code')).toHaveText(/^[0-9a-f]{64}$/);
  });

  await test.step('it can be read, not changed, and every list says so', async () => {
    await page.getByRole('button', { name: 'Answer the questions' }).click();
    await expect(page.getByText('to read, not to change')).toBeVisible();
    await expect(page.getByRole('textbox', { name: 'Answer the questions, Wren O.' })).toHaveAttribute(
      'contenteditable',
      'false',
    );
    await page.getByRole('link', { name: 'Weather & Sky' }).click();
    await expect(page.getByRole('listitem').filter({ hasText: 'Reading the cloud ladder' })).toContainText(
      'handed in today',
    );
    await page.getByRole('link', { name: 'Today' }).click();
    await expect(
      page
        .getByRole('link', { name: /Reading the cloud ladder/ })
        .first()
        .getByRole('img'),
    ).toHaveAccessibleName('handed in');
    await page.goBack();
    await page.goBack();
  });

  await test.step('takes it back, finishes it, hands in again: two receipts', async () => {
    await page.getByRole('button', { name: 'Take back' }).click();
    await expect(page.getByRole('textbox', { name: 'Answer the questions, Wren O.' })).toHaveAttribute(
      'contenteditable',
      'true',
    );
    await typeAnswer(page, 2, ANSWERS[1] ?? '');
    await typeAnswer(page, 4, ANSWERS[3] ?? '');
    await expect(page.getByText('4 of 4 are there.')).toBeVisible();
    await page.getByRole('button', { name: 'Hand in 1 piece' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
    await expect(page.getByRole('heading', { name: /^Receipt \d+/ })).toHaveCount(2);
  });

  const staff = await another();
  const desk = await signIn(staff, school, 't-bello');

  await test.step('the teacher sees who has handed in, marks, and the total adds up', async () => {
    await desk.goto(`${school.url}/today`);
    await desk.getByRole('link', { name: 'Reading the cloud ladder' }).first().click();
    const students = desk.getByRole('navigation', { name: 'Students' });
    await expect(students).toContainText('Not handed in');
    await students.getByRole('link', { name: /Wren Okafor/ }).click();
    const work = desk.getByRole('article', { name: 'What Wren Okafor handed in' });
    await expect(work).toContainText('The thin streaks at the top.');
    await expect(work).toContainText('hand-in number 2');
    const given = [20, 20, 20, 20, 10];
    const titles = [
      'Uses the reading',
      'Answers what was asked',
      'Gives reasons',
      'Own observation',
      'Whole sentences',
    ];
    for (const [i, title] of titles.entries()) {
      const criterion = desk.getByRole('group', { name: title });
      await criterion.getByLabel('Points').fill(String(given[i]));
      await criterion.getByLabel('Comment').fill(`About ${title.toLowerCase()}.`);
    }
    await expect(desk.getByText('90 of 100')).toBeVisible();
    await desk.reload();
    await expect(desk.getByText('90 of 100')).toBeVisible();
    await expect(desk.getByText(/^Kept/)).toBeVisible();
    const aside = desk.getByRole('textbox', { name: 'Write a quiet word' });
    await expect(desk.getByText(/Only Wren Okafor and the teachers of this class/)).toBeVisible();
    await aside.fill('Which streaks did you see?');
    await desk.getByRole('button', { name: 'Send' }).click();
    await expect(desk.getByText('Which streaks did you see?')).toBeVisible();
  });

  await test.step('the student sees it arrive without reloading, and where each point was lost', async () => {
    await page.goto(`${school.url}/today`);
    await expect(page.getByText('A quiet word on Reading the cloud ladder')).toBeVisible();
    await desk.getByRole('button', { name: 'Hand back', exact: true }).click();
    await expect(desk.getByRole('heading', { name: 'Handed back' })).toBeVisible();
    await page.getByRole('link', { name: /Reading the cloud ladder has come back/ }).click();
    const sheet = page.getByRole('complementary', { name: 'Feedback' });
    await expect(sheet).toContainText('90 of 100');
    await expect(sheet).toContainText('10 points lost.');
    await expect(sheet).toContainText('About gives reasons.');
    await expect(page.getByRole('region', { name: 'Hand in' })).toContainText('90 of 100');
  });

  await test.step('and answers in the aside', async () => {
    await page.getByRole('button', { name: /^Quiet word/ }).click();
    await expect(page.getByText('Only you and Ngozi Bello-Strand read this.')).toBeVisible();
    await page.getByRole('textbox', { name: 'Write a quiet word' }).fill('The thin ones over the hill.');
    await page.getByRole('button', { name: 'Send' }).click();
    await expect(page.getByRole('complementary', { name: 'Quiet word' })).toContainText('The thin ones over the hill.');
    await expect(desk.getByText('The thin ones over the hill.')).toBeVisible();
  });
});

test('an assignment that is only ticked off', async ({ context, school }) => {
  const page = await signIn(context, school, 's-yusuf');
  await page.goto(`${school.url}/desk/read-aloud`);
  await expect(page.getByText('There is nothing to hand in.')).toBeVisible();
  await page.getByRole('region', { name: 'Hand in' }).getByRole('button', { name: 'Tick off' }).click();
  await expect(page.getByText('Ticked off.')).toBeVisible();
  await expect(page.getByText('none: it was ticked off')).toBeVisible();
  await page.goto(`${school.url}/classes/stories?show=handed-in`);
  await expect(page.getByRole('link', { name: 'Read aloud for fifteen minutes' })).toBeVisible();
});

test('an assignment that is answered by a short text in place', async ({ context, school }) => {
  const page = await signIn(context, school, 's-yusuf');
  await page.goto(`${school.url}/desk/fog-line`);
  const line = page.getByRole('textbox', { name: 'Write your line, Yusuf D.' });
  await expect(line).toBeFocused();
  await page.keyboard.type('The fog came.');
  await expect(page.getByText('Question 1 needs 3 more words.')).toBeVisible();
  await page.getByRole('button', { name: 'Hand in 1 piece' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('button', { name: 'Hand in', exact: true })).toBeDisabled();
  await dialog.getByRole('button', { name: 'Not yet' }).last().click();
  await line.click();
  await page.keyboard.press('End');
  await write(page, ' It sat on the slip all night.');
  await expect(page.getByText('1 of 1 is there.')).toBeVisible();
  await page.getByRole('button', { name: 'Hand in 1 piece' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
  await expect(page.getByRole('heading', { name: /^Receipt \d/ })).toBeVisible();
});

test('an assignment whose closing time has passed says so, one that opens later shows only its title', async ({
  context,
  school,
}) => {
  const page = await signIn(context, school, 's-yusuf');
  await page.goto(`${school.url}/desk/postcards`);
  await expect(page.getByText(/Closed since .* It can no longer be handed in/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Hand in 1/ })).toHaveCount(0);
  await expect(page.locator('[contenteditable="true"]')).toHaveCount(0);
  const answer = await page.goto(`${school.url}/desk/which-way`);
  await expect(page.getByText(/^Opens /)).toBeVisible();
  expect(await answer?.text()).not.toContain('where the wind will be from');
});
