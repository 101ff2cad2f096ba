import type { Instant } from '@/core/ids';
import { type BankName, readBanked } from '@/core/setting/bank';
import { newId } from '@/server/secrets';
import { bankOf, dropFromBank, type Kept, keepInBank } from '@/store/bank';
import { type Database, read } from '@/store/database';
import type { Person } from '@/store/people';

/** So much one teacher may keep. */
export const MOST_IN_BANK = 1000;

type Changed =
  | { readonly ok: true; readonly bank: readonly Kept[] }
  | { readonly ok: false; readonly code: 'not-of-its-kind' | 'bank-full' };

/** Everything that a teacher keeps. */
export const bank = async (db: Database, teacher: Person): Promise<Changed> => ({
  ok: true,
  bank: await read(db, bankOf(teacher.id)),
});

/** Keeps something in a teacher's bank, or takes something out of it. */
export async function changeBank(
  db: Database,
  teacher: Person,
  change: { readonly keep: { readonly kind: BankName; readonly content: unknown } } | { readonly drop: string },
  now: Instant,
): Promise<Changed> {
  if ('drop' in change) await dropFromBank(db, teacher.id, change.drop);
  else {
    const banked = readBanked(change.keep.kind, change.keep.content);
    if (!banked) return { ok: false, code: 'not-of-its-kind' };
    const kept = { id: newId(), ownerId: teacher.id, banked, at: now };
    if (!(await keepInBank(db, kept, MOST_IN_BANK))) return { ok: false, code: 'bank-full' };
  }
  return bank(db, teacher);
}
