import { z } from 'zod';
import type { Instant, PersonId } from '@/core/ids';
import { BANK_NAMES, type Banked, readBanked } from '@/core/setting/bank';
import { instant } from './columns';
import { json, made, type Queryable, rows, time } from './database';

export type Kept = Banked & { readonly id: string; readonly at: Instant };

/** Everything that somebody keeps to set it again, the newest first. */
export const bankOf = (ownerId: PersonId) =>
  made(
    rows(
      z.object({ id: z.string(), kind: z.enum(BANK_NAMES as [Banked['kind']]), content: z.unknown(), at: instant }),
      'SELECT id, kind, content, at FROM bank WHERE owner_id = $1 ORDER BY at DESC, id LIMIT 1000',
      [ownerId],
    ),
    (found) =>
      found.flatMap(({ id, kind, content, at }): Kept[] => {
        const banked = readBanked(kind, content);
        return banked ? [{ ...banked, id, at }] : [];
      }),
  );

/** Keeps something, unless so much is kept already. @returns false where it is */
export async function keepInBank(
  tx: Queryable,
  kept: { readonly id: string; readonly ownerId: PersonId; readonly banked: Banked; readonly at: Instant },
  most: number,
): Promise<boolean> {
  const { kind, title, content } = kept.banked;
  const { affected } = await tx.query(
    `INSERT INTO bank (id, owner_id, kind, title, content, at)
     SELECT $1, $2, $3, $4, $5::text::jsonb, $6 WHERE (SELECT count(*) FROM bank WHERE owner_id = $2) < $7`,
    [kept.id, kept.ownerId, kind, title, json(content), time(kept.at), most],
  );
  return affected === 1;
}

/** Takes something out of somebody's bank; of others' nothing. */
export async function dropFromBank(tx: Queryable, ownerId: PersonId, id: string): Promise<void> {
  await tx.query('DELETE FROM bank WHERE owner_id = $1 AND id = $2', [ownerId, id]);
}
