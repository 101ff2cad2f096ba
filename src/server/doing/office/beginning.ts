import { randomInt } from 'node:crypto';
import type { PasswordProblem } from '@/core/accounts/password';
import type { Instant, PersonId } from '@/core/ids';
import { foldedUserName, nameProblem, namesOf, shortNameOf, userNameProblem } from '@/core/office/person';
import { type SchoolDraft, schoolUnmet, tidySchool } from '@/core/office/school';
import { begin, count, inTurn, isWait, problemOf, type SignIn, type Wait } from '@/server/doing/accounts/signing-in';
import { hashPassword, hashToken, newId, newToken } from '@/server/secrets';
import type { GuessRule } from '@/store/accounts';
import { addSchool, beginsUntil, setBeginCode, takeBeginCode } from '@/store/beginning';
import type { Database } from '@/store/database';
import { keepActs } from '@/store/office-acts';
import { addPeople, changePeople } from '@/store/office-people';
import { findPerson, findSchool, type Person, setPassword } from '@/store/people';

/** How long the code in the terminal is good, and the first screen whose it is by then. */
export const BEGIN_LASTS = 3_600_000;

/** Guesses at the code of eight digits, from everywhere together: in its hour nobody comes far. */
const GUESSES: GuessRule = { free: 5, firstWait: 10_000, longestWait: 900_000, forgotten: BEGIN_LASTS };

const hashCode = (typed: string): string => hashToken(`begin ${typed.replace(/\D/g, '')}`);

/** Makes the code by which the first screen of this school is reached. An older one is good no longer. */
export async function makeBeginCode(db: Database, now: Instant): Promise<string> {
  const digits = String(randomInt(100_000_000)).padStart(8, '0');
  await setBeginCode(db, hashCode(digits), now + BEGIN_LASTS);
  return `${digits.slice(0, 4)} ${digits.slice(4)}`;
}

/** Takes the code, once: from then on the first screen is theirs who said it. */
export async function giveBeginCode(
  db: Database,
  { code, address }: { readonly code: string; readonly address: string },
  now: Instant,
): Promise<
  | { readonly ok: true; readonly token: string; readonly until: Instant }
  | { readonly ok: false; readonly code: 'wrong-code' | 'begun-already' }
  | Wait
> {
  if (await findSchool(db)) return { ok: false, code: 'begun-already' };
  const waits = await count(
    db,
    [
      [`begin ${address}`, GUESSES],
      ['begin', { ...GUESSES, free: 20 }],
    ],
    now,
  );
  if (waits) return waits;
  const token = newToken();
  const until = await takeBeginCode(db, hashCode(code), hashToken(token), now);
  return until === null ? { ok: false, code: 'wrong-code' } : { ok: true, token, until };
}

/** Until when the first screen is whose token this is. */
export const beginsFor = (db: Database, token: string, now: Instant): Promise<Instant | null> =>
  beginsUntil(db, hashToken(token), now);

export interface Beginning {
  readonly school: SchoolDraft;
  readonly person: {
    readonly name: string;
    readonly userName: string;
    readonly password: string;
    /** Do they teach besides? */
    readonly teaches: boolean;
  };
  readonly token: string;
  readonly address: string;
}

type Refused = { readonly ok: false; readonly code: 'begun-already' | 'not-yours' | 'unmet' | PasswordProblem };

/** Begins the school, with its first person, who is signed in by it. All of it or nothing. */
export async function beginSchool(db: Database, given: Beginning, now: Instant): Promise<SignIn | Refused> {
  const school = tidySchool(given.school);
  const names = namesOf(given.person.name);
  const userName = foldedUserName(given.person.userName);
  if ((await beginsFor(db, given.token, now)) === null)
    return { ok: false, code: (await findSchool(db)) ? 'begun-already' : 'not-yours' };
  if (schoolUnmet(school).length > 0 || nameProblem(names.name) || userNameProblem(userName))
    return { ok: false, code: 'unmet' };
  const draft = { ...names, userName, role: given.person.teaches ? ('teacher' as const) : ('office' as const) };
  const id = newId() as PersonId;
  const shortName = shortNameOf(draft);
  const person = { name: names.name, short_name: shortName, user_name: userName } as Person;
  const problem = await problemOf(given.person.password, person);
  if (problem) return { ok: false, code: problem };
  const hash = await inTurn(given, () => hashPassword(given.person.password));
  if (isWait(hash)) return hash;
  const first = await db.transaction(async (tx) => {
    if (!(await addSchool(tx, { id: newId(), ...school }))) return null;
    const added = { ...draft, id, shortName, sourceId: null };
    await addPeople(tx, [added], now);
    await changePeople(tx, [{ ...added, office: true, left: false }], now);
    await setPassword(tx, id, hash);
    await keepActs(tx, [{ kind: 'school-begun', person: id, data: { name: school.name } }], id, now);
    return findPerson(tx, id);
  });
  return first ? begin(db, first, now) : { ok: false, code: 'begun-already' };
}
