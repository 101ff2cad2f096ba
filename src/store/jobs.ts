import { z } from 'zod';
import type { Instant } from '@/core/ids';
import { bigNumber, instant, maybeInstant } from './columns';
import { first, json, many, type Queryable, time } from './database';

/** It tells that a job was put down or brought forward, with the time at which it is due. */
export const JOB_CHANNEL = 'job';

/** A job to be put down: of one kind about one thing there is one at most. */
export interface NewJob {
  readonly kind: string;
  readonly key: string;
  readonly dueAt: Instant;
  readonly given?: Readonly<Record<string, unknown>>;
}

const taken = z.object({
  id: bigNumber,
  kind: z.string(),
  key: z.string(),
  given: z.unknown(),
  due_at: instant,
  tries: z.number(),
  taken: z.number(),
});

/** A job that this process has taken. */
export type TakenJob = z.output<typeof taken>;

/**
 * Puts a job down, in the transaction of whatever it follows from. Where there is one of the kind about the same thing, that
 * one stays as it is, or with `move` goes to the new time and begins its tries anew. Processes hear of it after the commit.
 */
export async function addJob(tx: Queryable, job: NewJob, { move = false } = {}): Promise<void> {
  // Where the one that is there stays as it is, nobody waits for whoever is at it.
  const there = move
    ? `UPDATE SET due_at = $3, given = $4::text::jsonb, tries = 0, aside_at = NULL, problem = '', taken_until = NULL,
         taken = j.taken + 1`
    : 'NOTHING';
  await tx.query(
    `WITH put AS (
       INSERT INTO job AS j (kind, key, due_at, given) VALUES ($1, $2, $3, $4::text::jsonb)
       ON CONFLICT (kind, key) DO ${there} RETURNING id)
     SELECT pg_notify($5, $6) FROM put`,
    [job.kind, job.key, time(job.dueAt), json(job.given ?? {}), JOB_CHANNEL, String(job.dueAt)],
  );
}

/** Takes a job away before it is due. @returns false where there is none any more: it has had its effect. */
export async function dropJob(tx: Queryable, kind: string, key: string): Promise<boolean> {
  return (await dropJobs(tx, [kind], key)) === 1;
}

/** Takes jobs of some kinds about one thing away before they are due. @returns how many there were */
export async function dropJobs(tx: Queryable, kinds: readonly string[], key: string): Promise<number> {
  const { affected } = await tx.query('DELETE FROM job WHERE kind = ANY($1) AND key = $2', [kinds, key]);
  return affected;
}

/**
 * Takes jobs that are due and that nobody has, each with a try counted: a job that ends its process counts, too.
 *
 * @param until up to when they are taken: after that another process may take them
 */
export const takeJobs = (db: Queryable, now: Instant, until: Instant, most: number): Promise<TakenJob[]> =>
  many(
    db,
    taken,
    `UPDATE job j SET taken_until = $2, tries = tries + 1, taken = taken + 1
     WHERE j.id IN (
       SELECT id FROM job WHERE aside_at IS NULL AND due_at <= $1 AND (taken_until IS NULL OR taken_until <= $1)
       ORDER BY due_at, id LIMIT $3 FOR UPDATE SKIP LOCKED)
     RETURNING id, kind, key, given, due_at, tries, taken`,
    [time(now), time(until), most],
  );

/** Is a job still this process's own? Holds it until the transaction ends, so that it has its effect once. */
export async function holdJob(tx: Queryable, job: Pick<TakenJob, 'id' | 'taken'>): Promise<boolean> {
  const { rows } = await tx.query('SELECT 1 FROM job WHERE id = $1 AND taken = $2 FOR UPDATE', [job.id, job.taken]);
  return rows.length > 0;
}

/** Ends a job that has had its effect, or lets it wait for its next time. */
export async function endJob(tx: Queryable, job: Pick<TakenJob, 'id'>, again: Instant | null): Promise<void> {
  if (again === null) await tx.query('DELETE FROM job WHERE id = $1', [job.id]);
  else
    await tx.query(`UPDATE job SET due_at = $2, tries = 0, taken_until = NULL, problem = '' WHERE id = $1`, [
      job.id,
      time(again),
    ]);
}

/** Lets a job that failed wait, or sets it aside where it has no try left. */
export async function failJob(
  db: Queryable,
  job: Pick<TakenJob, 'id' | 'taken'>,
  { problem, next, now }: { readonly problem: string; readonly next: Instant | null; readonly now: Instant },
): Promise<void> {
  await db.query(
    `UPDATE job SET problem = $3, due_at = coalesce($4, due_at), taken_until = NULL,
       aside_at = CASE WHEN $4::timestamptz IS NULL THEN $5::timestamptz END WHERE id = $1 AND taken = $2`,
    [job.id, job.taken, problem, time(next), time(now)],
  );
}

/** Lets go of everything that is taken: for a start at which no other process can be there. */
export async function freeJobs(db: Queryable): Promise<void> {
  await db.query('UPDATE job SET taken_until = NULL WHERE taken_until IS NOT NULL');
}

/** When something is to be done next: the earliest time of a job, or at which one that is taken is free again. */
export async function nextJobAt(db: Queryable): Promise<Instant | null> {
  const row = await first(
    db,
    z.object({ at: maybeInstant }),
    `SELECT least(
       (SELECT min(due_at) FROM job WHERE aside_at IS NULL AND taken_until IS NULL),
       (SELECT min(taken_until) FROM job WHERE aside_at IS NULL AND taken_until IS NOT NULL)) AS at`,
  );
  return row?.at ?? null;
}

/** How many jobs were set aside. */
export async function countAside(db: Queryable): Promise<number> {
  const row = await first(
    db,
    z.object({ n: z.number() }),
    'SELECT count(*)::int AS n FROM job WHERE aside_at IS NOT NULL',
  );
  return row?.n ?? 0;
}
