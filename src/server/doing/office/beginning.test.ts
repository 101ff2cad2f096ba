import type { Database } from '@/store/database';
import { migrate } from '@/store/migrate';
import { findSession } from '@/store/people';
import { openPglite } from '@/store/pglite-driver';
import { scratch } from '@/testing/scratch';
import { hashToken } from '../../secrets';
import { beginSchool, beginsFor, giveBeginCode, makeBeginCode } from './beginning';

const NOW = Date.now();
const HOUR = 3_600_000;
let db: Database;
beforeAll(async () => {
  db = await openPglite(scratch('kite-begin-'));
  await migrate(db);
});
afterAll(() => db.close());

const SCHOOL = {
  name: ' The Harbour  School ',
  zone: 'Europe/Lisbon',
  languages: ['en', 'ar'],
  help: 'Ms Quill',
  said: { ar: { name: 'مدرسة الميناء' } },
};
const PERSON = { name: 'Quill, Ida', userName: 'Quill', password: 'oar lamp tern', teaches: false };
const say = (code: string, at = NOW) => giveBeginCode(db, { code, address: 'here' }, at);
const begin = (token: string, more: object = {}, at = NOW) =>
  beginSchool(db, { school: SCHOOL, person: PERSON, token, address: 'here', ...more }, at);

test('the code is of eight digits, and good for one hour and one use', async () => {
  const old = await makeBeginCode(db, NOW);
  expect(old).toMatch(/^\d{4} \d{4}$/);
  const code = await makeBeginCode(db, NOW);
  // A newer one takes its place.
  expect(await say(old)).toMatchObject({ code: 'wrong-code' });
  const right = await say(code.replace(' ', ''));
  if (!right.ok) throw new Error(right.code);
  expect(right.until).toBe(NOW + HOUR);
  expect(await say(code)).toMatchObject({ code: 'wrong-code' });
  expect(await beginsFor(db, right.token, NOW + HOUR - 1)).toBe(NOW + HOUR);
  expect(await beginsFor(db, right.token, NOW + HOUR)).toBeNull();
  expect(await beginsFor(db, 'guessed', NOW)).toBeNull();
  // The first screen is theirs alone.
  expect(await begin('guessed')).toMatchObject({ code: 'not-yours' });
  expect(await begin(right.token, {}, NOW + HOUR)).toMatchObject({ code: 'not-yours' });
});

test('whoever guesses the code waits, from wherever they guess; after its hour it is good no more', async () => {
  const code = await makeBeginCode(db, NOW);
  const said = [];
  for (let i = 0; i < 30; i += 1)
    said.push(await giveBeginCode(db, { code: `0000 ${String(i).padStart(4, '0')}`, address: `from ${i}` }, NOW));
  expect(said.filter((one) => !one.ok && one.code === 'wrong-code').length).toBeLessThanOrEqual(21);
  expect(said.at(-1)).toMatchObject({ code: 'too-many-attempts' });
  expect(await say(code, NOW + HOUR)).toMatchObject({ code: 'wrong-code' });
});

test('a school begins once, whole or not at all, with its first person signed in', async () => {
  const later = NOW + 2 * HOUR;
  const code = await makeBeginCode(db, later);
  const right = await say(code, later);
  if (!right.ok) throw new Error(right.code);
  expect(await begin(right.token, { school: { ...SCHOOL, help: '' } }, later)).toMatchObject({ code: 'unmet' });
  expect(await begin(right.token, { person: { ...PERSON, password: 'quill' } }, later)).toMatchObject({
    code: 'too-short',
  });
  expect((await db.query('SELECT 1 FROM school')).rows).toEqual([]);
  const both = await Promise.all([begin(right.token, {}, later), begin(right.token, {}, later)]);
  expect(both.map(({ ok }) => ok).sort()).toEqual([false, true]);
  expect(both.find(({ ok }) => !ok)).toMatchObject({ code: 'begun-already' });
  const first = both.find((one) => one.ok);
  if (!first?.ok) throw new Error('nobody began');
  expect(await findSession(db, hashToken(first.token), later)).toMatchObject({
    name: 'Ida Quill',
    user_name: 'quill',
    role: 'office',
    office: true,
  });
  const { rows } = await db.query('SELECT name, zone, languages, said, demo FROM school');
  expect(rows).toEqual([
    {
      name: 'The Harbour School',
      zone: 'Europe/Lisbon',
      languages: ['en', 'ar'],
      said: { ar: { name: 'مدرسة الميناء' } },
      demo: false,
    },
  ]);
  expect(await say('1234 5678', later)).toMatchObject({ code: 'begun-already' });
});
