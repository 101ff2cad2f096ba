import type { PersonId } from '@/core/ids';
import { signIn } from '@/server/doing/accounts/signing-in';
import { enterBySlip, lookAtSlip } from '@/server/doing/accounts/slip-in';
import { findSession, type Person } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { hashToken } from '../../secrets';
import { addPerson, changeMany } from './people';
import { makeSlips } from './slips';

const DAY = 86_400_000;
const PASSWORD = 'rope mist kelp drum';
let school: TestSchool;
let quill: Person;
beforeAll(async () => {
  school = await testSchool();
  quill = await school.person('o-quill');
});
afterAll(() => school.end());

let n = 0;
/** Each test begins later: guesses that were counted in times to come would be waited for. */
let NOW = Date.now();
beforeEach(() => {
  NOW += 100 * DAY;
});
async function somebody(): Promise<{ readonly id: PersonId; readonly userName: string }> {
  n += 1;
  const userName = `person${n}`;
  const draft = { name: `Person Number${n}`, family: '', userName, role: 'student' as const };
  const done = await addPerson(school.db, quill, { draft, classes: ['weather'] }, NOW);
  if (!done.ok) throw new Error(done.code);
  return { id: done.person, userName };
}
async function slipFor(id: PersonId, kind: 'once' | 'card' = 'once', at = NOW): Promise<string> {
  const [slip] = await makeSlips(school.db, quill, [id], kind, at);
  return slip?.code ?? '';
}
const look = (code: string, at = NOW) => lookAtSlip(school.db, { code, address: 'home' }, at);
const enter = (code: string, password = PASSWORD, at = NOW) =>
  enterBySlip(school.db, { code, password, address: 'home' }, at);
const WRONG = { ok: false, code: 'wrong-slip' };

test('a slip says whose it is, sets a password once, and signs in', async () => {
  const { id, userName } = await somebody();
  const code = await slipFor(id);
  expect(code).toMatch(/^([0-9A-HJKMNP-TV-Z]{4}-){3}[0-9A-HJKMNP-TV-Z]{4}$/);
  expect(await look(code.toLowerCase().replaceAll('-', ' '))).toEqual({
    ok: true,
    name: expect.stringContaining('Person'),
    userName,
    kind: 'once',
  });
  const entered = await enter(code);
  if (!entered.ok) throw new Error(entered.code);
  expect((await findSession(school.db, hashToken(entered.token), NOW))?.id).toBe(id);
  expect((await signIn(school.db, { userName, password: PASSWORD, address: 'home' }, NOW)).ok).toBe(true);
  // Used twice, it is good no more, and the password stays.
  expect(await look(code)).toEqual(WRONG);
  expect(await enter(code, 'another pass phrase')).toEqual(WRONG);
});

test('what is kept is no code: nobody who reads the database gets in', async () => {
  const { id } = await somebody();
  const code = await slipFor(id);
  const { rows } = await school.db.query('SELECT * FROM slip WHERE person_id = $1', [id]);
  expect(JSON.stringify(rows)).not.toContain(code);
  expect(JSON.stringify(rows)).not.toContain(code.replaceAll('-', ''));
});

test('a weak password is refused, and the slip stays good', async () => {
  const { id } = await somebody();
  const code = await slipFor(id);
  expect(await enter(code, 'short')).toMatchObject({ ok: false, code: 'too-short' });
  expect(await enter(code, 'password123')).toMatchObject({ ok: false, code: 'common' });
  expect((await enter(code)).ok).toBe(true);
});

test('of two who use one slip at the same moment one gets in', async () => {
  const { id } = await somebody();
  const code = await slipFor(id);
  const both = await Promise.all([enter(code, `${PASSWORD} one`), enter(code, `${PASSWORD} two`)]);
  expect(both.map(({ ok }) => ok).sort()).toEqual([false, true]);
});

test('after thirty days, after a newer one, and after it was taken back it is good no more', async () => {
  const { id } = await somebody();
  const old = await slipFor(id);
  expect((await look(old, NOW + 30 * DAY - 1000)).ok).toBe(true);
  expect(await look(old, NOW + 30 * DAY)).toEqual(WRONG);
  const then = NOW + 31 * DAY;
  const [first, newer] = [await slipFor(id, 'once', then), await slipFor(id, 'once', then)];
  expect(await look(first, then)).toEqual(WRONG);
  await changeMany(school.db, quill, [id], { act: 'take-back-slips' }, then);
  expect(await look(newer, then)).toEqual(WRONG);
});

test('by whoever has left it is not used, and none is made for them', async () => {
  const { id } = await somebody();
  const code = await slipFor(id);
  await changeMany(school.db, quill, [id], { act: 'leave' }, NOW);
  expect(await enter(code)).toEqual(WRONG);
  expect(await makeSlips(school.db, quill, [id], 'once', NOW)).toEqual([]);
});

test('a new password by a slip ends what was signed in before; until it is used the old one is good', async () => {
  const { id, userName } = await somebody();
  const first = await enter(await slipFor(id));
  if (!first.ok) throw new Error(first.code);
  const code = await slipFor(id);
  expect((await signIn(school.db, { userName, password: PASSWORD, address: 'home' }, NOW)).ok).toBe(true);
  expect((await enter(code, 'moss keel bell sand')).ok).toBe(true);
  expect(await findSession(school.db, hashToken(first.token), NOW)).toBeNull();
  expect((await signIn(school.db, { userName, password: PASSWORD, address: 'home' }, NOW)).ok).toBe(false);
});

test('a card is a way in each time, without a password, until it is taken back', async () => {
  const { id, userName } = await somebody();
  const card = await slipFor(id, 'card');
  expect((await enter(card, '')).ok).toBe(true);
  expect((await enter(card, '', NOW + 60 * DAY)).ok).toBe(true);
  expect((await signIn(school.db, { userName, password: '', address: 'home' }, NOW)).ok).toBe(false);
  await changeMany(school.db, quill, [id], { act: 'take-back-slips' }, NOW + 61 * DAY);
  expect(await enter(card, '', NOW + 61 * DAY)).toEqual(WRONG);
});

test('guesses wait after sixty', async () => {
  const guesses = [];
  for (let i = 0; i < 62; i += 1)
    guesses.push(await lookAtSlip(school.db, { code: `guess ${i}`, address: 'far' }, NOW));
  expect(guesses[0]).toEqual(WRONG);
  expect(guesses.at(-1)).toMatchObject({ code: 'too-many-attempts' });
  // From elsewhere it goes on.
  expect(await look('one more')).toEqual(WRONG);
});
