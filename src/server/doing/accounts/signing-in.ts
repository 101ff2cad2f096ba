import { type PasswordProblem, passwordProblem } from '@/core/accounts/password';
import type { Instant, PersonId } from '@/core/ids';
import { foldedUserName } from '@/core/office/person';
import { SESSION_LASTS } from '@/server/http/who-is';
import { hashPassword, hashToken, isOutdated, isPassword, newResetCode, newToken } from '@/server/secrets';
import { countGuess, forgetGuesses, type GuessRule, isFamiliar, keepFamiliar, keepTrace } from '@/store/accounts';
import type { Database, Queryable } from '@/store/database';
import { noteSignIn } from '@/store/office-people';
import {
  addSession,
  endOldSessions,
  endSession,
  endSessionsOf,
  findByUserName,
  findPerson,
  findSchool,
  isResetCode,
  type Person,
  passwordHashOf,
  renewHash,
  setPassword,
  setResetCode,
  takeResetCode,
} from '@/store/people';
import { commonPasswords } from './common-passwords';
import { hashTurns, TooManyWaiting } from './hash-turns';

const MINUTE = 60_000;
const DAY = 1440 * MINUTE;
const RESET_LASTS = 2 * DAY;
/** More devices than these nobody is signed in on: the oldest session ends. */
const MOST_SESSIONS = 20;
const FAMILIAR_FOR = 90 * DAY;

const WAITS = { firstWait: 10_000, longestWait: 15 * MINUTE, forgotten: DAY };
/** Guesses at one name from one address: a slip of the finger costs nothing, a series of them ever more. */
export const PAIR: GuessRule = { free: 5, ...WAITS };
/** Guesses at one name from all addresses from which that person never signed in: their own are not held up by it. */
export const STRANGERS: GuessRule = { free: 100, ...WAITS };
/** Guesses at the code for a new password, from anywhere. */
export const CODES: GuessRule = { free: 30, ...WAITS };

export type SignIn =
  | { readonly ok: true; readonly token: string; readonly person: Person }
  | { readonly ok: false; readonly code: 'wrong-password' | 'wrong-code' | 'not-a-demo' | PasswordProblem }
  | Wait;

/** It cannot be tried now; in so many seconds it can. */
export interface Wait {
  readonly ok: false;
  readonly code: 'too-many-attempts' | 'too-busy';
  readonly seconds: number;
}

const wait = (until: Instant, now: Instant): Wait => ({
  ok: false,
  code: 'too-many-attempts',
  seconds: Math.max(1, Math.ceil((until - now) / 1000)),
});

/** Signs somebody in, who has shown who they are. */
export async function begin(db: Database, person: Person, now: Instant): Promise<SignIn> {
  const token = newToken();
  await db.transaction(async (tx) => {
    await addSession(tx, { tokenHash: hashToken(token), personId: person.id, at: now, expiresAt: now + SESSION_LASTS });
    await endOldSessions(tx, person.id, MOST_SESSIONS, now);
    await noteSignIn(tx, person.id, now);
  });
  return { ok: true, token, person };
}

const folded = foldedUserName;

/** Counts one guess under several keys; the first that has to wait says how long. */
export async function count(
  db: Queryable,
  keys: readonly (readonly [string, GuessRule])[],
  now: Instant,
): Promise<Wait | null> {
  for (const [key, rule] of keys) {
    const until = await countGuess(db, key, rule, now);
    if (until !== null) return wait(until, now);
  }
  return null;
}

/** Does work on passwords in its turn, or says that too many wait. */
export async function inTurn<Value>(
  { address, ticket = '' }: { readonly address: string; readonly ticket?: string },
  work: () => Promise<Value>,
): Promise<Value | Wait> {
  try {
    return await hashTurns().inTurn(address, ticket, work);
  } catch (error) {
    if (error instanceof TooManyWaiting) return { ok: false, code: 'too-busy', seconds: 60 };
    throw error;
  }
}

export const isWait = (value: unknown): value is Wait =>
  typeof value === 'object' && value !== null && 'seconds' in value;

interface From {
  readonly userName: string;
  readonly address: string;
  /** By which whoever waits can ask how long it will be. */
  readonly ticket?: string;
}

const pairKey = (userName: string, address: string): string => `sign-in ${userName} ${address}`;

/**
 * Signs in with a user name and a password. The guess is counted before the password is looked at. The answer is the
 * same for a wrong name and a wrong password, and takes as long.
 */
export async function signIn(db: Database, given: From & { readonly password: string }, now: Instant): Promise<SignIn> {
  const userName = folded(given.userName);
  const pair = pairKey(userName, given.address);
  const familiar = await isFamiliar(db, userName, given.address);
  const waits = await count(
    db,
    [[pair, PAIR], ...(familiar ? [] : [[`strangers ${userName}`, STRANGERS] as const])],
    now,
  );
  if (waits) return waits;
  const person = await findByUserName(db, userName);
  const right = await inTurn(given, () => isPassword(given.password, person?.password_hash ?? null));
  if (isWait(right)) return right;
  if (!right || !person) return { ok: false, code: 'wrong-password' };
  await renew(db, person, given);
  await enter(db, person, given.address, [pair], now);
  return begin(db, person, now);
}

/** Only now the password is known: where its hash costs less than a new one would, it gets a new one; if there is no turn, another time. */
async function renew(
  db: Database,
  { id, password_hash: hash }: { readonly id: PersonId; readonly password_hash: string },
  given: From & { readonly password: string },
): Promise<void> {
  if (!isOutdated(hash)) return;
  const renewed = await inTurn(given, () => hashPassword(given.password));
  if (!isWait(renewed)) await renewHash(db, id, hash, renewed);
}

/** Whoever was right once begins anew, and is known at this address from now on. */
export const enter = (
  db: Database,
  person: Person,
  address: string,
  keys: readonly string[],
  now: Instant,
): Promise<void> =>
  db.transaction(async (tx) => {
    await forgetGuesses(tx, keys, now - 2 * DAY);
    await keepFamiliar(tx, person.id, address, now, now - FAMILIAR_FOR);
  });

/** Signs in as a demo person with one click; only where the school is the demo. */
export async function signInToDemo(db: Database, personId: PersonId, now: Instant): Promise<SignIn> {
  const school = await findSchool(db);
  const person = school?.demo ? await findPerson(db, personId) : null;
  return person ? begin(db, person, now) : { ok: false, code: 'not-a-demo' };
}

/** Makes a code with which a student sets a new password. It is shown once, and is good for two days. */
export async function makeResetCode(db: Database, personId: PersonId, teacher: Person, address: string, now: Instant) {
  const code = newResetCode();
  await db.transaction(async (tx) => {
    await setResetCode(tx, {
      personId,
      codeHash: hashToken(code),
      madeBy: teacher.id,
      expiresAt: now + RESET_LASTS,
    });
    await keepTrace(tx, { kind: 'reset-made', personId, actorId: teacher.id, at: now, address });
  });
  return { ok: true as const, code };
}

export async function problemOf(password: string, person: Person): Promise<PasswordProblem | null> {
  const common = await commonPasswords();
  return passwordProblem(password, [person.user_name, person.name, person.short_name], (one) => common.has(one));
}

/**
 * Sets a new password with a teacher's code, ends every older session, and signs in. The code is looked at before
 * anything is computed, and used up together with the change.
 */
export async function resetPassword(
  db: Database,
  given: From & { readonly code: string; readonly password: string },
  now: Instant,
): Promise<SignIn> {
  const userName = folded(given.userName);
  const pair = `code ${userName} ${given.address}`;
  const all = `codes ${userName}`;
  const waits = await count(
    db,
    [
      [pair, PAIR],
      [all, CODES],
    ],
    now,
  );
  if (waits) return waits;
  const person = await findByUserName(db, userName);
  const codeHash = hashToken(given.code.replace(/\D/g, ''));
  if (!person || !(await isResetCode(db, person.id, codeHash, now))) return { ok: false, code: 'wrong-code' };
  const problem = await problemOf(given.password, person);
  if (problem) {
    // The code was right: what is wrong with the password is no guess.
    await forgetGuesses(db, [pair, all], now - 2 * DAY);
    return { ok: false, code: problem };
  }
  const passwordHash = await inTurn(given, () => hashPassword(given.password));
  if (isWait(passwordHash)) return passwordHash;
  const done = await db.transaction(async (tx) => {
    const madeBy = await takeResetCode(tx, person.id, codeHash, now);
    if (madeBy === null) return false;
    await setPassword(tx, person.id, passwordHash);
    await endSessionsOf(tx, person.id);
    await keepTrace(tx, { kind: 'reset-used', personId: person.id, actorId: madeBy, at: now, address: given.address });
    return true;
  });
  if (!done) return { ok: false, code: 'wrong-code' };
  await enter(db, person, given.address, [pair, all, pairKey(userName, given.address)], now);
  return begin(db, person, now);
}

/** What became of changing one's own password. */
export type Changed = { readonly ok: true } | Exclude<SignIn, { readonly ok: true }>;

/** Changes one's own password, which ends one's sessions everywhere else. Only who knows the old one may. */
export async function changePassword(
  db: Database,
  person: Person,
  given: {
    readonly old: string;
    readonly password: string;
    readonly token: string;
    readonly address: string;
    readonly ticket?: string;
  },
  now: Instant,
): Promise<Changed> {
  const key = `own ${person.id}`;
  const waits = await count(db, [[key, PAIR]], now);
  if (waits) return waits;
  const hash = await passwordHashOf(db, person.id);
  const right = await inTurn(given, () => isPassword(given.old, hash));
  if (isWait(right)) return right;
  if (!right) return { ok: false, code: 'wrong-password' };
  await forgetGuesses(db, [key], now - 2 * DAY);
  const problem = await problemOf(given.password, person);
  if (problem) return { ok: false, code: problem };
  const passwordHash = await inTurn(given, () => hashPassword(given.password));
  if (isWait(passwordHash)) return passwordHash;
  await db.transaction(async (tx) => {
    await setPassword(tx, person.id, passwordHash);
    await endSessionsOf(tx, person.id, hashToken(given.token));
    const { address } = given;
    await keepTrace(tx, { kind: 'password-changed', personId: person.id, actorId: person.id, at: now, address });
  });
  return { ok: true };
}

export const signOut = (db: Queryable, token: string): Promise<void> => endSession(db, hashToken(token));
