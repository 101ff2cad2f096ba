import type { Instant, PersonId } from '@/core/ids';
import type { Database, Queryable } from '@/store/database';
import {
  addAttempt,
  addSession,
  countAttempts,
  endSession,
  endSessionsOf,
  findByUserName,
  findPerson,
  findSchool,
  findSession,
  forgetAttempts,
  type Person,
  setPassword,
  setResetCode,
  takeResetCode,
} from '@/store/people';
import { hashPassword, hashToken, isPassword, newResetCode, newToken } from './secrets';

const MINUTE = 60_000;
const DAY = 1440 * MINUTE;
/** Failed sign-ins within a quarter of an hour before a name, or an address, has to wait. */
export const ATTEMPTS = { within: 15 * MINUTE, byName: 8, byAddress: 60 } as const;
export const SESSION_LASTS = 14 * DAY;
const RESET_LASTS = 2 * DAY;

export type SignIn =
  | { readonly ok: true; readonly token: string; readonly person: Person }
  | { readonly ok: false; readonly code: 'wrong-password' | 'too-many-attempts' | 'wrong-code' | 'not-a-demo' };

async function begin(db: Queryable, person: Person, now: Instant): Promise<SignIn> {
  const token = newToken();
  await addSession(db, { tokenHash: hashToken(token), personId: person.id, at: now, expiresAt: now + SESSION_LASTS });
  return { ok: true, token, person };
}

async function mustWait(db: Queryable, userName: string, address: string, now: Instant): Promise<boolean> {
  const { byName, byAddress } = await countAttempts(db, userName, address, now - ATTEMPTS.within);
  return byName >= ATTEMPTS.byName || byAddress >= ATTEMPTS.byAddress;
}

const folded = (userName: string): string => userName.trim().toLowerCase();

/** Signs in with a user name and a password. The answer is the same for a wrong name and a wrong password. */
export async function signIn(
  db: Database,
  given: { userName: string; password: string; address: string },
  now: Instant,
): Promise<SignIn> {
  const userName = folded(given.userName);
  if (await mustWait(db, userName, given.address, now)) return { ok: false, code: 'too-many-attempts' };
  const person = await findByUserName(db, userName);
  if (!(await isPassword(given.password, person?.password_hash ?? null)) || !person) {
    await addAttempt(db, userName, given.address, now);
    return { ok: false, code: 'wrong-password' };
  }
  await forgetAttempts(db, userName, now - DAY);
  return begin(db, person, now);
}

/** Signs in as a demo person with one click; only where the school is the demo. */
export async function signInToDemo(db: Database, personId: PersonId, now: Instant): Promise<SignIn> {
  const school = await findSchool(db);
  const person = school?.demo ? await findPerson(db, personId) : null;
  return person ? begin(db, person, now) : { ok: false, code: 'not-a-demo' };
}

/** Makes a code with which a student sets a new password. It is shown once, and is good for two days. */
export async function makeResetCode(db: Database, personId: PersonId, teacher: Person, now: Instant) {
  const code = newResetCode();
  await setResetCode(db, {
    personId,
    codeHash: hashToken(code),
    madeBy: teacher.id,
    expiresAt: now + RESET_LASTS,
  });
  return { ok: true as const, code };
}

/** Sets a new password with a teacher's code, ends every older session, and signs in. */
export async function resetPassword(
  db: Database,
  given: { userName: string; code: string; password: string; address: string },
  now: Instant,
): Promise<SignIn> {
  const userName = folded(given.userName);
  if (await mustWait(db, userName, given.address, now)) return { ok: false, code: 'too-many-attempts' };
  const passwordHash = await hashPassword(given.password);
  const person = await findByUserName(db, userName);
  const done =
    person !== null &&
    (await db.transaction(async (tx) => {
      if (!(await takeResetCode(tx, person.id, hashToken(given.code.replace(/\D/g, '')), now))) return false;
      await setPassword(tx, person.id, passwordHash);
      await endSessionsOf(tx, person.id);
      return true;
    }));
  if (!done) {
    await addAttempt(db, userName, given.address, now);
    return { ok: false, code: 'wrong-code' };
  }
  await forgetAttempts(db, userName, now - DAY);
  return begin(db, person, now);
}

export const whoIs = (db: Queryable, token: string | undefined, now: Instant): Promise<Person | null> =>
  token ? findSession(db, hashToken(token), now) : Promise.resolve(null);

export const signOut = (db: Queryable, token: string): Promise<void> => endSession(db, hashToken(token));
