import { z } from 'zod';
import type { Instant, PersonId } from '@/core/ids';
import type { OfficeAct } from '@/core/office/acts';
import { instant } from './columns';
import { json, type Queryable, rows, time } from './database';

/** Notes what was done in the office, by whom: in the transaction in which it is done. */
export async function keepActs(
  tx: Queryable,
  acts: readonly OfficeAct[],
  by: PersonId | null,
  at: Instant,
): Promise<void> {
  if (acts.length === 0) return;
  await tx.query(
    `INSERT INTO office_act (at, actor_id, kind, person_id, class_id, data)
     SELECT $2, $3, g.kind, g.person, g.class, coalesce(g.data, '{}')
     FROM jsonb_to_recordset($1::text::jsonb) AS g (kind text, person text, class text, data jsonb)`,
    [json(acts), time(at), by],
  );
}

const kept = z.object({
  n: z.number(),
  at: instant,
  by: z.string().nullable(),
  kind: z.string(),
  person: z.string().nullable(),
  class: z.string().nullable(),
  data: z.record(z.string(), z.unknown()),
});

export type KeptAct = z.output<typeof kept>;

const COLUMNS = `a.n::int AS n, a.at, b.short_name AS by, a.kind, p.name AS person, c.name AS class, a.data`;
const NAMED = `LEFT JOIN person b ON b.id = a.actor_id LEFT JOIN person p ON p.id = a.person_id LEFT JOIN class c ON c.id = a.class_id`;

/** What was done, the newest first, before a number. */
export const actsBefore = (before: number, most: number) =>
  rows(kept, `SELECT ${COLUMNS} FROM office_act a ${NAMED} WHERE a.n < $1 ORDER BY a.n DESC LIMIT $2`, [before, most]);

/** What was done about somebody, or about a class, the newest first. */
export const actsAbout = (about: 'person' | 'class', id: string) =>
  rows(kept, `SELECT ${COLUMNS} FROM office_act a ${NAMED} WHERE a.${about}_id = $1 ORDER BY a.n DESC LIMIT 12`, [id]);
