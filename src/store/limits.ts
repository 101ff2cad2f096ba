import { z } from 'zod';
import type { Instant, PersonId } from '@/core/ids';
import { instant } from './columns';
import { first, type Queryable, time } from './database';

/**
 * Counts what a person uses in a window of time, where it is not too much already: in one statement, so that of many
 * that come together only so many are counted as there is room for.
 *
 * @returns `null` when it was counted, or when the window ends
 */
export async function spend(
  db: Queryable,
  given: {
    readonly personId: PersonId;
    readonly what: string;
    readonly n: number;
    readonly most: number;
    readonly now: Instant;
    readonly within: number;
  },
): Promise<Instant | null> {
  const { personId, what, n, most, now, within } = given;
  if (n > most) return now + within;
  const { rows } = await db.query(
    `INSERT INTO used AS u (person_id, what, from_at, n) VALUES ($1, $2, $3, $4)
     ON CONFLICT (person_id, what) DO UPDATE SET
       n = CASE WHEN u.from_at <= $5 THEN $4 ELSE u.n + $4 END,
       from_at = CASE WHEN u.from_at <= $5 THEN $3 ELSE u.from_at END
     WHERE u.from_at <= $5 OR u.n + $4 <= $6 RETURNING n`,
    [personId, what, time(now), n, time(now - within), most],
  );
  if (rows.length > 0) return null;
  const row = await first(
    db,
    z.object({ from_at: instant }),
    'SELECT from_at FROM used WHERE person_id = $1 AND what = $2',
    [personId, what],
  );
  return (row?.from_at ?? now) + within;
}

/** An upload that was begun and is not finished. */
export interface BegunUpload {
  readonly id: string;
  readonly ownerId: PersonId;
  readonly size: number;
  readonly at: Instant;
}

/**
 * Notes that an upload was begun, unless its owner has too many unfinished ones already.
 *
 * @returns false where there are too many
 */
export async function beginUpload(
  tx: Queryable,
  upload: BegunUpload,
  most: { readonly uploads: number; readonly bytes: number },
): Promise<boolean> {
  await tx.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [`uploads ${upload.ownerId}`]);
  const { affected } = await tx.query(
    `INSERT INTO upload (id, owner_id, size, at) SELECT $1::text, $2::text, $3::bigint, $4::timestamptz
     WHERE (SELECT count(*) < $5 AND coalesce(sum(size), 0) + $3 <= $6 FROM upload WHERE owner_id = $2)`,
    [upload.id, upload.ownerId, upload.size, time(upload.at), most.uploads, most.bytes],
  );
  return affected === 1;
}

export async function endUpload(db: Queryable, uploadId: string): Promise<void> {
  await db.query('DELETE FROM upload WHERE id = $1', [uploadId]);
}

/** Whose unfinished upload this is; `null` when there is none of that id. */
export async function ownerOfUpload(db: Queryable, uploadId: string): Promise<string | null> {
  const row = await first(db, z.object({ owner_id: z.string() }), 'SELECT owner_id FROM upload WHERE id = $1', [
    uploadId,
  ]);
  return row?.owner_id ?? null;
}

/** Forgets uploads that were begun before a moment: their parts are thrown away by then. */
export async function forgetUploads(db: Queryable, before: Instant): Promise<void> {
  await db.query('DELETE FROM upload WHERE at < $1', [time(before)]);
  // Turns of processes that are gone, at what nobody wanted again.
  await db.query('DELETE FROM upload_turn WHERE until < $1', [time(before)]);
}
