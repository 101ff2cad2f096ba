import { z } from 'zod';
import type { ClassId, Instant, PersonId } from '@/core/ids';
import { id } from './columns';
import { many, type Queryable, time } from './database';

const found = z.object({
  kind: z.enum(['class', 'assignment', 'material', 'announcement', 'document']),
  id: z.string(),
  class_id: id<ClassId>(),
  class_name: z.string(),
  weave: z.string(),
  leads_to: z.string(),
  title: z.string(),
  score: z.number(),
});

export type Found = z.output<typeof found>;

/** How alike two words have to be, as shares of their groups of three letters, to count as a slip of the finger. */
const ALIKE = 0.42;

/**
 * What a person may find, best first: titles that begin so, that have a word that begins so, that hold it
 * anywhere, that are spelt nearly so, and announcements with these words in them.
 */
export async function findFor(
  db: Queryable,
  personId: PersonId,
  words: string,
  now: Instant,
  most: number,
): Promise<Found[]> {
  const asked = words.replace(/[\\%_]/g, (sign) => `\\${sign}`);
  return many(
    db,
    found,
    `WITH asked AS (SELECT folded($2) AS plain, folded($3) AS safe, websearch_to_tsquery('english', $2) AS en,
         websearch_to_tsquery('arabic', $2) AS ar),
       mine AS MATERIALIZED (SELECT array_agg(class_id) AS classes FROM membership WHERE person_id = $1),
       hits AS (
         SELECT f.* FROM asked, findable f WHERE f.folded LIKE '%' || asked.safe || '%'
         UNION SELECT f.* FROM asked, findable f WHERE length(asked.plain) >= 4 AND asked.plain <% f.folded
         UNION SELECT f.* FROM asked, findable f WHERE f.body @@ asked.en OR f.body @@ asked.ar)
     SELECT f.kind, f.id, f.class_id, c.name AS class_name, c.weave, f.leads_to, f.title,
       (CASE WHEN f.folded LIKE asked.safe || '%' THEN 4
             WHEN f.folded LIKE '% ' || asked.safe || '%' THEN 3
             WHEN f.folded LIKE '%' || asked.safe || '%' THEN 2
             WHEN f.body @@ asked.en OR f.body @@ asked.ar THEN 1.5
             ELSE word_similarity(asked.plain, f.folded) END
        + CASE f.kind WHEN 'class' THEN 0.3 WHEN 'assignment' THEN 0.2 WHEN 'document' THEN 0.1 ELSE 0 END)::float8 AS score
     FROM mine, asked, hits f JOIN class c ON c.id = f.class_id
     WHERE f.class_id = ANY(mine.classes) AND (f.owner_id IS NULL OR f.owner_id = $1)
       AND (f.posted_at IS NULL OR f.posted_at <= $4)
     ORDER BY score DESC, f.title, f.id LIMIT $5`,
    [personId, words, asked, time(now), most],
  );
}

/** Sets how alike words have to be, for the connection; called once after opening. */
export async function prepareFind(db: Queryable): Promise<void> {
  await db.query("SELECT set_config('pg_trgm.word_similarity_threshold', $1, false)", [String(ALIKE)]);
}
