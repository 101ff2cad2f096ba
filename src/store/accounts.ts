import { randomBytes } from 'node:crypto';
import { z } from 'zod';
import type { Instant, PersonId } from '@/core/ids';
import { bytes, instant } from './columns';
import { first, type Queryable, time } from './database';

/** How guesses under one key are held: so many at once, then a wait that doubles each time, up to a most. */
export interface GuessRule {
  readonly free: number;
  readonly firstWait: number;
  readonly longestWait: number;
  /** After so long without a guess everything before is forgotten. In milliseconds, like the waits. */
  readonly forgotten: number;
}

/**
 * Counts a guess before it is looked at, in one statement: of any number that arrive together no more than the rule
 * allows are let through.
 *
 * @returns `null` when the guess may be looked at, or until when to wait
 */
export async function countGuess(db: Queryable, key: string, rule: GuessRule, now: Instant): Promise<Instant | null> {
  const { rows } = await db.query(
    `INSERT INTO guess AS g (key, n, at, until) VALUES ($1, 1, $2, $2)
     ON CONFLICT (key) DO UPDATE SET
       n = CASE WHEN g.at < $3 THEN 1 ELSE g.n + 1 END,
       at = $2,
       until = $2::timestamptz + make_interval(secs => CASE WHEN g.at < $3 OR g.n + 1 < $4 THEN 0
         ELSE least($6::float8, $5::float8 * power(2, least(g.n + 1 - $4, 30))) END)
     WHERE g.until <= $2 RETURNING n`,
    [key, time(now), time(now - rule.forgotten), rule.free, rule.firstWait / 1000, rule.longestWait / 1000],
  );
  if (rows.length > 0) return null;
  const row = await first(db, z.object({ until: instant }), 'SELECT until FROM guess WHERE key = $1', [key]);
  return row?.until ?? null;
}

/** Forgets the guesses under some keys, since one of them was right, and all that are long past. */
export async function forgetGuesses(db: Queryable, keys: readonly string[], olderThan: Instant): Promise<void> {
  await db.query('DELETE FROM guess WHERE key = ANY($1) OR (at < $2 AND until < $2)', [keys, time(olderThan)]);
}

/** Has a person of this name signed in from an address before? */
export async function isFamiliar(db: Queryable, userName: string, address: string): Promise<boolean> {
  const { rows } = await db.query(
    `SELECT 1 FROM familiar_address f JOIN person p ON p.id = f.person_id WHERE p.user_name = $1 AND f.address = $2`,
    [userName, address],
  );
  return rows.length > 0;
}

/** Notes from where somebody has signed in, and forgets addresses that were not seen for a long time. */
export async function keepFamiliar(
  tx: Queryable,
  personId: PersonId,
  address: string,
  at: Instant,
  olderThan: Instant,
): Promise<void> {
  await tx.query(
    `INSERT INTO familiar_address (person_id, address, at) VALUES ($1, $2, $3)
     ON CONFLICT (person_id, address) DO UPDATE SET at = $3`,
    [personId, address, time(at)],
  );
  await tx.query('DELETE FROM familiar_address WHERE person_id = $1 AND at < $2', [personId, time(olderThan)]);
}

/** What was done to an account, by whom and from where. */
export interface Trace {
  readonly kind: 'reset-made' | 'reset-used' | 'password-changed';
  readonly personId: PersonId;
  readonly actorId: PersonId | null;
  readonly at: Instant;
  readonly address: string;
}

export async function keepTrace(tx: Queryable, { kind, personId, actorId, at, address }: Trace): Promise<void> {
  await tx.query('INSERT INTO trace (at, kind, person_id, actor_id, address) VALUES ($1, $2, $3, $4, $5)', [
    time(at),
    kind,
    personId,
    actorId,
    address,
  ]);
}

/** A key of this school by name, made by chance the first time: two processes that ask at once get the same. */
export async function secretKey(db: Queryable, name: string): Promise<Uint8Array> {
  const read = () => first(db, z.object({ key: bytes }), 'SELECT key FROM secret WHERE name = $1', [name]);
  const known = await read();
  if (known) return known.key;
  await db.query('INSERT INTO secret (name, key) VALUES ($1, $2) ON CONFLICT DO NOTHING', [
    name,
    new Uint8Array(randomBytes(32)),
  ]);
  const made = await read();
  if (!made) throw new Error('a key could not be kept');
  return made.key;
}
