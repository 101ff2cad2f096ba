import fc from 'fast-check';
import type { AssignmentId, ClassId, PersonId } from '@/core/ids';
import { rulesFor } from '@/core/work/rules';
import { listOf, listOfCourse, standing, TURNS, type WorkState } from '@/core/work/standing';
import { read } from './database';
import { coursesOf, factsOfAssignment } from './events';
import { type TestSchool, testSchool } from './test-school';
import { findAssignment } from './work';

const LADDER = 'cloud-ladder' as AssignmentId;
const NOW = Date.now();
let school: TestSchool;
beforeAll(async () => {
  school = await testSchool();
}, 60_000);
afterAll(() => school.end());

/** What happened to one student's work, in whatever order: more than the moves would allow. */
const turn = fc.oneof(
  fc.constantFrom('edited', 'unlocked', 'handed-in', 'taken-back').map((kind) => ({ kind, again: false })),
  fc.boolean().map((again) => ({ kind: 'handed-back', again })),
);
const histories = fc.array(fc.array(turn, { maxLength: 9 }), { minLength: 40, maxLength: 40 });

test('works that are counted together are on the lists on which each is by all that happened to it', async () => {
  expect(TURNS).toEqual(['unlocked', 'handed-in', 'taken-back', 'handed-back']);
  const { rows } = await school.db.query(
    "SELECT count(*)::int AS n FROM membership WHERE class_id = 'weather' AND role = 'student'",
  );
  const before = (rows[0] as { n: number }).n;
  for (const [round, all] of fc.sample(histories, 3).entries()) {
    for (const [i, history] of all.entries()) {
      const id = `f-${round}-${i}` as PersonId;
      await school.db.query(
        `INSERT INTO person (id, school_id, name, short_name, user_name, role, password_hash)
         SELECT $1, school_id, $1, $1, $1, 'student', '' FROM person WHERE id = 's-imke'`,
        [id],
      );
      await school.db.query("INSERT INTO membership (person_id, class_id, role) VALUES ($1, 'weather', 'student')", [
        id,
      ]);
      for (const { kind, again } of history)
        await school.db.query(
          `INSERT INTO event (at, kind, class_id, assignment_id, student_id, actor_id, data)
           VALUES (now(), $1, 'weather', $2, $3, $3, $4::text::jsonb)`,
          [kind, LADDER, id, JSON.stringify({ handIn: 'x', ...(kind === 'handed-back' ? { anotherGo: again } : {}) })],
        );
    }
    const facts = await read(school.db, factsOfAssignment(LADDER));
    const assignment = await read(school.db, findAssignment(LADDER));
    if (!assignment) throw new Error('the assignment is gone');
    for (const at of [NOW, NOW + 99 * 86_400_000]) {
      const counted: Record<WorkState, number> = { waiting: 0, missing: 0, back: 0, later: 0 };
      const courses = (await read(school.db, coursesOf('t-bello' as PersonId, 'weather' as ClassId))).get(LADDER) ?? [];
      for (const { course, terms, students } of courses)
        counted[listOfCourse(course, rulesFor(assignment.rules, terms), at)] += students;
      const each: Record<WorkState, number> = { waiting: 0, missing: 0, back: 0, later: 0 };
      const people = await school.db.query(
        "SELECT person_id AS id, joined_at FROM membership WHERE class_id = 'weather' AND role = 'student'",
      );
      for (const { id, joined_at: joined } of people.rows as { id: string; joined_at: Date | null }[]) {
        const rules = rulesFor(assignment.rules, { extra: 0, joinedAt: joined?.getTime() ?? null });
        each[listOf(standing(facts.get(id as PersonId) ?? [], rules, at).state, rules)] += 1;
      }
      expect(counted).toEqual(each);
    }
    expect(before).toBeGreaterThan(20);
  }
}, 60_000);
