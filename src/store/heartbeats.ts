import { z } from 'zod';
import type { Instant } from '@/core/ids';
import { maybeInstant } from './columns';
import { many, type Queryable, time } from './database';

/** Says that a process is alive. @returns since when none was, where nobody had said so for longer than `most` */
export async function beat(db: Queryable, process: string, now: Instant, most: number): Promise<Instant | null> {
  const found = await many(
    db,
    z.object({ last: maybeInstant }),
    `WITH before AS (SELECT max(at) AS last FROM heartbeat),
       put AS (INSERT INTO heartbeat (process, at) VALUES ($1, $2) ON CONFLICT (process) DO UPDATE SET at = greatest(heartbeat.at, $2)),
       gone AS (DELETE FROM heartbeat WHERE at < $2::timestamptz - interval '1 day' AND process <> $1)
     SELECT last FROM before`,
    [process, time(now)],
  );
  const last = found[0]?.last ?? null;
  return last !== null && now - last > most ? last : null;
}

/** Notes that nobody was there for a while. @returns false where it was noted already */
export async function addAway(tx: Queryable, since: Instant, until: Instant): Promise<boolean> {
  const { affected } = await tx.query(
    'INSERT INTO away (since, until) VALUES ($1, $2) ON CONFLICT (since) DO NOTHING',
    [time(since), time(until)],
  );
  return affected === 1;
}
