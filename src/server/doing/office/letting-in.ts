import { randomBytes } from 'node:crypto';
import type { Instant } from '@/core/ids';
import { foldedUserName } from '@/core/office/person';
import { SLIP_BITS, SLIPS, slipCode } from '@/core/office/slip-code';
import { newId } from '@/server/secrets';
import { type Database, read } from '@/store/database';
import { keepActs } from '@/store/office-acts';
import { changePeople, holdPeople, ownerOfUserName, peopleById } from '@/store/office-people';
import { addSlips } from '@/store/slips';
import { hashSlip } from './slips';

/**
 * Lets somebody into the office who has lost their way in, by whoever has the terminal of the school's machine: they are of the
 * office from then on, whatever they were, and get a slip. A student cannot be it.
 *
 * @returns the code of the slip, which nobody can read again
 */
export async function letIn(
  db: Database,
  userName: string,
  now: Instant,
): Promise<
  | { readonly ok: true; readonly name: string; readonly code: string }
  | { readonly ok: false; readonly code: 'not-found' | 'is-student' }
> {
  return db.transaction(async (tx) => {
    await holdPeople(tx);
    const owner = await read(tx, ownerOfUserName(foldedUserName(userName)));
    const [person] = owner ? await read(tx, peopleById([owner.id])) : [];
    if (!person) return { ok: false as const, code: 'not-found' as const };
    if (person.role === 'student') return { ok: false as const, code: 'is-student' as const };
    await changePeople(tx, [{ ...person, office: true, left: false }], now);
    const code = slipCode(randomBytes(SLIP_BITS / 8));
    const slip = { id: newId(), personId: person.id, codeHash: hashSlip(code) };
    await addSlips(tx, [slip], { kind: 'once', madeBy: null, at: now, expiresAt: now + SLIPS.once.lasts });
    await keepActs(tx, [{ kind: 'let-in', person: person.id }], null, now);
    return { ok: true as const, name: person.name, code };
  });
}
