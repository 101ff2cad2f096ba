import type { ClassId, PersonId } from '@/core/ids';
import { signIn } from '@/server/doing/accounts/signing-in';
import { may } from '@/server/permissions';
import { read } from '@/store/database';
import { actsAbout } from '@/store/office-acts';
import { classesOfPerson, peopleById } from '@/store/office-people';
import { findSession, type Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { hashPassword, hashToken } from '../../secrets';
import { addPerson, changeMany, changePerson } from './people';

const NOW = Date.now();
let school: TestSchool;
let quill: Person;
beforeAll(async () => {
  school = await testSchool();
  quill = await school.person('o-quill');
});
afterAll(() => school.end());

const add = (
  name: string,
  userName: string,
  role: 'student' | 'teacher' | 'office' = 'student',
  classes: string[] = [],
) => addPerson(school.db, quill, { draft: { name, family: '', userName, role }, classes }, NOW);
const added = async (...given: Parameters<typeof add>): Promise<PersonId> => {
  const done = await add(...given);
  if (!done.ok) throw new Error(done.code);
  return done.person;
};
const person = async (id: string) => (await read(school.db, peopleById([id as PersonId])))[0];
const kinds = async (id: string) => (await read(school.db, actsAbout('person', id))).map(({ kind }) => kind);

test('somebody new is in the classes that were said, has no password, and the log says who added them', async () => {
  const id = await added(' Mira  Sundin ', 'MIRA', 'student', ['weather', 'unknown']);
  expect(await person(id)).toMatchObject({
    name: 'Mira Sundin',
    family: 'Sundin',
    shortName: 'Mira S.',
    userName: 'mira',
  });
  expect((await read(school.db, classesOfPerson(id))).map((one) => [one.id, one.role])).toEqual([
    ['weather', 'student'],
  ]);
  expect(await signIn(school.db, { userName: 'mira', password: '', address: 'a' }, NOW)).toMatchObject({ ok: false });
  expect(await kinds(id)).toEqual(['put-into', 'person-added']);
});

test.each([
  [' ', 'fine', { code: 'no-name' }],
  ['Somebody', 'two words', { code: 'bad-user-name' }],
  ['Somebody', 'IMKE', { code: 'taken-user-name', said: 'Imke Aalders' }],
] as const)('%j as %j is refused', async (name, userName, refused) => {
  expect(await add(name, userName)).toMatchObject({ ok: false, ...refused });
});

test('of two who add the same user name at once one is told whose it is', async () => {
  const both = await Promise.all([add('One Twice', 'twice'), add('Other Twice', 'twice')]);
  expect(both.map(({ ok }) => ok).sort()).toEqual([false, true]);
  expect(both.find(({ ok }) => !ok)).toMatchObject({ code: 'taken-user-name' });
});

test('another name has another family part and another short name; what is not said stays', async () => {
  const id = await added('Chiara Lund', 'chiara.l');
  expect(await changePerson(school.db, quill, id, { name: 'Chiara Lund-Ferro' }, NOW)).toEqual({ ok: true });
  expect(await person(id)).toMatchObject({ family: 'Lund-Ferro', shortName: 'Chiara L.', userName: 'chiara.l' });
  expect(await changePerson(school.db, quill, id, { locale: 'ar' }, NOW)).toEqual({ ok: true });
  expect(await changePerson(school.db, quill, 'nobody' as PersonId, { name: 'x' }, NOW)).toMatchObject({
    code: 'not-found',
  });
});

test('whoever has left is signed out everywhere and cannot sign in; back again they can', async () => {
  const id = await added('Lars Lofthus', 'lars');
  await school.db.query('UPDATE person SET password_hash = $2 WHERE id = $1', [
    id,
    await hashPassword('tern lamp dune'),
  ]);
  const given = { userName: 'lars', password: 'tern lamp dune', address: 'b' };
  const first = await signIn(school.db, given, NOW);
  if (!first.ok) throw new Error(first.code);
  await changePerson(school.db, quill, id, { left: true }, NOW);
  expect(await findSession(school.db, hashToken(first.token), NOW)).toBeNull();
  expect(await signIn(school.db, given, NOW)).toMatchObject({ ok: false, code: 'wrong-password' });
  await changePerson(school.db, quill, id, { left: false }, NOW);
  expect((await signIn(school.db, given, NOW)).ok).toBe(true);
  expect(await kinds(id)).toEqual(['person-back', 'person-left', 'person-added']);
});

describe('who looks after the office', () => {
  test('the last of them stays one, however it is tried', async () => {
    const last = { code: 'last-of-office' };
    expect(await changePerson(school.db, quill, quill.id, { left: true }, NOW)).toMatchObject(last);
    expect(await changePerson(school.db, quill, quill.id, { role: 'teacher', office: false }, NOW)).toMatchObject(last);
    expect(await changeMany(school.db, quill, [quill.id, 's-imke' as PersonId], { act: 'leave' }, NOW)).toMatchObject(
      last,
    );
    expect(await changeMany(school.db, quill, [quill.id], { act: 'role', role: 'student' }, NOW)).toMatchObject(last);
    // Nothing of it was done.
    expect(await person('s-imke')).toMatchObject({ left: false });
  });

  test('of two who leave at once one stays', async () => {
    const second = await added('Odd Two', 'odd', 'office');
    const both = await Promise.all([
      changePerson(school.db, quill, quill.id, { left: true }, NOW),
      changePerson(school.db, quill, second, { left: true }, NOW),
    ]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    await changeMany(school.db, quill, [quill.id, second], { act: 'back' }, NOW);
  });

  test('a teacher can do so besides, and sees then what the office sees', async () => {
    const kerr = 't-kerr' as PersonId;
    await changePerson(school.db, quill, kerr, { office: true }, NOW);
    const entry = 'PAGE /office/people';
    expect(await may(school.db, entry, await school.person('t-kerr'), {}, NOW)).toBe('yes');
    await changePerson(school.db, quill, kerr, { office: false }, NOW);
    expect(await may(school.db, entry, await school.person('t-kerr'), {}, NOW)).toBe('no');
  });

  test('whoever is of the office alone is in no class, and is put into none: they would see work there', async () => {
    const id = await added('Tea Cher', 'tea', 'teacher', ['weather']);
    await changePerson(school.db, quill, id, { role: 'office' }, NOW);
    expect(await read(school.db, classesOfPerson(id))).toEqual([]);
    await changeMany(school.db, quill, [id], { act: 'put-into', class: 'weather' }, NOW);
    expect(await may(school.db, 'PAGE /classes/[class]', await school.person(id), { class: 'weather' }, NOW)).toBe(
      'no',
    );
  });
});

describe('many at once', () => {
  test('put into a class as what they are, and taken out; their work stays', async () => {
    const people = ['s-zofia', 't-haddad'] as PersonId[];
    expect(await changeMany(school.db, quill, people, { act: 'put-into', class: 'tide-pool' }, NOW)).toEqual({
      ok: true,
      people: 2,
    });
    const roles = await school.db.query(
      "SELECT person_id, role FROM membership WHERE class_id = 'tide-pool' AND person_id = ANY($1) ORDER BY person_id",
      [people],
    );
    expect(roles.rows).toEqual([
      { person_id: 's-zofia', role: 'student' },
      { person_id: 't-haddad', role: 'teacher' },
    ]);
    await changeMany(school.db, quill, people, { act: 'take-out', class: 'tide-pool' }, NOW);
    expect((await read(school.db, classesOfPerson('t-haddad' as PersonId))).map(({ id }) => id as ClassId)).toEqual([
      'stories',
    ]);
    expect(await changeMany(school.db, quill, people, { act: 'put-into', class: 'none' }, NOW)).toMatchObject({
      code: 'not-found',
    });
  });

  test('a student who is taken out of a class keeps what they handed in', async () => {
    const count = "SELECT count(*)::int AS n FROM hand_in WHERE student_id = 's-imke'";
    const before = (await school.db.query(count)).rows[0];
    await changeMany(school.db, quill, ['s-imke' as PersonId], { act: 'take-out', class: 'weather' }, NOW);
    expect((await school.db.query(count)).rows[0]).toEqual(before);
    await changeMany(school.db, quill, ['s-imke' as PersonId], { act: 'put-into', class: 'weather' }, NOW);
  });
});

test('the log only ever grows', async () => {
  await expect(school.db.query('DELETE FROM office_act')).rejects.toThrow();
  await expect(school.db.query("UPDATE office_act SET kind = 'x'")).rejects.toThrow();
});
