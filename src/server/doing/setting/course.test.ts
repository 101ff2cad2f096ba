import type { AssignmentId, ClassId } from '@/core/ids';
import { type AssignmentDraft, EMPTY_DRAFT } from '@/core/setting/draft';
import { courseScreen } from '@/server/reading/setting/course';
import { newId } from '@/server/secrets';
import { unitsOf } from '@/store/classes';
import { courseMaterials, courseWorks } from '@/store/courses';
import { read } from '@/store/database';
import { draftsOf } from '@/store/drafts';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { stepsOf } from '@/store/work';
import { openClass } from './class-things';
import { copyCourse } from './course';
import { postAssignment } from './posting';

const WEATHER = 'weather' as ClassId;
const NOW = Date.UTC(2027, 5, 1, 9);

let school: TestSchool;
let bello: Person;
beforeAll(async () => {
  school = await testSchool();
  bello = await school.person('t-bello');
}, 60_000);
afterAll(() => school.end());

/** A new class of the next year, with its lessons; somebody else's with another name. */
async function nextYear(id: string, teacher = bello.id as string): Promise<ClassId> {
  const draft = { name: `Weather ${id}`, weave: 'dots', room: '2', locale: 'en', endedAt: null };
  expect(await openClass(school.db, { id: id as ClassId, schoolId: 'harbour', draft })).toMatchObject({ ok: true });
  await school.db.query("INSERT INTO membership (person_id, class_id, role) VALUES ($1, $2, 'teacher')", [teacher, id]);
  for (const [weekday, starts, ends] of [
    [1, '8:30', '9:15'],
    [4, '13:00', '13:45'],
  ] as const)
    await school.db.query('INSERT INTO lesson (class_id, weekday, number, starts, ends) VALUES ($1, $2, 1, $3, $4)', [
      id,
      weekday,
      starts,
      ends,
    ]);
  return id as ClassId;
}

const chosen = { from: WEATHER, unit: null, first: '2027-09-13' } as const;
const all = async () => (await read(school.db, courseWorks(WEATHER))).map(({ id }) => id);

test('a course is seen as it would lie, and copied whole: units, materials, work that waits for its time and for other work', async () => {
  const into = await nextYear('weather-2');
  const before = await all();
  const seen = await courseScreen(school.db, bello, into, chosen, NOW);
  expect(seen?.picture?.works.map(({ id }) => id).toSorted()).toEqual(before.toSorted());
  const starts = Date.UTC(2027, 8, 12);
  expect(seen?.picture?.works.every(({ postedAt }) => postedAt >= starts)).toBe(true);

  const outcome = await copyCourse(school.db, bello, into, { ...chosen, works: before, as: 'postings' }, NOW);
  const copies = await read(school.db, courseWorks(into));
  // What waits for a student of the first class, or is without what it opens, comes as a draft; here nothing is.
  expect(outcome).toEqual({ ok: true, posted: before.length, drafts: 0 });
  expect(copies.map(({ brief }) => brief.title).toSorted()).toEqual(
    (await read(school.db, courseWorks(WEATHER))).map(({ brief }) => brief.title).toSorted(),
  );
  // The times are those that were shown.
  const shown = new Map(seen?.picture?.works.map(({ title, dueAt, postedAt }) => [title, { dueAt, postedAt }]));
  for (const { brief, postedAt } of copies) expect({ dueAt: brief.dueAt, postedAt }).toEqual(shown.get(brief.title));
  const ids = new Set(copies.map(({ id }) => id));
  const [first] = before;
  expect(ids.has(first as AssignmentId)).toBe(false);
  for (const { brief } of copies) for (const one of brief.after) expect(ids.has(one)).toBe(true);
  expect((await read(school.db, unitsOf(into))).map(({ title }) => title)).toEqual(
    (await read(school.db, unitsOf(WEATHER))).map(({ title }) => title),
  );
  const listed = (found: readonly { title: string; listed: boolean }[]) =>
    found.flatMap((one) => (one.listed ? [one.title] : [])).toSorted();
  expect(listed(await read(school.db, courseMaterials(into)))).toEqual(
    listed(await read(school.db, courseMaterials(WEATHER))),
  );
  // What a step opens is of the new class.
  const opened = new Set((await read(school.db, courseMaterials(into))).map(({ id }) => id));
  for (const { id } of copies)
    for (const { material_id: material } of await read(school.db, stepsOf(id)))
      if (material !== null) expect(opened.has(material)).toBe(true);
  const told = await school.db.query("SELECT 1 FROM event WHERE class_id = $1 AND kind = 'posted' AND at <= $2", [
    into,
    new Date(NOW),
  ]);
  expect(told.rows).toEqual([]);
});

test('one unit comes alone, the works that are chosen, as drafts', async () => {
  const into = await nextYear('weather-3');
  const seen = await courseScreen(school.db, bello, into, { ...chosen, unit: 'weather-2' }, NOW);
  const works = seen?.picture?.works.map(({ id }) => id) ?? [];
  expect(works.length).toBeGreaterThan(1);
  const some = works.slice(1);
  const outcome = await copyCourse(
    school.db,
    bello,
    into,
    { ...chosen, unit: 'weather-2', works: some, as: 'drafts' },
    NOW,
  );
  expect(outcome).toEqual({ ok: true, posted: 0, drafts: some.length });
  expect(await read(school.db, courseWorks(into))).toEqual([]);
  const drafts = await read(school.db, draftsOf(into, NOW));
  expect(drafts.map(({ title }) => title).toSorted()).toEqual(
    (seen?.picture?.works ?? []).flatMap(({ id, title }) => (some.includes(id) ? [title] : [])).toSorted(),
  );
});

test('a course of others is not there, a class that is over takes nothing, and a day has to be one', async () => {
  const works = await all();
  const into = await nextYear('weather-4');
  const kerr = await school.person('t-kerr');
  await school.db.query("INSERT INTO membership (person_id, class_id, role) VALUES ('t-kerr', 'weather-4', 'teacher')");
  const others = await copyCourse(school.db, kerr, into, { ...chosen, works, as: 'postings' }, NOW);
  expect(others).toEqual({ ok: false, code: 'not-found' });
  const noDay = await copyCourse(school.db, bello, into, { ...chosen, first: '2027-02-30', works, as: 'drafts' }, NOW);
  expect(noDay).toEqual({ ok: false, code: 'not-found' });
  await school.db.query("UPDATE class SET ended_at = $1 WHERE id = 'weather-4'", [new Date(NOW)]);
  expect(await copyCourse(school.db, bello, into, { ...chosen, works, as: 'postings' }, NOW + 1)).toEqual({
    ok: false,
    code: 'class-over',
  });
  expect(await read(school.db, unitsOf(into))).toEqual([]);
});

test('what cannot be posted there as it is becomes a draft, and a course copied twice is there twice', async () => {
  const into = await nextYear('weather-5');
  const id = newId() as AssignmentId;
  const draft: AssignmentDraft = {
    ...EMPTY_DRAFT,
    title: 'Opens what was thrown away',
    minutes: 5,
    steps: [
      {
        id: `${id}-s` as never,
        kind: 'read',
        title: 'Read',
        minutes: 5,
        settings: {},
        material: 'gone',
        starter: null,
      },
    ],
  };
  const { rows } = await school.db.query("SELECT id FROM material WHERE class_id = 'weather' LIMIT 1");
  const material = (rows[0] as { id: string }).id;
  const opening = { ...draft, steps: draft.steps.map((step) => ({ ...step, material })) };
  expect(
    await postAssignment(school.db, bello, { id, classId: WEATHER, draft: opening, postedAt: NOW }, NOW),
  ).toMatchObject({ ok: true });
  await school.db.query('UPDATE material SET removed_at = $2 WHERE id = $1', [material, new Date(NOW)]);
  const copy = () => copyCourse(school.db, bello, into, { ...chosen, works: [id], as: 'postings' }, NOW);
  expect(await copy()).toEqual({ ok: true, posted: 0, drafts: 1 });
  expect(await copy()).toEqual({ ok: true, posted: 0, drafts: 1 });
});
