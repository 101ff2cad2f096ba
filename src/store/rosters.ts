import { z } from 'zod';
import type { Instant, PersonId } from '@/core/ids';
import { ROLES } from '@/core/office/person';
import type { Choices } from '@/core/roster/compare';
import type { Known } from '@/core/roster/known';
import type { Mended, RosterFile } from '@/core/roster/roster';
import { id, instant, maybeInstant } from './columns';
import { json, made, type Queryable, row, rows, time } from './database';

const kept = z.object({
  id: z.string(),
  by_id: id<PersonId>(),
  at: instant,
  files: z.custom<readonly RosterFile[]>(Array.isArray),
  mended: z.custom<Mended>(Array.isArray),
  confirmed: z.array(z.string()),
  choices: z.custom<Choices>((value) => typeof value === 'object' && value !== null),
  done_at: maybeInstant,
  undone_at: maybeInstant,
});

export type KeptRoster = z.output<typeof kept>;

const COLUMNS = 'id, by_id, at, files, mended, confirmed, choices, done_at, undone_at';

export const findRoster = (rosterId: string) => row(kept, `SELECT ${COLUMNS} FROM roster WHERE id = $1`, [rosterId]);

export async function addRoster(
  tx: Queryable,
  { id: own, by, files, choices }: { id: string; by: PersonId; files: readonly RosterFile[]; choices: Choices },
  at: Instant,
): Promise<void> {
  await tx.query(
    'INSERT INTO roster (id, by_id, at, files, choices) VALUES ($1, $2, $3, $4::text::jsonb, $5::text::jsonb)',
    [own, by, time(at), json(files), json(choices)],
  );
}

/** Keeps how a roster is read and what is mended in it, as long as it was not done. @returns false where it was */
export async function changeRoster(
  tx: Queryable,
  { id: own, files, mended, confirmed, choices }: Pick<KeptRoster, 'id' | 'files' | 'mended' | 'confirmed' | 'choices'>,
): Promise<boolean> {
  const { affected } = await tx.query(
    `UPDATE roster SET files = $2::text::jsonb, mended = $3::text::jsonb, confirmed = $4::text::jsonb, choices = $5::text::jsonb
     WHERE id = $1 AND done_at IS NULL`,
    [own, json(files), json(mended), json(confirmed), json(choices)],
  );
  return affected === 1;
}

/** Puts a roster away that was not done. */
export async function dropRoster(tx: Queryable, rosterId: string): Promise<void> {
  await tx.query('DELETE FROM roster WHERE id = $1 AND done_at IS NULL', [rosterId]);
}

/** The rosters that there are, the newest first, by the names of their files. */
export const listedRosters = rows(
  z.object({
    id: z.string(),
    by: z.string(),
    at: instant,
    names: z.array(z.string()),
    done_at: maybeInstant,
    undone_at: maybeInstant,
    counts: z.object({ people: z.number(), classes: z.number(), members: z.number() }).nullable(),
  }),
  `SELECT r.id, p.short_name AS by, r.at, r.done_at, r.undone_at, r.undo->'counts' AS counts,
     coalesce((SELECT array_agg(f->>'name') FROM jsonb_array_elements(r.files) f), '{}') AS names
   FROM roster r JOIN person p ON p.id = r.by_id ORDER BY r.at DESC LIMIT 30`,
);

/** Everybody of the school and every class, as a roster is held against them. */
export const knownToRoster = made(
  row(
    z.object({
      people: z.array(
        z.tuple([z.string(), z.string().nullable(), z.string(), z.string(), z.string(), z.enum(ROLES), z.boolean()]),
      ),
      classes: z.array(z.tuple([z.string(), z.string().nullable(), z.string(), z.boolean()])),
      members: z.array(z.tuple([z.string(), z.string(), z.enum(['student', 'teacher'])])),
    }),
    `SELECT coalesce((SELECT json_agg(json_build_array(id, source_id, name, family, user_name, role, left_at IS NOT NULL) ORDER BY id)
         FROM person WHERE erased_at IS NULL), '[]') AS people,
       coalesce((SELECT json_agg(json_build_array(id, source_id, name, ended_at IS NOT NULL) ORDER BY id) FROM class), '[]') AS classes,
       coalesce((SELECT json_agg(json_build_array(person_id, class_id, role) ORDER BY class_id, person_id) FROM membership), '[]') AS members`,
  ),
  (found): Known => ({
    people: (found?.people ?? []).map(([own, sourceId, name, family, userName, role, left]) => ({
      id: own,
      sourceId,
      name,
      family,
      userName,
      role,
      left,
    })),
    classes: (found?.classes ?? []).map(([own, sourceId, name, ended]) => ({ id: own, sourceId, name, ended })),
    members: (found?.members ?? []).map(([person, inClass, role]) => ({ person, class: inClass, role })),
  }),
);

/** How a roster that was done is undone: what was there before. */
export interface Undo {
  readonly counts: { readonly people: number; readonly classes: number; readonly members: number };
  readonly peopleAdded: readonly string[];
  /** People as they were. */
  readonly peopleBefore: readonly object[];
  readonly classesAdded: readonly string[];
  readonly classesBefore: readonly object[];
  readonly membersAdded: readonly { readonly person: string; readonly class: string }[];
  readonly membersBefore: readonly { readonly person: string; readonly class: string; readonly role: string }[];
}

/** Notes that a roster was done. @returns false where it had been by then */
export async function markDone(tx: Queryable, rosterId: string, undo: Undo, at: Instant): Promise<boolean> {
  const { affected } = await tx.query(
    'UPDATE roster SET done_at = $2, undo = $3::text::jsonb WHERE id = $1 AND done_at IS NULL',
    [rosterId, time(at), json(undo)],
  );
  return affected === 1;
}

/** Takes what undoes a roster, once, if that was done after a moment. Once somebody was erased nothing is kept that would bring them back. */
export async function takeUndo(tx: Queryable, rosterId: string, after: Instant, at: Instant): Promise<Undo | null> {
  const { rows: found } = await tx.query(
    `UPDATE roster SET undone_at = $3 WHERE id = $1 AND done_at > $2 AND undone_at IS NULL AND undo ? 'peopleAdded' RETURNING undo`,
    [rosterId, time(after), time(at)],
  );
  return (found[0] as { undo: Undo } | undefined)?.undo ?? null;
}
