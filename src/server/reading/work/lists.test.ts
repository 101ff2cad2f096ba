import { STUDENTS } from '@demo/school';
import type { ClassId } from '@/core/ids';
import { STATES } from '@/core/work/standing';
import { classLine } from '@/server/reading/class-line/class-line';
import { desk } from '@/server/reading/desk/desk';
import { studentToday } from '@/server/reading/today/today';
import { classesOf } from '@/store/classes';
import { read } from '@/store/database';
import { type TestSchool, testSchool } from '@/store/test-school';
import { workOf } from './work-list';

let school: TestSchool;
beforeAll(async () => {
  school = await testSchool();
});
afterAll(() => school.end());

const ZONE = 'Europe/Lisbon';

describe('the demo school', () => {
  test('the shown student has work in every one of the nine states', async () => {
    const items = await workOf(school.db, await school.person('s-imke'), null, Date.now());
    expect([...new Set(items.map(({ state }) => state))].sort()).toEqual([...STATES].sort());
    expect(items).toHaveLength(51);
  });

  test('has the size it says', async () => {
    const { rows } = await school.db.query(
      `SELECT (SELECT count(*)::int FROM person WHERE role = 'teacher') AS teachers, (SELECT count(*)::int FROM person WHERE role = 'student') AS students,
       (SELECT count(*)::int FROM class WHERE ended_at IS NULL) AS classes,
       (SELECT count(*)::int FROM assignment a JOIN class c ON c.id = a.class_id WHERE c.ended_at IS NULL) AS assignments`,
    );
    expect(rows[0]).toEqual({ teachers: 3, students: 24, classes: 5, assignments: 52 });
  });
});

// Every other one: between them they are in all classes and have work in all states.
test.each(STUDENTS.filter((_, i) => i % 2 === 0).map(({ id }) => id))(
  'Today, the Class lines and the Desks of %s agree',
  async (id) => {
    const student = await school.person(id);
    const now = Date.now();
    const today = await studentToday(school.db, student, ZONE, now);
    const everything = await workOf(school.db, student, null, now);
    const fromLines = [];
    for (const found of await read(school.db, classesOf(student.id))) {
      if (found.ended_at !== null) continue;
      const line = await classLine(school.db, student, found.id as ClassId, { order: 'course', chip: 'all' }, now);
      const items = line.newest.flatMap((entry) => (entry.kind === 'work' ? [entry.item] : []));
      expect(line.units.flatMap(({ entries }) => entries).length + line.loose.length).toBe(line.newest.length);
      fromLines.push(...items);
    }
    const byId = (a: { id: string }, b: { id: string }) => a.id.localeCompare(b.id);
    expect(fromLines.sort(byId)).toEqual([...everything].sort(byId));
    const onToday = [
      ...today.next.map(({ item }) => item),
      ...today.folds.overdue,
      ...today.folds.later,
      ...today.folds.done,
      ...today.folds.closed,
    ];
    expect(new Set(onToday.map((item) => item.id)).size).toBe(everything.length);
    for (const item of everything.filter((_, i) => i % 5 === 0)) {
      expect((await desk(school.db, student, item.id, now))?.state).toBe(item.state);
    }
  },
);

test('the chips of a Class line narrow it to what they count', async () => {
  const student = await school.person('s-imke');
  const now = Date.now();
  const all = await classLine(school.db, student, 'weather' as ClassId, { order: 'newest', chip: 'all' }, now);
  for (const [chip, n] of Object.entries(all.counts)) {
    const line = await classLine(
      school.db,
      student,
      'weather' as ClassId,
      { order: 'newest', chip: chip as never },
      now,
    );
    expect([chip, line.newest.length]).toEqual([chip, n]);
  }
  const posted = all.newest.map(({ postedAt }) => postedAt);
  expect(posted).toEqual([...posted].sort((a, b) => b - a));
});
