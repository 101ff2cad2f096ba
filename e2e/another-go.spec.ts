import { expect, saved, signIn, test, typeAnswer } from './school';

test('another go: the teacher asks, the student reads why, changes it and hands it in again', async ({
  browser,
  school,
}) => {
  const staff = await signIn(await browser.newContext(), school, 't-bello');
  const page = await signIn(await browser.newContext(), school, 's-jonah');
  await page.goto(`${school.url}/desk/cloud-ladder`);
  await expect(page.getByRole('button', { name: 'Take back' })).toBeVisible();

  await test.step('the teacher goes from student to student by key, marks by level, and asks for another go', async () => {
    await staff.goto(`${school.url}/marking/cloud-ladder?student=s-ines`);
    await expect(staff.getByRole('article')).toHaveAccessibleName('What Ines Duarte handed in');
    await staff.keyboard.press('Alt+ArrowDown');
    await expect(staff.getByRole('article')).toHaveAccessibleName('What Jonah Pike handed in');
    const reading = staff.getByRole('group', { name: 'Uses the reading' });
    await reading.getByRole('button', { name: /Mostly/ }).click();
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
    await staff.getByLabel('A general word').fill('Look at question two once more.');
    await staff.getByRole('button', { name: 'Ask for another go' }).click();
    await expect(
      staff.getByRole('navigation', { name: 'Students' }).getByRole('link', { name: /Jonah Pike/ }),
    ).toContainText('another go');
  });

  await test.step('the student hears of it on the open Desk, and reads what is asked', async () => {
    const bar = page.getByRole('region', { name: 'Hand in' });
    await expect(bar).toContainText('Your teacher asks for another go.');
    await bar.getByRole('button', { name: 'Read feedback' }).click();
    const sheet = page.getByRole('complementary', { name: 'Feedback' });
    await expect(sheet).toContainText('Look at question two once more.');
    await expect(sheet).toContainText('19.5 of 30');
    await expect(sheet).toContainText('not marked');
    await sheet.getByRole('button', { name: 'Close' }).click();
  });

  await test.step('changes it, and hands it in again: on time, with a second receipt', async () => {
    await page.getByRole('button', { name: /Answer the questions/ }).click();
    await typeAnswer(page, 2, ' They are thin and high.');
    await saved(page);
    await page.getByRole('button', { name: 'Hand in 1 piece' }).click();
    await expect(page.getByRole('dialog')).toContainText('It is on time.');
    await page.getByRole('dialog').getByRole('button', { name: 'Hand in', exact: true }).click();
    await expect(page.getByRole('heading', { name: /^Receipt \d/ })).toHaveCount(2);
  });

  await test.step('the teacher sees the new hand-in, with what was said before', async () => {
    await expect(staff.getByRole('article')).toContainText('They are thin and high.');
    await expect(staff.getByText('Look at question two once more.')).toBeVisible();
    await expect(staff.getByRole('button', { name: 'Hand back', exact: true })).toBeVisible();
  });
});
