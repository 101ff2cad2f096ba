import type { AssignmentId, ClassId } from '@/core/ids';
import { EMPTY_DRAFT } from '@/core/setting/draft';
import { Jobs } from '@/server/live/jobs/jobs';
import { JOBS } from '@/server/live/jobs/kinds';
import { classLine } from '@/server/reading/class-line/class-line';
import { whatsNew } from '@/server/reading/news/news';
import { newId } from '@/server/secrets';
import { unitsOf } from '@/store/classes';
import { read } from '@/store/database';
import type { Person } from '@/store/people';
import { entriesOf } from '@/store/setting';
import { type TestSchool, testSchool } from '@/store/test-school';
import { announce, arrangeClass, mend, nameUnit } from './class-things';
import { postAssignment } from './posting';

const WEATHER = 'weather' as ClassId;
const HOUR = 3_600_000;
const NOW = Date.now();
let school: TestSchool;
let bello: Person;
let imke: Person;
beforeAll(async () => {
  school = await testSchool();
  [bello, imke] = await Promise.all([school.person('t-bello'), school.person('s-imke')]);
}, 60_000);
afterAll(() => school.end());

const note = (title: string, more: object = {}) => ({
  title,
  body: 'Bring a scarf.',
  unit: null,
  attachments: [],
  ...more,
});
const tick = (at: number) => new Jobs(school.db, JOBS, () => at).tick();
const seen = async (who: Person, title: string, at: number) => {
  const { newest, toTell } = await classLine(school.db, who, WEATHER, { order: 'newest', chip: 'all' }, at);
  const entry = newest.find((one) => one.kind === 'announcement' && one.title === title);
  const told = (await whatsNew(school.db, who, at)).flatMap(({ news }) => news).some((one) => one.title === title);
  return { entry, told, waits: toTell.some((one) => one.title === title) };
};

test('what is to be told later is told at its time, once; its teacher can mend it and put it off before', async () => {
  const said = await announce(
    school.db,
    bello,
    { classId: WEATHER, draft: note('Wind tomorrow'), postedAt: NOW + HOUR },
    NOW,
  );
  if (!said.ok) throw new Error(said.code);
  await tick(NOW + 1);
  expect(await seen(imke, 'Wind tomorrow', NOW + 1)).toEqual({ entry: undefined, told: false, waits: false });
  expect(await seen(bello, 'Wind tomorrow', NOW + 1)).toMatchObject({ waits: true });
  const later = { classId: WEATHER, id: said.announcement, draft: note('Gale tomorrow'), postedAt: NOW + 2 * HOUR };
  expect(await mend(school.db, bello, later, NOW + 2)).toEqual({ ok: true });
  await tick(NOW + HOUR);
  expect((await seen(imke, 'Gale tomorrow', NOW + HOUR)).told).toBe(false);
  await tick(NOW + 2 * HOUR);
  await tick(NOW + 2 * HOUR);
  const out = await seen(imke, 'Gale tomorrow', NOW + 2 * HOUR);
  expect([out.told, out.entry]).toMatchObject([true, { mendedAt: null, body: 'Bring a scarf.' }]);
  const { rows } = await school.db.query("SELECT 1 FROM event WHERE data->>'announcement' = $1", [said.announcement]);
  expect(rows).toHaveLength(1);
});

test('what the class has read says that it was mended, keeps its time, and what it said before is kept', async () => {
  const boats = note('Boats at four', { unit: 'weather-1' });
  const said = await announce(school.db, bello, { classId: WEATHER, draft: boats }, NOW);
  if (!said.ok) throw new Error(said.code);
  const { rows } = await school.db.query("SELECT id FROM material WHERE class_id = 'weather' AND listed LIMIT 1");
  const material = (rows[0] as { id: string }).id;
  const mended = { classId: WEATHER, id: said.announcement, postedAt: NOW + 9 * HOUR };
  const attached = note('Boats at five', { attachments: [material] });
  expect(await mend(school.db, bello, { ...mended, draft: attached }, NOW + HOUR)).toEqual({ ok: true });
  expect((await seen(imke, 'Boats at five', NOW + HOUR)).entry).toMatchObject({
    // It stays in its unit.
    unitId: 'weather-1',
    postedAt: NOW,
    mendedAt: NOW + HOUR,
    attachments: [{ id: material }],
  });
  const before = await school.db.query('SELECT title FROM announcement_before WHERE announcement_id = $1', [
    said.announcement,
  ]);
  expect(before.rows).toEqual([{ title: 'Boats at four' }]);
  // One of another class is not there in this one, and without a line it is not taken.
  const elsewhere = { ...mended, classId: 'stories' as ClassId, draft: note('x') };
  expect(await mend(school.db, bello, elsewhere, NOW)).toEqual({ ok: false, code: 'not-found' });
  expect(await mend(school.db, bello, { ...mended, draft: note(' ') }, NOW)).toMatchObject({ code: 'unmet' });
});

test('units and what stands in them go into the order that is said; what is not named stays behind, what is of others nowhere', async () => {
  const units = async () => (await read(school.db, unitsOf(WEATHER))).map(({ id }) => id);
  const [first, second, third] = await units();
  await arrangeClass(school.db, WEATHER, { units: [third ?? '', 'stories-1', first ?? ''] });
  expect(await units()).toEqual([third, first, second]);
  const stories = (await read(school.db, unitsOf('stories' as ClassId))).map(({ id }) => id);
  expect(stories).toEqual(['stories-1', 'stories-2']);

  const entries = async () => read(school.db, entriesOf(WEATHER, 'weather-2'));
  const before = await entries();
  expect(before.length).toBeGreaterThan(3);
  const last = before.at(-1) ?? '';
  await arrangeClass(school.db, WEATHER, { unit: 'weather-2', entries: [last, before[1] ?? ''] });
  const rest = before.filter((one) => one !== last && one !== before[1]);
  expect(await entries()).toEqual([last, before[1], ...rest]);
  // So they stand in the Class line, too.
  const line = await classLine(school.db, imke, WEATHER, { order: 'course', chip: 'all' }, NOW + 99 * HOUR);
  const shown = line.units.find(({ id }) => id === 'weather-2')?.entries.map(({ id }) => id) ?? [];
  expect(shown.filter((id) => before.includes(id))).toEqual((await entries()).filter((id) => shown.includes(id)));

  expect(await nameUnit(school.db, WEATHER, 'weather-2', 'Clouds that speak')).toEqual({ ok: true });
  expect(await nameUnit(school.db, WEATHER, 'stories-1', 'Mine')).toEqual({ ok: false, code: 'not-found' });
  expect(await nameUnit(school.db, WEATHER, 'weather-2', '')).toMatchObject({ code: 'unmet' });
});

test('work that is set behind something stands behind it, and at the end where that is gone', async () => {
  const entries = async () => read(school.db, entriesOf(WEATHER, 'weather-2'));
  const [first, second] = await entries();
  const put = async (behind: string | null) => {
    const id = newId() as AssignmentId;
    const step = { id: `${id}-s` as never, kind: 'do' as const, title: 'Do it', minutes: 5, settings: {} };
    const draft = { ...EMPTY_DRAFT, title: 'Between', minutes: 5, unit: 'weather-2', behind };
    const steps = [{ ...step, material: null, starter: null }];
    const posting = { id, classId: WEATHER, draft: { ...draft, steps }, postedAt: NOW };
    expect(await postAssignment(school.db, bello, posting, NOW)).toMatchObject({ ok: true });
    return id;
  };
  const between = await put(first ?? '');
  expect((await entries()).slice(0, 3)).toEqual([first, between, second]);
  const end = await put('gone');
  expect((await entries()).at(-1)).toBe(end);
});
