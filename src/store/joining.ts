import { z } from 'zod';
import type { ClassId, Instant, PersonId } from '@/core/ids';
import { id, instant } from './columns';
import { first, type Queryable, row, time } from './database';

const invite = z.object({
  code: z.string(),
  class_id: id<ClassId>(),
  uses_left: z.number(),
  expires_at: instant,
});

export const findInvite = (db: Queryable, code: string) =>
  first(db, invite, 'SELECT code, class_id, uses_left, expires_at FROM invite_code WHERE code = $1', [code]);

/** The code of a class that can still be used, the newest first. */
export const inviteOf = (classId: ClassId, now: Instant) =>
  row(
    invite,
    `SELECT code, class_id, uses_left, expires_at FROM invite_code
     WHERE class_id = $1 AND uses_left > 0 AND expires_at > $2 ORDER BY expires_at DESC LIMIT 1`,
    [classId, time(now)],
  );

export async function addInvite(
  tx: Queryable,
  given: { code: string; classId: ClassId; madeBy: PersonId; uses: number; expiresAt: Instant },
): Promise<void> {
  await tx.query('DELETE FROM invite_code WHERE class_id = $1', [given.classId]);
  await tx.query(
    'INSERT INTO invite_code (code, class_id, made_by, uses_left, expires_at) VALUES ($1, $2, $3, $4, $5)',
    [given.code, given.classId, given.madeBy, given.uses, time(given.expiresAt)],
  );
}

/** Uses a code up by one. False when there was none left, however many try at once. */
export async function takeInvite(tx: Queryable, code: string): Promise<boolean> {
  const { affected } = await tx.query(
    'UPDATE invite_code SET uses_left = uses_left - 1 WHERE code = $1 AND uses_left > 0',
    [code],
  );
  return affected === 1;
}

/** Makes a person a student of a class. False when they are in it already. */
export async function addStudent(tx: Queryable, personId: PersonId, classId: ClassId, at: Instant): Promise<boolean> {
  const { affected } = await tx.query(
    `INSERT INTO membership (person_id, class_id, role, joined_at) VALUES ($1, $2, 'student', $3)
     ON CONFLICT DO NOTHING`,
    [personId, classId, time(at)],
  );
  return affected === 1;
}

/** Lets a person join one thing at a time: what is counted is counted with what others of their tabs have just done. */
export async function holdJoining(tx: Queryable, personId: PersonId): Promise<void> {
  await tx.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [`join ${personId}`]);
}

export async function addJoinAttempt(tx: Queryable, personId: PersonId, at: Instant): Promise<void> {
  await tx.query('INSERT INTO join_attempt (person_id, at) VALUES ($1, $2)', [personId, time(at)]);
}

export async function countJoinAttempts(db: Queryable, personId: PersonId, since: Instant): Promise<number> {
  const row = await first(
    db,
    z.object({ n: z.number() }),
    'SELECT count(*)::int AS n FROM join_attempt WHERE person_id = $1 AND at > $2',
    [personId, time(since)],
  );
  return row?.n ?? 0;
}
