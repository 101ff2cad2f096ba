/** @jest-environment ./scripts/window-environment.mjs */
import { chosenFrom } from '@/core/work/chosen-work';
import { allWork } from '@/server/reading/work/work-list';
import { workTable } from '@/server/reading/work/work-table';
import { Screens } from '@/testing/screen';
import { WorkScreen } from './work-screen';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
  await screens.signIn('s-imke');
});
afterAll(() => screens.end());

/** All work, as it stands at an address. */
async function at(address: string) {
  const imke = await screens.school.person('s-imke');
  const { db } = screens.school;
  const now = Date.now();
  const chosen = chosenFrom(Object.fromEntries(new URL(address, 'http://localhost').searchParams));
  const { items, classes: list } = await allWork(db, imke, now);
  const table = workTable(items, chosen, 'Europe/Lisbon', now);
  return screens.draw(
    () => <WorkScreen table={table} chosen={chosen} classes={list} zone="Europe/Lisbon" now={now} />,
    'all',
  );
}

const href = (element: HTMLElement) => element.getAttribute('href') ?? '';

test('a head sorts by its column, and the other way round when it does already', async () => {
  const first = await at('/work?state=all&class=maths');
  expect(first.getAllByRole('row')).toHaveLength(12);
  const once = href(first.getByRole('link', { name: 'Takes' }));
  expect(once).toContain('sort=minutes');
  first.leave();
  const sorted = await at(once);
  expect(sorted.getAllByRole('row')[1]?.textContent).toContain('Bring your compass back');
  const takes = (page: typeof sorted) => page.getByRole('columnheader', { name: /^Takes/ });
  expect(takes(sorted).getAttribute('aria-sort')).toBe('ascending');
  const twice = href(sorted.getByRole('link', { name: /^Takes/ }));
  sorted.leave();
  const down = await at(twice);
  expect(takes(down).getAttribute('aria-sort')).toBe('descending');
  expect(down.getAllByRole('row').at(-1)?.textContent).toContain('Bring your compass back');
});

test('what narrows it is an address of its own, which leads to the Desk', async () => {
  const page = await at('/work?state=all&class=maths');
  await page.hand.selectOptions(page.getByLabelText('To hand in'), 'tick');
  const address = screens.went.at(-1) ?? '';
  expect(address).toContain('kind=tick');
  page.leave();
  const narrowed = await at(address);
  expect(narrowed.getAllByRole('row')).toHaveLength(2);
  expect(href(narrowed.getByRole('link', { name: 'Bring your compass back' }))).toMatch(/^\/desk\//);
});

test('where nothing is left it says so', async () => {
  const page = await at('/work?state=all&class=maths&kind=short&week=-2');
  expect(page.queryByRole('table')).toBeNull();
  expect(page.getByRole('main').textContent).toMatch(/Nothing|None|No /);
});
