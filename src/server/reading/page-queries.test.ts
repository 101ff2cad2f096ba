import { hashToken } from '@/server/secrets';
import { addMasses } from '@/store/masses';
import { addSession } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { PAGES, type PageAsked, statementsOf } from '@/testing/page-queries';

let school: TestSchool;
const now = Date.now();

beforeAll(async () => {
  school = await testSchool();
  for (const id of ['s-imke', 't-bello', 't-kerr']) {
    const { id: personId } = await school.person(id);
    await addSession(school.db, { tokenHash: hashToken(id), personId, at: now, expiresAt: now + 3_600_000 });
  }
});
afterAll(() => school.end());

const count = async (who: string, page: PageAsked) => (await statementsOf(school.db, who, page, now)).length;

test.each([
  ['a student’s Today', 8, 's-imke', PAGES.today()],
  ['All work', 8, 's-imke', PAGES.work()],
  ['the Shelf', 8, 's-imke', PAGES.shelf()],
  ['a student’s Class line', 8, 's-imke', PAGES.class('weather')],
  ['a Desk that is written on', 12, 's-imke', PAGES.desk('cloud-ladder')],
  ['a Desk whose work came back', 12, 's-imke', PAGES.desk('ten-mornings')],
  ['a teacher’s Today', 8, 't-bello', PAGES.today()],
  ['a teacher’s Class line', 8, 't-bello', PAGES.class('weather')],
  ['the Marking desk', 10, 't-bello', PAGES.marking('cloud-ladder', 's-abena')],
  ['the Marking desk of work that came back', 10, 't-bello', PAGES.marking('ten-mornings', 's-imke')],
] as const)('%s asks the database at most %i times', async (_name, most, who, page) => {
  const asked = await count(who, page);
  expect(asked).toBeLessThanOrEqual(most);
  expect(asked).toBeGreaterThan(1);
});

test('ten times as much work is asked for in as many statements', async () => {
  const before = await Promise.all([count('s-imke', PAGES.today()), count('t-bello', PAGES.today())]);
  await addMasses(school.db, {
    assignments: Array.from({ length: 400 }, (_, i) => ({
      id: `more-${i}`,
      classId: 'weather',
      position: 100 + i,
      title: `More ${i}`,
      postedAt: Date.now() - 86_400_000,
      dueAt: Date.now() + (i + 1) * 3_600_000,
    })),
  });
  expect(await Promise.all([count('s-imke', PAGES.today()), count('t-bello', PAGES.today())])).toEqual(before);
});
