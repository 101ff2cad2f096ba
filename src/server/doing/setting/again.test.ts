import type { AssignmentId, ClassId, PersonId } from '@/core/ids';
import { type AssignmentDraft, EMPTY_DRAFT } from '@/core/setting/draft';
import { Jobs } from '@/server/live/jobs/jobs';
import { JOBS } from '@/server/live/jobs/kinds';
import { newId } from '@/server/secrets';
import { courseWorks } from '@/store/courses';
import { read } from '@/store/database';
import { draftsOf } from '@/store/drafts';
import { addHoliday } from '@/store/holidays';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { takeBackFromClass } from './for-whom';
import { postAssignment } from './posting';

const WEEK = 7 * 86_400_000;
/** Tuesday 4 January 2028 and later, in winter: no change of the clock between. */
const FIRST = Date.UTC(2028, 0, 4, 9);

let school: TestSchool;
let bello: Person;
beforeEach(async () => {
  school = await testSchool();
  bello = await school.person('t-bello');
  await school.db.query("DELETE FROM lesson WHERE class_id = 'weather'");
  await school.db.query(
    "INSERT INTO lesson (class_id, weekday, number, starts, ends) VALUES ('weather', 2, 1, '9:00', '9:45')",
  );
}, 60_000);
afterEach(() => school.end());

const CLASS = 'weather' as ClassId;
const weeks = (n: number) => FIRST + n * WEEK;

async function posted(more: Partial<AssignmentDraft> = {}, id = newId() as AssignmentId) {
  const step = { id: `${id}-s` as never, kind: 'do' as const, title: 'Read the wind', minutes: 5, settings: {} };
  const draft: AssignmentDraft = {
    ...EMPTY_DRAFT,
    title: 'The log of the week',
    minutes: 5,
    dueAt: weeks(1),
    again: { until: weeks(10) },
    steps: [{ ...step, material: null, starter: null }],
    ...more,
  };
  const outcome = await postAssignment(school.db, bello, { id, classId: CLASS, draft, postedAt: FIRST }, FIRST);
  expect(outcome).toMatchObject({ ok: true });
  return { id, draft };
}

const tick = (at: number) => new Jobs(school.db, JOBS, () => at).tick();
const logs = async () =>
  (await read(school.db, courseWorks(CLASS)))
    .filter(({ brief }) => brief.title.startsWith('The log'))
    .map(({ postedAt, brief }) => [postedAt, brief.dueAt, brief.title]);

test('what comes every week comes with the lesson of the next, once, and goes on from there', async () => {
  await posted();
  await tick(weeks(1) - 1);
  expect(await logs()).toHaveLength(1);
  await tick(weeks(1));
  await tick(weeks(1));
  expect(await logs()).toEqual([
    [weeks(0), weeks(1), 'The log of the week'],
    [weeks(1), weeks(2), 'The log of the week'],
  ]);
  // A process that was away for two weeks catches up.
  await tick(weeks(3));
  await tick(weeks(3));
  expect((await logs()).map(([at]) => at)).toEqual([0, 1, 2, 3].map(weeks));
});

test('holidays are left out, the last week is the last, and a changed version is what comes again', async () => {
  await addHoliday(school.db, 'harbour', { title: 'Storm days', from: '2028-01-10', to: '2028-01-20' });
  const { id, draft } = await posted({ again: { until: weeks(4) } });
  const changed = { ...draft, title: 'The log, shorter' };
  await postAssignment(school.db, bello, { id, classId: CLASS, draft: changed, postedAt: FIRST }, FIRST + 1);
  for (let week = 1; week < 8; week += 1) await tick(weeks(week));
  expect(await logs()).toEqual([
    [weeks(0), weeks(1), 'The log, shorter'],
    [weeks(3), weeks(4), 'The log, shorter'],
    [weeks(4), weeks(5), 'The log, shorter'],
  ]);
});

test('nothing comes again of what was taken back or is set once by now, nor in a class that is over', async () => {
  const { id } = await posted();
  await takeBackFromClass(school.db, bello, id, true, FIRST);
  const once = await posted();
  await postAssignment(
    school.db,
    bello,
    { id: once.id, classId: CLASS, draft: { ...once.draft, again: null }, postedAt: FIRST },
    FIRST + 1,
  );
  await tick(weeks(1));
  expect(await logs()).toHaveLength(1);
  await posted();
  await school.db.query("UPDATE class SET ended_at = $1 WHERE id = 'weather'", [new Date(weeks(1))]);
  await tick(weeks(1));
  expect(await logs()).toHaveLength(2);
});

test('whoever has left is not named any more, and what cannot come as it is comes as a draft', async () => {
  const [imke, wren] = ['s-imke', 's-wren'] as PersonId[] as [PersonId, PersonId];
  await posted({ groups: [[imke, wren]], arranged: [{ student: wren, minutes: 60 }] });
  await school.db.query("DELETE FROM membership WHERE class_id = 'weather' AND person_id = 's-wren'");
  await tick(weeks(1));
  const [, second] = (await read(school.db, courseWorks(CLASS))).filter(({ brief }) =>
    brief.title.startsWith('The log'),
  );
  expect(second?.brief).toMatchObject({ groups: [[imke]], arranged: [], again: { until: weeks(10) } });

  // The material that it opens is thrown away.
  const { rows } = await school.db.query("SELECT id FROM material WHERE class_id = 'weather' LIMIT 1");
  const material = (rows[0] as { id: string }).id;
  const step = { kind: 'read' as const, title: 'Read', minutes: 5, settings: {}, material, starter: null };
  await posted({ title: 'The log with a page', steps: [{ ...step, id: newId() as never }] });
  await school.db.query('UPDATE material SET removed_at = $2 WHERE id = $1', [material, new Date(FIRST)]);
  await tick(weeks(1));
  const drafts = await read(school.db, draftsOf(CLASS, weeks(1)));
  expect(drafts.some(({ title }) => title === 'The log with a page')).toBe(true);
});
