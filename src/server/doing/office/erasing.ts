import type { Instant, PersonId } from '@/core/ids';
import { type Database, read } from '@/store/database';
import { erase, type Stays, staysOf } from '@/store/erasing';
import { keepActs } from '@/store/office-acts';
import { holdPeople, peopleById } from '@/store/office-people';
import type { Person } from '@/store/people';

/**
 * Erases somebody who has left: their name, their way in, what they wrote and did not hand in, their quiet words. What was handed
 * in and how it was marked stays under no name, since receipts are only ever added to.
 *
 * @returns what had to stay
 */
export async function erasePerson(
  db: Database,
  by: Person,
  personId: PersonId,
  now: Instant,
): Promise<
  { readonly ok: true; readonly stays: Stays } | { readonly ok: false; readonly code: 'not-found' | 'has-not-left' }
> {
  return db.transaction(async (tx) => {
    await holdPeople(tx);
    const [person] = await read(tx, peopleById([personId]));
    if (!person) return { ok: false as const, code: 'not-found' as const };
    if (!person.left) return { ok: false as const, code: 'has-not-left' as const };
    await keepActs(tx, [{ kind: 'person-erased', person: personId }], by.id, now);
    await erase(tx, personId, now);
    return { ok: true as const, stays: await staysOf(tx, personId) };
  });
}
