import type { ClassId } from '@/core/ids';
import { classesScreen, classScreen, lessonsScreen } from '@/server/reading/office/classes';
import { logScreen, officeToday, yearScreen } from '@/server/reading/office/year';
import { studentToday } from '@/server/reading/today/today';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import {
  addClassByOffice,
  changeClassByOffice,
  endClassesByOffice,
  setLessonsOfClass,
  startUnitByOffice,
} from './classes';
import { changeSchoolByOffice, changeYear, endNoticeNow, giveNotice } from './year';

const NOW = Date.now();
const DAY = 86_400_000;
let school: TestSchool;
let quill: Person;
beforeAll(async () => {
  school = await testSchool();
  quill = await school.person('o-quill');
});
afterAll(() => school.end());

async function opened(name: string): Promise<ClassId> {
  const done = await addClassByOffice(school.db, quill, { name, room: '', locale: 'en' }, NOW);
  if (!done.ok) throw new Error(done.code);
  return done.class;
}

test('a class is opened with a cloth that fewest have, changed, and its lessons are set by the school’s times', async () => {
  const id = await opened('Signals');
  expect(await changeClassByOffice(school.db, quill, id, { room: '9' }, NOW)).toEqual({ ok: true });
  expect(await changeClassByOffice(school.db, quill, id, { name: ' ' }, NOW)).toMatchObject({ code: 'unmet' });
  const lessons = [
    { weekday: 1, number: 1 },
    { weekday: 3, number: 5 },
  ];
  expect(await setLessonsOfClass(school.db, quill, id, lessons, NOW)).toEqual({ ok: true });
  expect(await setLessonsOfClass(school.db, quill, id, [...lessons, { weekday: 1, number: 1 }], NOW)).toMatchObject({
    code: 'same-lesson',
  });
  expect(await setLessonsOfClass(school.db, quill, id, [{ weekday: 1, number: 9 }], NOW)).toMatchObject({
    code: 'no-time',
  });
  const unit = { title: 'Flags', startsAt: NOW, endsAt: NOW + DAY };
  expect(await startUnitByOffice(school.db, quill, id, unit, NOW)).toEqual({ ok: true });
  expect(await classScreen(school.db, id)).toMatchObject({
    room: '9',
    weave: 'bars',
    lessons,
    units: [{ title: 'Flags' }],
  });
  expect((await classScreen(school.db, id))?.acts.map(({ kind }) => kind)).toEqual([
    'unit-added',
    'lessons-set',
    'class-changed',
    'class-opened',
  ]);
});

test('lessons move with the times of the school; those of a time that is gone are gone', async () => {
  const { terms, holidays, times } = await yearScreen(school.db, NOW);
  expect(terms.map(({ title }) => title)).toEqual(['First term', 'Second term']);
  const later = times.slice(0, 4).map((one) => (one.number === 1 ? { ...one, starts: '08:00' } : one));
  expect(await changeYear(school.db, quill, { terms, holidays, times: later }, NOW)).toEqual({ ok: true });
  const { week } = await lessonsScreen(school.db);
  expect(Math.max(...week.map(({ number }) => number))).toBe(4);
  const { rows } = await school.db.query('SELECT DISTINCT starts FROM lesson WHERE number = 1');
  expect(rows).toEqual([{ starts: '8:00' }]);
  const overlapping = [...later, { number: 9, starts: '8:05', ends: '8:10' }];
  expect(await changeYear(school.db, quill, { terms, holidays, times: overlapping }, NOW)).toMatchObject({
    code: 'unmet',
  });
});

test('a class that has ended takes nothing more and stays to be read; it can run again', async () => {
  const id = await opened('Short');
  await endClassesByOffice(school.db, quill, [id], true, NOW - 1000);
  expect(
    await startUnitByOffice(school.db, quill, id, { title: 'U', startsAt: null, endsAt: null }, NOW),
  ).toMatchObject({ code: 'class-over' });
  expect((await classesScreen(school.db, 'SHÓRT', 0)).list).toMatchObject([{ id, ended_at: NOW - 1000 }]);
  await endClassesByOffice(school.db, quill, [id], false, NOW);
  expect((await startUnitByOffice(school.db, quill, id, { title: 'U', startsAt: null, endsAt: null }, NOW)).ok).toBe(
    true,
  );
});

test('a notice stands on Today of whoever it is for, until its day or until it is ended', async () => {
  const given = await giveNotice(school.db, quill, { title: 'Fire drill', body: '', forRole: 'student', days: 2 }, NOW);
  if (!given.ok) throw new Error('not given');
  await giveNotice(school.db, quill, { title: 'Marks', body: '', forRole: 'teacher', days: 2 }, NOW);
  const imke = await school.person('s-imke');
  const seen = async (at: number) =>
    (await studentToday(school.db, imke, 'Europe/Lisbon', at)).notices.map(({ title }) => title);
  expect(await seen(NOW)).toEqual(['Fire drill']);
  expect(await seen(NOW + 2 * DAY)).toEqual([]);
  expect(await endNoticeNow(school.db, quill, given.notice, NOW + 1)).toEqual({ ok: true });
  expect(await seen(NOW + 2)).toEqual([]);
  expect(await endNoticeNow(school.db, quill, given.notice, NOW + 3)).toMatchObject({ code: 'not-found' });
});

test('what the school says of itself is changed whole or not at all', async () => {
  const said = {
    name: 'The Harbour School',
    zone: 'Europe/Lisbon',
    languages: ['en', 'ar'],
    help: 'Ms Quill',
    said: {},
  };
  const arabic = { ...said, said: { ar: { name: 'مدرسة الميناء' } } };
  expect(await changeSchoolByOffice(school.db, quill, arabic, NOW)).toEqual({ ok: true });
  expect(await changeSchoolByOffice(school.db, quill, { ...said, zone: 'Moon' }, NOW)).toMatchObject({ code: 'unmet' });
  const { rows } = await school.db.query('SELECT said, demo FROM school');
  expect(rows).toEqual([{ said: { ar: { name: 'مدرسة الميناء' } }, demo: true }]);
});

test('the log and the first screen say what was done last, and by whom', async () => {
  const { acts, more } = await logScreen(school.db, null);
  expect(acts[0]).toMatchObject({ kind: 'school-changed', by: 'Ms Quill' });
  expect(more).toBe(false);
  expect((await logScreen(school.db, acts[2]?.n ?? 0)).acts[0]?.n).toBe(acts[3]?.n);
  expect((await officeToday(school.db, NOW)).acts).toHaveLength(8);
});
