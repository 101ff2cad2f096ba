import { randomBytes } from 'node:crypto';
import type { Instant, PersonId } from '@/core/ids';
import { foldedSlipCode, SLIP_BITS, SLIPS, type SlipKind, slipCode } from '@/core/office/slip-code';
import { hashToken, newId } from '@/server/secrets';
import { type Database, read } from '@/store/database';
import { keepActs } from '@/store/office-acts';
import type { Person } from '@/store/people';
import { addSlips, peopleForSlips } from '@/store/slips';

/** So many slips are printed at once, at most: what a large school needs in a year. */
export const MOST_SLIPS = 2000;

/** A slip as it is printed: the only time that its code is known. */
export interface PrintedSlip {
  readonly name: string;
  readonly userName: string;
  readonly className: string | null;
  readonly locale: string | null;
  readonly code: string;
}

export const hashSlip = (typed: string): string => hashToken(`slip ${foldedSlipCode(typed)}`);

/**
 * Makes slips for people who have not left. Whatever slips they had are good no longer. A password that somebody has stays until
 * the slip is used.
 *
 * @returns the slips, by family name; nobody can read them again
 */
export async function makeSlips(
  db: Database,
  by: Person,
  people: readonly PersonId[],
  kind: SlipKind,
  now: Instant,
): Promise<readonly PrintedSlip[]> {
  return db.transaction(async (tx) => {
    const found = await read(tx, peopleForSlips(people.slice(0, MOST_SLIPS)));
    const printed = found.map((one) => ({
      personId: one.id,
      slip: {
        name: one.name,
        userName: one.user_name,
        className: one.class_name,
        locale: one.locale,
        code: slipCode(randomBytes(SLIP_BITS / 8)),
      },
    }));
    const slips = printed.map(({ personId, slip }) => ({ id: newId(), personId, codeHash: hashSlip(slip.code) }));
    await addSlips(tx, slips, { kind, madeBy: by.id, at: now, expiresAt: now + SLIPS[kind].lasts });
    await keepActs(
      tx,
      found.map(({ id }) => ({ kind: 'slip-printed', person: id, data: { kind } })),
      by.id,
      now,
    );
    return printed.map(({ slip }) => slip);
  });
}
