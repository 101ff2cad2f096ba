import { z } from 'zod';
import { first, type Queryable } from './database';

/** So long a turn lasts without a word of who has it, in seconds. */
const LASTS = 20;

/**
 * Takes the turn at an upload, or says to whoever has it that somebody waits.
 *
 * @returns whether it was taken
 */
export async function takeTurn(db: Queryable, uploadId: string, holder: string): Promise<boolean> {
  const { affected } = await db.query(
    `INSERT INTO upload_turn AS t (upload_id, holder, until) VALUES ($1, $2, now() + $3 * interval '1 second')
     ON CONFLICT (upload_id) DO UPDATE SET holder = $2, until = excluded.until, wanted = false WHERE t.until < now()`,
    [uploadId, holder, LASTS],
  );
  if (affected === 1) return true;
  await db.query('UPDATE upload_turn SET wanted = true WHERE upload_id = $1 AND NOT wanted', [uploadId]);
  return false;
}

/** Keeps a turn. @returns whether somebody waits for it; `null` where it is another's by now */
export async function keepTurn(db: Queryable, uploadId: string, holder: string): Promise<boolean | null> {
  const kept = await first(
    db,
    z.object({ wanted: z.boolean() }),
    `UPDATE upload_turn SET until = now() + $3 * interval '1 second' WHERE upload_id = $1 AND holder = $2 RETURNING wanted`,
    [uploadId, holder, LASTS],
  );
  return kept?.wanted ?? null;
}

export async function endTurn(db: Queryable, uploadId: string, holder: string): Promise<void> {
  await db.query('DELETE FROM upload_turn WHERE upload_id = $1 AND holder = $2', [uploadId, holder]);
}
