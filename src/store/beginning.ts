import { z } from 'zod';
import type { Instant } from '@/core/ids';
import { json, type Queryable, time } from './database';

/** Keeps the code by which the first screen is reached; an older one is good no longer. */
export async function setBeginCode(tx: Queryable, codeHash: string, expiresAt: Instant): Promise<void> {
  await tx.query('DELETE FROM begin_code');
  await tx.query('INSERT INTO begin_code (code_hash, expires_at) VALUES ($1, $2)', [codeHash, time(expiresAt)]);
}

/** Uses the code up: whoever said it has the first screen from then on, by a token, until the code's time is over. */
export async function takeBeginCode(
  tx: Queryable,
  codeHash: string,
  tokenHash: string,
  now: Instant,
): Promise<Instant | null> {
  const { rows } = await tx.query(
    `UPDATE begin_code SET used_at = $3, token_hash = $2 WHERE code_hash = $1 AND used_at IS NULL AND expires_at > $3 RETURNING expires_at`,
    [codeHash, tokenHash, time(now)],
  );
  return untilOf(rows);
}

const untilOf = (found: readonly unknown[]): Instant | null => {
  const [row] = z.array(z.object({ expires_at: z.coerce.date() })).parse(found);
  return row?.expires_at.getTime() ?? null;
};

/** Until when the first screen is somebody's, by their token; `null` where it is not. */
export async function beginsUntil(db: Queryable, tokenHash: string, now: Instant): Promise<Instant | null> {
  const { rows } = await db.query('SELECT expires_at FROM begin_code WHERE token_hash = $1 AND expires_at > $2', [
    tokenHash,
    time(now),
  ]);
  return untilOf(rows);
}

export interface NewSchool {
  readonly id: string;
  readonly name: string;
  readonly zone: string;
  readonly help: string;
  readonly languages: readonly string[];
  /** Name and whom to ask in the other languages. */
  readonly said: Readonly<Record<string, { readonly name?: string; readonly help?: string }>>;
}

/** Makes the school, once: of two who begin at the same time one is told that there is one by now. */
export async function addSchool(tx: Queryable, school: NewSchool): Promise<boolean> {
  await tx.query("SELECT pg_advisory_xact_lock(hashtextextended('school', 0))");
  const { affected } = await tx.query(
    `INSERT INTO school (id, name, zone, help, demo, languages, said)
     SELECT $1, $2, $3, $4, false, $5, $6::text::jsonb WHERE NOT EXISTS (SELECT FROM school)`,
    [school.id, school.name, school.zone, school.help, school.languages, json(school.said)],
  );
  await tx.query('DELETE FROM begin_code');
  return affected === 1;
}

/** Says anew what a school says of itself. */
export async function changeSchool(tx: Queryable, school: Omit<NewSchool, 'id'>): Promise<void> {
  await tx.query('UPDATE school SET name = $1, zone = $2, help = $3, languages = $4, said = $5::text::jsonb', [
    school.name,
    school.zone,
    school.help,
    school.languages,
    json(school.said),
  ]);
}
