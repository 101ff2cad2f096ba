import { TZDate } from '@date-fns/tz';
import { addWeeks, startOfISOWeek } from 'date-fns';
import { dayStart } from '@/core/calendar/due-words';
import { isToDo } from '@/core/work/standing';
import { measureWork } from '@/server/doing/planning/measuring';
import { notToday } from '@/server/doing/planning/not-today';
import { studentsOn } from '@/server/reading/work/students-on';
import { workOf } from '@/server/reading/work/work-list';
import { lessonsOf } from '@/store/classes';
import { read } from '@/store/database';
import { documentsOfWork } from '@/store/documents';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { appendUpdates } from '@/store/updates';
import { lessonsOn, studentToday, teacherWork } from './today';

const ZONE = 'Europe/Lisbon';
let school: TestSchool;
let imke: Person;
const now = Date.now();
beforeAll(async () => {
  school = await testSchool();
  imke = await school.person('s-imke');
});
afterAll(() => school.end());

test('the String holds everything that is due and has not closed, each once', async () => {
  const today = await studentToday(school.db, imke, ZONE, now);
  const due = (await workOf(school.db, imke, null, now)).filter(
    ({ dueAt, state }) => dueAt !== null && state !== 'closed',
  );
  expect([...today.onString.keys()].sort()).toEqual(due.map(({ id }) => id).sort());
  expect(due.length).toBeGreaterThan(10);
});

test('the minutes are those of what is to do and due before the end of the day after tomorrow', async () => {
  const today = await studentToday(school.db, imke, ZONE, now);
  expect(today.until).toBe(dayStart(now, ZONE, 3));
  const open = (await workOf(school.db, imke, null, now)).filter(
    ({ state, dueAt }) => isToDo(state) && dueAt !== null && dueAt < today.until,
  );
  expect(today.minutes).toBe(open.reduce((sum, { minutes }) => sum + minutes, 0));
});

test('the week, from Monday to Sunday: what was handed in, and what is due in it and still to do', async () => {
  const { week } = await studentToday(school.db, imke, ZONE, now);
  const items = await workOf(school.db, imke, null, now);
  const monday = startOfISOWeek(new TZDate(now, ZONE)).getTime();
  const within = (at: number | null) =>
    at !== null && at >= monday && at < addWeeks(new TZDate(monday, ZONE), 1).getTime();
  expect(week.open).toBe(items.filter(({ state, dueAt }) => isToDo(state) && within(dueAt)).length);
  expect(week.open).toBeLessThan(items.filter(({ state }) => isToDo(state)).length);
  expect(week.handedIn).toBe(items.filter(({ handedInAt }) => within(handedInAt)).length);
  const later = await studentToday(school.db, imke, ZONE, now + 400 * 86_400_000);
  expect(later.week).toEqual({ handedIn: 0, open: 0 });
});

test('what closed with nothing handed in stands by itself, and is never done', async () => {
  const { folds } = await studentToday(school.db, imke, ZONE, now);
  expect(folds.closed.length).toBeGreaterThan(0);
  expect(folds.closed.every(({ state, handedInAt }) => state === 'closed' && handedInAt === null)).toBe(true);
  expect(folds.done.filter(({ state }) => state === 'closed')).toEqual([]);
});

test('what is under way and comes first says how many answers are empty', async () => {
  const empty = async () => {
    const { next, emptyAnswers } = await studentToday(school.db, imke, ZONE, now);
    return [next[0]?.item.id, emptyAnswers];
  };
  for (let look = 0; look < 12; look += 1) {
    const [first, answers] = await empty();
    if (first === 'cloud-ladder') break;
    expect(answers).toBeNull();
    await notToday(school.db, imke, first as never, true, now);
  }
  // A list reads what was measured and measures nothing itself; what is written after that is not known until the next time.
  expect(await empty()).toEqual(['cloud-ladder', null]);
  const { toMeasure } = await studentToday(school.db, imke, ZONE, now);
  expect(toMeasure).toBe('cloud-ladder');
  await measureWork(school.db, imke, toMeasure as never);
  expect(await empty()).toEqual(['cloud-ladder', 2]);
  expect((await studentToday(school.db, imke, ZONE, now)).toMeasure).toBeNull();
  const [copy] = await read(school.db, documentsOfWork('cloud-ladder' as never, imke.id));
  await appendUpdates(school.db, [{ documentId: copy?.id as never, update: new Uint8Array([0, 0]), at: now }]);
  expect(await empty()).toEqual(['cloud-ladder', null]);
});

test('lessons are those of the day, in their order', async () => {
  const lessons = await read(school.db, lessonsOf(imke.id));
  const days = [1, 2, 3, 4, 5, 6, 7].map((day) => lessonsOn(lessons, day));
  expect(days.flat()).toHaveLength(lessons.length);
  expect(days.filter((day) => day.length > 0).length).toBeGreaterThan(3);
  for (const [n, day] of days.entries()) {
    expect(day.every(({ weekday }) => weekday === n + 1)).toBe(true);
    const begins = day.map(({ starts }) => starts.padStart(5, '0'));
    expect(begins).toEqual([...begins].sort());
  }
});

test('a teacher’s work has a line for each assignment of their classes, counted as its list of students is', async () => {
  const teacher = await school.person('t-bello');
  const work = await teacherWork(school.db, teacher, null, now);
  expect(new Set(work.map(({ classId }) => classId))).toEqual(
    new Set(['weather', ...work.map(({ classId }) => classId)]),
  );
  for (const item of work.filter(({ classId }) => classId === 'weather')) {
    const students = await studentsOn(school.db, item.id as never, now);
    expect([item.id, item.students]).toEqual([item.id, students.length]);
    expect(item.toMark + item.handedBack + item.missing).toBeLessThanOrEqual(item.students);
    expect(item.toMark).toBe(students.filter(({ state }) => state.startsWith('handed-in')).length);
  }
});

test('who has begun nothing yet is a newcomer, until they begin', async () => {
  expect((await studentToday(school.db, imke, ZONE, now)).newcomer).toBe(false);
  await school.db.run(`
    INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash)
      SELECT 'new', id, 'New Person', 'N. P.', 'newperson', 'student', '' FROM school;
    INSERT INTO membership (person_id, class_id, role) VALUES ('new', 'weather', 'student');`);
  const person = await school.person('new');
  expect((await studentToday(school.db, person, ZONE, now)).newcomer).toBe(true);
  await school.db.query(
    `INSERT INTO event (at, kind, class_id, assignment_id, student_id, actor_id)
     VALUES (now(), 'edited', 'weather', 'cloud-ladder', 'new', 'new')`,
  );
  expect((await studentToday(school.db, person, ZONE, now)).newcomer).toBe(false);
});
