import { addressOf } from '@/core/places';
import { readNews } from '@/server/doing/news/read-news';
import { read } from '@/store/database';
import { newsFor } from '@/store/news';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { countUnread, newsLines, whatsNew } from './news';

let school: TestSchool;
let imke: Person;
let teacher: Person;
const now = Date.now();
beforeAll(async () => {
  school = await testSchool();
  [imke, teacher] = [await school.person('s-imke'), await school.person('t-bello')];
});
afterAll(() => school.end());

const falling = (numbers: readonly number[]): boolean => numbers.every((n, i) => i === 0 || n <= (numbers[i - 1] ?? 0));

test('is grouped by class, each newest first, the class with the newest thing first', async () => {
  const groups = await whatsNew(school.db, imke, now);
  expect(groups.length).toBeGreaterThan(2);
  expect(new Set(groups.map(({ classId }) => classId)).size).toBe(groups.length);
  for (const { news, unread } of groups) {
    expect(falling(news.map(({ id }) => id))).toBe(true);
    expect(unread).toBe(news.filter((one) => one.unread).length);
  }
  expect(falling(groups.map(({ news }) => news[0]?.id ?? 0))).toBe(true);
  const unread = groups.reduce((sum, group) => sum + group.unread, 0);
  expect(unread).toBe(await countUnread(school.db, imke.id, now));
});

test('the newest lines of a list are the newest of all, whichever class they are of', async () => {
  const all = (await whatsNew(school.db, imke, now)).flatMap(({ news }) => news).sort((a, b) => b.id - a.id);
  expect(newsLines(await read(school.db, newsFor(imke.id, 5, now)), imke)).toEqual(all.slice(0, 5));
});

test('leads a student to their Desk and a teacher to the Marking desk of the same work', async () => {
  const of = async (person: Person) => (await whatsNew(school.db, person, now)).flatMap(({ news }) => news);
  const back = (await of(imke)).filter(({ kind }) => kind === 'handed-back');
  expect(back.length).toBeGreaterThan(0);
  for (const line of back) {
    expect(addressOf(line.place)).toMatch(/^\/desk\/[\w-]+#sheet=feedback$/);
    expect(line).toMatchObject({ back: true, student: expect.any(String) });
  }
  const handedIn = (await of(teacher)).filter(({ kind }) => kind === 'handed-in');
  expect(handedIn.length).toBeGreaterThan(0);
  for (const line of handedIn) {
    expect(addressOf(line.place)).toMatch(/^\/marking\/[\w-]+\?student=s-\w+$/);
    expect([line.student === '', line.earned, line.back]).toEqual([false, null, false]);
  }
});

test('what was read on the screen is read, and the rest stays as it was', async () => {
  const before = newsLines(await read(school.db, newsFor(imke.id, 50, now)), imke);
  const [first, second] = before.filter(({ unread }) => unread);
  await readNews(school.db, imke.id, { events: [first?.id ?? 0] }, now);
  const after = newsLines(await read(school.db, newsFor(imke.id, 50, now)), imke);
  expect(after.find(({ id }) => id === first?.id)?.unread).toBe(false);
  expect(after.find(({ id }) => id === second?.id)?.unread).toBe(true);
  expect(await countUnread(school.db, imke.id, now)).toBe(before.filter(({ unread }) => unread).length - 1);
});
