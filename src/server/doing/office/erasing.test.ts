import type { AssignmentId, PersonId } from '@/core/ids';
import { ALL_PEOPLE } from '@/core/office/people-shown';
import { writeAside } from '@/server/doing/talk/asides';
import { peopleScreen } from '@/server/reading/office/people';
import { tablesOf } from '@/store/backup';
import type { Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { erasePerson } from './erasing';
import { changePerson } from './people';

const NOW = Date.now();
let school: TestSchool;
let quill: Person;
beforeAll(async () => {
  school = await testSchool();
  quill = await school.person('o-quill');
});
afterAll(() => school.end());

/** In which tables some words stand anywhere. */
async function standsIn(words: string): Promise<string[]> {
  const found = [];
  for (const { name } of await tablesOf(school.db)) {
    const { rows } = await school.db.query(`SELECT 1 FROM "${name}" t WHERE to_jsonb(t)::text ILIKE $1 LIMIT 1`, [
      `%${words}%`,
    ]);
    if (rows.length > 0) found.push(name);
  }
  return found;
}

test('of somebody who is erased the name, the way in and what was never handed in are gone; what was handed in stays', async () => {
  const imke = await school.person('s-imke');
  const work = 'cloud-ladder' as AssignmentId;
  const aside = { assignmentId: work, studentId: imke.id, act: 'act-e', body: 'Nobody but you reads this' };
  await writeAside(school.db, imke, aside, NOW);
  await changePerson(school.db, quill, imke.id, { name: 'Imke Aalders-Berg' }, NOW);
  const count = async (sql: string) => ((await school.db.query(sql, [imke.id])).rows[0] as { n: number }).n;
  const handed = await count('SELECT count(*)::int AS n FROM hand_in WHERE student_id = $1');
  expect(handed).toBeGreaterThan(0);

  expect(await erasePerson(school.db, quill, imke.id, NOW)).toEqual({ ok: false, code: 'has-not-left' });
  await changePerson(school.db, quill, imke.id, { left: true }, NOW);
  expect(await erasePerson(school.db, quill, imke.id, NOW)).toMatchObject({ ok: true, stays: { handIns: handed } });

  expect(await count('SELECT count(*)::int AS n FROM hand_in WHERE student_id = $1')).toBe(handed);
  expect(await count('SELECT count(*)::int AS n FROM aside_message WHERE student_id = $1')).toBe(0);
  expect(await count('SELECT count(*)::int AS n FROM membership WHERE person_id = $1')).toBe(0);
  expect(await count("SELECT count(*)::int AS n FROM document WHERE owner_id = $1 AND role IN ('own', 'notes')")).toBe(
    0,
  );
  expect(await standsIn('Aalders')).toEqual([]);
  expect(await standsIn('Nobody but you reads')).toEqual([]);
  // They are in no list of the office, and are not erased twice.
  const view = await peopleScreen(school.db, { ...ALL_PEOPLE, who: 'left' }, { from: 0, person: imke.id }, NOW);
  expect(view).toMatchObject({ total: 0, beside: null });
  expect(await erasePerson(school.db, quill, imke.id, NOW)).toMatchObject({ code: 'not-found' });
  const { rows } = await school.db.query(
    "SELECT kind, data, actor_id FROM office_act WHERE person_id = 's-imke' ORDER BY n",
  );
  expect(rows).toContainEqual({ kind: 'person-erased', data: {}, actor_id: 'o-quill' });
  expect(rows).toContainEqual({ kind: 'person-changed', data: {}, actor_id: 'o-quill' });
});

test('a teacher who is erased leaves what they set, under no name', async () => {
  const kerr = 't-kerr' as PersonId;
  await changePerson(school.db, quill, kerr, { left: true }, NOW);
  const erased = await erasePerson(school.db, quill, kerr, NOW);
  expect(erased.ok && erased.stays.set).toBeGreaterThan(0);
  expect(await standsIn('Tomasz')).toEqual([]);
});
