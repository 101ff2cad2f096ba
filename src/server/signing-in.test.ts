import { DEMO_PASSWORD } from '@demo/school';
import { type TestSchool, testSchool } from '@/store/test-school';
import { sameOrigin, sessionToken } from './origin';
import { hashPassword, isPassword } from './secrets';
import {
  ATTEMPTS,
  makeResetCode,
  resetPassword,
  SESSION_LASTS,
  signIn,
  signInToDemo,
  signOut,
  whoIs,
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

  test('after too many tries even the right password waits, and then works again', async () => {
    for (let i = 0; i < ATTEMPTS.byName; i += 1) {
      await signIn(school.db, { userName: 'wren', password: `wrong ${i}`, ...from('c') }, NOW);
    }
    const right = { userName: 'wren', password: DEMO_PASSWORD, ...from('d') };
    expect(await signIn(school.db, right, NOW)).toEqual({ ok: false, code: 'too-many-attempts' });
    expect((await signIn(school.db, right, NOW + ATTEMPTS.within + 1)).ok).toBe(true);
  });

  test('a forgotten password is set anew with a code, once, and older sessions end', async () => {
    const [wren, teacher] = [await school.person('s-yusuf'), await school.person('t-bello')];
    const old = await signInToDemo(school.db, wren.id, NOW);
    const { code } = await makeResetCode(school.db, wren.id, teacher, NOW);
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
    expect((await signIn(school.db, { userName: 'yusuf', password: 'a new kite', ...from('e') }, NOW)).ok).toBe(true);
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
  });
});

describe('origin and cookie', () => {
  test.each([
    [{ origin: 'http://localhost:3000', host: 'localhost:3000' }, true],
    [{ origin: 'https://elsewhere.example', host: 'localhost:3000' }, false],
    [{ host: 'localhost:3000' }, false],
    [{ origin: 'null', host: 'localhost:3000' }, false],
  ])('%j: %s', (headers, own) => {
    expect(sameOrigin(headers)).toBe(own);
  });

  test('the token is read from among other cookies', () => {
    expect(sessionToken('a=b; kite_session=token; c=d')).toBe('token');
    expect(sessionToken(null)).toBeUndefined();
  });
});
