import type { PasswordProblem } from '@/core/accounts/password';
import type { Instant } from '@/core/ids';
import { SLIPS, type SlipKind } from '@/core/office/slip-code';
import { hashSlip } from '@/server/doing/office/slips';
import { hashPassword } from '@/server/secrets';
import { forgetGuesses, type GuessRule } from '@/store/accounts';
import { type Database, read } from '@/store/database';
import { keepActs } from '@/store/office-acts';
import { endSessionsOf, findPerson, setPassword } from '@/store/people';
import { findSlip, takeSlip } from '@/store/slips';
import { begin, count, enter, inTurn, isWait, problemOf, type SignIn, type Wait } from './signing-in';

/** Guesses at slips from one address: a whole class may sit behind it, and nobody guesses eighty bits. */
export const GUESSES: GuessRule = { free: 60, firstWait: 10_000, longestWait: 900_000, forgotten: 86_400_000 };

interface Shown {
  readonly code: string;
  readonly address: string;
  readonly ticket?: string;
}

const WRONG = { ok: false, code: 'wrong-slip' } as const;

const keyOf = (address: string): string => `slip ${address}`;

export type SlipLooked =
  | { readonly ok: true; readonly name: string; readonly userName: string; readonly kind: SlipKind }
  | typeof WRONG
  | Wait;

/** Whose slip it is, so that nobody chooses a password for somebody else by mistake. Nothing is used up. */
export async function lookAtSlip(db: Database, { code, address }: Shown, now: Instant): Promise<SlipLooked> {
  const waits = await count(db, [[keyOf(address), GUESSES]], now);
  if (waits) return waits;
  const slip = await read(db, findSlip(hashSlip(code), now));
  if (!slip) return WRONG;
  await forgetGuesses(db, [keyOf(address)], now - 2 * GUESSES.forgotten);
  return { ok: true, name: slip.name, userName: slip.user_name, kind: slip.kind };
}

/**
 * Signs in with a slip: with one that is good once, a password is set, and whatever was signed in before ends; with a card nothing
 * changes. A slip is used up together with what it does.
 */
export async function enterBySlip(
  db: Database,
  given: Shown & { readonly password: string },
  now: Instant,
): Promise<SignIn | typeof WRONG | { readonly ok: false; readonly code: PasswordProblem }> {
  const { code, password, address } = given;
  const waits = await count(db, [[keyOf(address), GUESSES]], now);
  if (waits) return waits;
  const codeHash = hashSlip(code);
  const slip = await read(db, findSlip(codeHash, now));
  const person = slip && (await findPerson(db, slip.person_id));
  if (!slip || !person) return WRONG;
  const problem = SLIPS[slip.kind].choosesPassword ? await problemOf(password, person) : null;
  if (problem) return { ok: false, code: problem };
  const hash = SLIPS[slip.kind].choosesPassword ? await inTurn(given, () => hashPassword(password)) : null;
  if (isWait(hash)) return hash;
  const done = await db.transaction(async (tx) => {
    if ((await takeSlip(tx, codeHash, now)) === null) return false;
    if (hash === null) return true;
    await setPassword(tx, person.id, hash);
    await endSessionsOf(tx, person.id);
    await keepActs(tx, [{ kind: 'slip-used', person: person.id }], person.id, now);
    return true;
  });
  if (!done) return WRONG;
  await enter(db, person, address, [keyOf(address)], now);
  return begin(db, person, now);
}
