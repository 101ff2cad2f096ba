import { DEMO_PASSWORD } from '@demo/school';
import { jest } from '@jest/globals';
import type { PersonId } from '@/core/ids';
import { clientAddress } from '@/server/http/addresses';
import { sameOrigin, sessionToken } from '@/server/http/origin';
import { signedOutResponse } from '@/server/http/session-cookie';
import { SESSION_LASTS, whoIs } from '@/server/http/who-is';
import { hashPassword, isOutdated, isPassword } from '@/server/secrets';
import { countGuess } from '@/store/accounts';
import { passwordHashOf, renewHash, setPassword } from '@/store/people';
import { type TestSchool, testSchool } from '@/store/test-school';
import { hashTurns } from './hash-turns';
import {
  changePassword,
  makeResetCode,
  PAIR,
  resetPassword,
  STRANGERS,
  signIn,
  signInToDemo,
  signOut,
} from './signing-in';

let school: TestSchool;
beforeAll(async () => {
  school = await testSchool();
});
afterAll(() => school.end());

const NOW = Date.now();
const from = (address: string) => ({ address });

describe('signing in', () => {
  test('a right password opens a session that ends by itself and by signing out', async () => {
    const entered = await signIn(school.db, { userName: ' Imke ', password: DEMO_PASSWORD, ...from('a') }, NOW);
    if (!entered.ok) throw new Error(entered.code);
    expect((await whoIs(school.db, entered.token, NOW))?.name).toBe('Imke Aalders');
    expect(await whoIs(school.db, entered.token, NOW + SESSION_LASTS)).toBeNull();
    const { rows } = await school.db.query('SELECT token_hash FROM session');
    expect(JSON.stringify(rows)).not.toContain(entered.token);
    await signOut(school.db, entered.token);
    expect(await whoIs(school.db, entered.token, NOW)).toBeNull();
  });

  test('a wrong name and a wrong password get the same answer', async () => {
    const wrong = { ok: false, code: 'wrong-password' };
    expect(await signIn(school.db, { userName: 'imke', password: 'x', ...from('b') }, NOW)).toEqual(wrong);
    expect(await signIn(school.db, { userName: 'nobody', password: 'x', ...from('b') }, NOW)).toEqual(wrong);
    expect(await whoIs(school.db, 'made-up', NOW)).toBeNull();
    expect(await whoIs(school.db, undefined, NOW)).toBeNull();
  });

  test('of forty guesses that arrive together no more are looked at than a slip of the finger may cost', async () => {
    const looked = jest.spyOn(hashTurns(), 'inTurn');
    const guess = (i: number) => signIn(school.db, { userName: 'wren', password: `wrong ${i}`, ...from('c') }, NOW);
    const answers = await Promise.all(Array.from({ length: 40 }, (_, i) => guess(i)));
    expect(looked).toHaveBeenCalledTimes(PAIR.free);
    looked.mockRestore();
    const waits = answers.filter((answer) => !answer.ok && answer.code === 'too-many-attempts');
    expect(waits).toHaveLength(40 - PAIR.free);
    // The right password waits, too, from there; from elsewhere its owner comes in at once.
    const right = { userName: 'wren', password: DEMO_PASSWORD };
    expect(await signIn(school.db, { ...right, ...from('c') }, NOW + 1000)).toMatchObject({ seconds: 9 });
    expect((await signIn(school.db, { ...right, ...from('d') }, NOW + 1000)).ok).toBe(true);
    expect((await signIn(school.db, { ...right, ...from('c') }, NOW + PAIR.firstWait)).ok).toBe(true);
  });

  test('each wrong guess after that doubles the wait, up to a quarter of an hour, and a right one ends it', async () => {
    const at = (moment: number, password = 'wrong') =>
      signIn(school.db, { userName: 'keanu', password, ...from('g') }, moment);
    // As each guess is counted before it is looked at, which takes long.
    const guess = (moment: number) => countGuess(school.db, 'sign-in keanu g', PAIR, moment);
    for (let i = 1; i < PAIR.free; i += 1) expect(await guess(NOW)).toBeNull();
    expect(await at(NOW)).toMatchObject({ code: 'wrong-password' });
    let moment = NOW;
    const waits: number[] = [];
    for (let i = 0; i < 8; i += 1) {
      const refused = await at(moment);
      if (refused.ok || !('seconds' in refused)) throw new Error('it was looked at');
      waits.push(refused.seconds);
      moment += refused.seconds * 1000;
      expect(await guess(moment)).toBeNull();
    }
    expect(waits).toEqual([10, 20, 40, 80, 160, 320, 640, 900]);
    expect((await at(moment + 900_000, DEMO_PASSWORD)).ok).toBe(true);
    expect(await at(moment + 900_000)).toMatchObject({ code: 'wrong-password' });
  });

  test('a hundred people behind one address keep nobody out, and guesses from elsewhere do not hold up who is known', async () => {
    for (let i = 0; i < 100; i += 1) {
      expect(await countGuess(school.db, `sign-in nobody-${i} school`, PAIR, NOW)).toBeNull();
    }
    const zofia = { userName: 'zofia', password: DEMO_PASSWORD };
    expect((await signIn(school.db, { ...zofia, ...from('school') }, NOW)).ok).toBe(true);
    for (let i = 0; i < STRANGERS.free; i += 1) await countGuess(school.db, 'strangers zofia', STRANGERS, NOW);
    expect(await signIn(school.db, { ...zofia, ...from('somewhere') }, NOW)).toMatchObject({
      code: 'too-many-attempts',
    });
    expect((await signIn(school.db, { ...zofia, ...from('school') }, NOW)).ok).toBe(true);
  });

  test('a forgotten password is set anew with a code, once, and older sessions end', async () => {
    const [wren, teacher] = [await school.person('s-yusuf'), await school.person('t-bello')];
    const old = await signInToDemo(school.db, wren.id, NOW);
    const { code } = await makeResetCode(school.db, wren.id, teacher, 'teachers-room', NOW);
    const given = {
      userName: 'yusuf',
      code: ` ${code.slice(0, 4)} ${code.slice(4)}`,
      password: 'a new kite',
      ...from('e'),
    };
    expect(await resetPassword(school.db, { ...given, code: '00000000' }, NOW)).toMatchObject({ code: 'wrong-code' });
    expect((await resetPassword(school.db, given, NOW)).ok).toBe(true);
    expect(await resetPassword(school.db, given, NOW)).toMatchObject({ code: 'wrong-code' });
    expect(await whoIs(school.db, old.ok ? old.token : '', NOW)).toBeNull();
    const { rows } = await school.db.query('SELECT kind, person_id, actor_id, address FROM trace ORDER BY id');
    expect(rows).toEqual([
      { kind: 'reset-made', person_id: 's-yusuf', actor_id: 't-bello', address: 'teachers-room' },
      { kind: 'reset-used', person_id: 's-yusuf', actor_id: 't-bello', address: 'e' },
    ]);
    expect((await signIn(school.db, { userName: 'yusuf', password: 'a new kite', ...from('e') }, NOW)).ok).toBe(true);
  });

  test('of a dozen codes that arrive together few are looked at, and nothing is computed for a wrong one', async () => {
    const imke = await school.person('s-imke');
    await makeResetCode(school.db, imke.id, await school.person('t-bello'), 'x', NOW);
    const looked = jest.spyOn(hashTurns(), 'inTurn');
    const tries = Array.from({ length: 12 }, (_, i) =>
      resetPassword(school.db, { userName: 'imke', code: `1234567${i}`, password: 'another kite', ...from('h') }, NOW),
    );
    const codes = (await Promise.all(tries)).map((answer) => (answer.ok ? 'ok' : answer.code));
    expect(codes.filter((code) => code === 'wrong-code')).toHaveLength(PAIR.free);
    expect(codes.filter((code) => code === 'too-many-attempts')).toHaveLength(12 - PAIR.free);
    expect(looked).not.toHaveBeenCalled();
    looked.mockRestore();
  });

  test('one’s own password is changed by who knows it, for one that few have, and other devices are signed out', async () => {
    const [here, there] = [
      await signInToDemo(school.db, 's-leila' as PersonId, NOW),
      await signInToDemo(school.db, 's-leila' as PersonId, NOW),
    ];
    if (!here.ok || !there.ok) throw new Error('nobody');
    const change = (old: string, password: string) =>
      changePassword(school.db, here.person, { old, password, token: here.token, address: 'i' }, NOW);
    expect(await change('wrong', 'harbour lamp')).toMatchObject({ code: 'wrong-password' });
    expect(await change(DEMO_PASSWORD, 'password1')).toEqual({ ok: false, code: 'common' });
    expect(await change(DEMO_PASSWORD, 'Leila2026')).toMatchObject({ ok: false, code: 'like-the-name' });
    expect(await change(DEMO_PASSWORD, 'harbour lamp')).toEqual({ ok: true });
    expect(await whoIs(school.db, here.token, NOW)).not.toBeNull();
    expect(await whoIs(school.db, there.token, NOW)).toBeNull();
    const entered = await signIn(
      school.db,
      { userName: here.person.user_name, password: 'harbour lamp', ...from('i') },
      NOW,
    );
    expect(entered.ok).toBe(true);
  });

  test('more than twenty sessions of one person do not stay: the oldest ends', async () => {
    const tokens: string[] = [];
    for (let i = 0; i < 21; i += 1) {
      const entered = await signInToDemo(school.db, 's-priya' as PersonId, NOW + i);
      if (entered.ok) tokens.push(entered.token);
    }
    const alive = await Promise.all(tokens.map((token) => whoIs(school.db, token, NOW + 30)));
    expect(alive.map((person) => person !== null)).toEqual([false, ...Array.from({ length: 20 }, () => true)]);
  });

  test('one click signs in only where the school is the demo', async () => {
    const imke = await school.person('s-imke');
    await school.db.query('UPDATE school SET demo = false');
    expect(await signInToDemo(school.db, imke.id, NOW)).toEqual({ ok: false, code: 'not-a-demo' });
  });

  test('the same password has another hash each time, and only it fits', async () => {
    const [one, other] = await Promise.all([hashPassword('kite'), hashPassword('kite')]);
    expect(one).not.toBe(other);
    expect(await isPassword('kite', one)).toBe(true);
    expect(await isPassword('Kite', one)).toBe(false);
    expect(await isPassword('', null)).toBe(false);
    expect(await isPassword('', '')).toBe(false);
  });

  test('a hash says what it costs: one of another cost fits, as RFC 7914 has it', async () => {
    // RFC 7914, 12: "pleaseletmein", "SodiumChloride", N 16384, r 8, p 1; the first half of what it derives.
    const key = Buffer.from('7023bdcb3afd7348461c06cd81fd38ebfda8fbba904f8e3ea9b543f6545da1f2', 'hex');
    const unpadded = (bytes: Buffer) => bytes.toString('base64').replaceAll('=', '');
    const hash = `$scrypt$ln=14,r=8,p=1$${unpadded(Buffer.from('SodiumChloride'))}$${unpadded(key)}`;
    expect(await isPassword('pleaseletmein', hash)).toBe(true);
    expect(await isPassword('pleaseletmeout', hash)).toBe(false);
    expect(isOutdated(hash)).toBe(true);
    expect(isOutdated(await hashPassword('kite'))).toBe(false);
  });

  test.each([
    ['costs less', () => hashPassword('low tide', { ln: 10, r: 8, p: 1 })],
    // As hashes were kept before they said their cost: the same parts by themselves.
    [
      'does not say its cost',
      async () => {
        const [, , , salt = '', key = ''] = (await hashPassword('low tide')).split('$');
        const url = (part: string) => Buffer.from(part, 'base64').toString('base64url');
        return `scrypt$${url(salt)}$${url(key)}`;
      },
    ],
  ])('a hash that %s is renewed when its owner comes in, and no other', async (name, made) => {
    const dao = await school.person('s-dao');
    const old = await made();
    await setPassword(school.db, dao.id, old);
    const enter = (password: string) =>
      signIn(school.db, { userName: dao.user_name, password, ...from(`renewed ${name}`) }, NOW);
    expect((await enter('high tide')).ok).toBe(false);
    expect(await passwordHashOf(school.db, dao.id)).toBe(old);
    expect((await enter('low tide')).ok).toBe(true);
    const renewed = (await passwordHashOf(school.db, dao.id)) ?? '';
    expect(isOutdated(renewed)).toBe(false);
    expect((await enter('low tide')).ok).toBe(true);
    expect(await passwordHashOf(school.db, dao.id)).toBe(renewed);
    // Another password that was set meanwhile stays.
    await renewHash(school.db, dao.id, old, 'an older one');
    expect(await passwordHashOf(school.db, dao.id)).toBe(renewed);
  });
});

describe('origin and cookie', () => {
  afterEach(() => {
    delete process.env.KITE_URL;
    delete process.env.KITE_PROXIES;
  });

  test.each([
    ['http://localhost:3000', undefined, true],
    ['http://127.0.0.1:3000', undefined, true],
    // Whatever name a request calls us by: what counts is what was configured.
    ['http://elsewhere.example', undefined, false],
    ['null', undefined, false],
    ['https://school.example', 'https://school.example/start', true],
    ['http://localhost:3000', 'https://school.example', false],
  ])('a page of %s, the school being at %s, is our own: %s', (origin, url, own) => {
    if (url) process.env.KITE_URL = url;
    expect(sameOrigin({ origin, host: new URL(origin === 'null' ? 'http://x' : origin).host })).toBe(own);
  });

  test('without an origin nothing is written', () => {
    expect(sameOrigin({ host: 'localhost:3000' })).toBe(false);
  });

  test('an address is believed from as many proxies as there are, and from no browser', () => {
    const address = () => clientAddress('10.0.0.1', 'made-up, 203.0.113.7, 10.0.0.2');
    expect(address()).toBe('10.0.0.1');
    process.env.KITE_PROXIES = '1';
    expect(address()).toBe('10.0.0.2');
    process.env.KITE_PROXIES = '2';
    expect(address()).toBe('203.0.113.7');
    expect(clientAddress('10.0.0.1', undefined)).toBe('10.0.0.1');
  });

  test('whoever signs out leaves no session, and nothing in the cache of the browser', () => {
    const { headers } = signedOutResponse();
    expect(headers.get('set-cookie')).toMatch(/^kite_session=;.*Max-Age=0/);
    expect(headers.get('clear-site-data')).toBe('"cache"');
  });

  test('the token is read from among other cookies', () => {
    expect(sessionToken('a=b; kite_session=token; c=d')).toBe('token');
    expect(sessionToken(null)).toBeUndefined();
  });
});
