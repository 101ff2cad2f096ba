import { z } from 'zod';
import type { Instant, PersonId } from '@/core/ids';
import { SLIP_KINDS, type SlipKind } from '@/core/office/slip-code';
import { id } from './columns';
import { json, type Queryable, row, rows, time } from './database';

export interface NewSlip {
  readonly id: string;
  readonly personId: PersonId;
  readonly codeHash: string;
}

/** Keeps new slips; whatever these people had before is good no longer. */
export async function addSlips(
  tx: Queryable,
  slips: readonly NewSlip[],
  { kind, madeBy, at, expiresAt }: { kind: SlipKind; madeBy: PersonId | null; at: Instant; expiresAt: Instant },
): Promise<void> {
  const people = slips.map(({ personId }) => personId);
  await tx.query(
    'UPDATE slip SET revoked_at = $2 WHERE person_id = ANY($1) AND revoked_at IS NULL AND used_at IS NULL',
    [people, time(at)],
  );
  await tx.query(
    `INSERT INTO slip (id, person_id, code_hash, kind, made_by, made_at, expires_at)
     SELECT g.id, g."personId", g."codeHash", $2, $3, $4, $5
     FROM jsonb_to_recordset($1::text::jsonb) AS g (id text, "personId" text, "codeHash" text)`,
    [json(slips), kind, madeBy, time(at), time(expiresAt)],
  );
}

/** Whose slip this is, while it is good. It is looked at only. */
export const findSlip = (codeHash: string, now: Instant) =>
  row(
    z.object({ person_id: id<PersonId>(), kind: z.enum(SLIP_KINDS), name: z.string(), user_name: z.string() }),
    `SELECT s.person_id, s.kind, p.name, p.user_name FROM slip s JOIN person p ON p.id = s.person_id
     WHERE s.code_hash = $1 AND s.used_at IS NULL AND s.revoked_at IS NULL AND s.expires_at > $2 AND p.left_at IS NULL`,
    [codeHash, time(now)],
  );

/** Uses a slip up, once, however many try at the same time; a card stays good. @returns whose it was */
export async function takeSlip(tx: Queryable, codeHash: string, now: Instant): Promise<PersonId | null> {
  const { rows: taken } = await tx.query(
    `UPDATE slip s SET used_at = CASE WHEN s.kind = 'once' THEN $2::timestamptz END FROM person p
     WHERE s.code_hash = $1 AND s.used_at IS NULL AND s.revoked_at IS NULL AND s.expires_at > $2 AND p.id = s.person_id
       AND p.left_at IS NULL RETURNING s.person_id`,
    [codeHash, time(now)],
  );
  return z.array(z.object({ person_id: id<PersonId>() })).parse(taken)[0]?.person_id ?? null;
}

/** Takes back whatever slips and cards people have. */
export async function revokeSlips(tx: Queryable, people: readonly PersonId[], at: Instant): Promise<void> {
  await tx.query('UPDATE slip SET revoked_at = $2 WHERE person_id = ANY($1) AND revoked_at IS NULL', [
    people,
    time(at),
  ]);
}

/** Whom slips are printed for, each with a class that they are in, by family name. */
export const peopleForSlips = (people: readonly PersonId[]) =>
  rows(
    z.object({
      id: id<PersonId>(),
      name: z.string(),
      user_name: z.string(),
      locale: z.string().nullable(),
      class_name: z.string().nullable(),
    }),
    `SELECT p.id, p.name, p.user_name, p.locale, (SELECT c.name FROM membership m JOIN class c ON c.id = m.class_id
       WHERE m.person_id = p.id AND c.ended_at IS NULL ORDER BY c.name LIMIT 1) AS class_name
     FROM person p WHERE p.id = ANY($1) AND p.left_at IS NULL ORDER BY p.family, p.name, p.id`,
    [people],
  );
