/** @jest-environment ./scripts/window-environment.mjs */
import { waitFor } from '@testing-library/react';
import { countUnread, whatsNew } from '@/server/reading/news/news';
import { Screens } from '@/testing/screen';
import { NewsList } from './news-list';

let screens: Screens;
beforeAll(async () => {
  screens = await Screens.open();
});
afterAll(() => screens.end());

async function openAs(id: string) {
  await screens.signIn(id);
  const person = await screens.school.person(id);
  return screens.draw(async () => {
    const groups = await whatsNew(screens.school.db, person, Date.now());
    const newest = Math.max(0, ...groups.flatMap(({ news }) => news.map((one) => one.id)));
    return <NewsList messages={0} groups={groups} newest={newest} zone="Europe/Lisbon" now={Date.now()} />;
  }, '(frame)/whats-new');
}

test.each(['s-imke', 't-bello'])('each thing that is new to %s is a sentence that leads to its place', async (id) => {
  const page = await openAs(id);
  const links = page.getAllByRole('link');
  expect(links.length).toBeGreaterThan(1);
  for (const link of links) {
    expect(link.textContent?.trim()).toMatch(/ /);
    expect(link.getAttribute('href')).toMatch(/^\/\w+/);
  }
});

test('all is marked read at once, and stays so', async () => {
  const imke = await screens.school.person('s-imke');
  const page = await openAs('s-imke');
  expect(await countUnread(screens.school.db, imke.id, Date.now())).toBeGreaterThan(0);
  await page.hand.click(page.getByRole('button', { name: /Mark all/ }));
  await waitFor(async () => expect(await countUnread(screens.school.db, imke.id, Date.now())).toBe(0));
  // Every open screen is told of it, this one too.
  await page.again();
  expect(page.container.querySelectorAll('[data-unread]')).toHaveLength(0);
  expect(page.queryByRole('button', { name: /Mark all/ })).toBeNull();
});
