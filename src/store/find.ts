import { z } from 'zod';
import { DOCUMENT_ROLES } from '@/core/documents/roles';
import type { AssignmentId, ClassId, Instant, PersonId, StepId } from '@/core/ids';
import { id } from './columns';
import { many, type Queryable, time } from './database';
import { isFor } from './given';

const found = z.object({
  kind: z.enum(['class', 'assignment', 'material', 'announcement', 'document']),
  id: z.string(),
  class_id: id<ClassId>().nullable(),
  class_name: z.string(),
  weave: z.string(),
  /** Of a document: what it is for, and where. */
  role: z.enum(DOCUMENT_ROLES).nullable(),
  assignment_id: id<AssignmentId>().nullable(),
  step_id: id<StepId>().nullable(),
  title: z.string(),
  folded: z.string(),
});

export type Found = z.output<typeof found>;

const escaped = (words: string): string => words.replace(/[\\%_]/g, (sign) => `\\${sign}`);

const COLUMNS = `f.kind, f.id, f.class_id, coalesce(c.name, '') AS class_name, coalesce(c.weave, 'plain') AS weave,
  f.title, f.folded, d.role, d.assignment_id, d.step_id`;
const MINE = `FROM findable f LEFT JOIN class c ON c.id = f.class_id
  LEFT JOIN document d ON f.kind = 'document' AND d.id = f.id
  WHERE (f.class_id IS NULL OR f.class_id IN (SELECT class_id FROM membership WHERE person_id = $1))
    AND (f.owner_id IS NULL OR f.owner_id = $1)
    AND (f.posted_at IS NULL OR f.posted_at <= $2)
    AND (f.kind <> 'assignment' OR EXISTS (SELECT 1 FROM assignment a JOIN membership m ON m.class_id = a.class_id
      WHERE a.id = f.id AND m.person_id = $1 AND CASE m.role WHEN 'teacher' THEN a.withdrawn_at IS NULL ELSE ${isFor('a', '$1')} END))`;

/** Who asks, when, and how many answers are wanted at most. */
export interface Asking {
  readonly personId: PersonId;
  readonly now: Instant;
  readonly most: number;
}

const rows = (db: Queryable, asking: Asking, where: string, params: readonly unknown[]) =>
  many(db, found, `SELECT ${COLUMNS} ${MINE} AND ${where} LIMIT ${Math.floor(asking.most)}`, [
    asking.personId,
    time(asking.now),
    ...params,
  ]);

/** The words that were typed, as they are compared. */
export async function foldedWords(db: Queryable, words: string): Promise<string> {
  const [row] = await many(db, z.object({ folded: z.string() }), 'SELECT folded($1) AS folded', [words]);
  return row?.folded.trim() ?? '';
}

/** Classes whose name holds the words. */
export const classesLike = (db: Queryable, asking: Asking, folded: string) =>
  rows(db, asking, "f.kind = 'class' AND f.folded LIKE $3", [`%${escaped(folded)}%`]);

/** What begins with the words. */
export const beginningWith = (db: Queryable, asking: Asking, folded: string) =>
  rows(db, asking, 'f.folded LIKE $3 ORDER BY f.folded', [`${escaped(folded)}%`]);

/** What has a word that begins with each of the words; with `inside`, or that holds each anywhere. */
export const having = (db: Queryable, asking: Asking, folded: readonly string[], inside: boolean) =>
  rows(
    db,
    asking,
    folded
      .map((_, i) =>
        inside
          ? `f.folded LIKE $${i + 3}`
          : `' ' || f.folded LIKE $${i + 3} AND f.folded LIKE $${i + 3 + folded.length}`,
      )
      .join(' AND '),
    inside
      ? folded.map((word) => `%${escaped(word)}%`)
      : [...folded.map((word) => `% ${escaped(word)}%`), ...folded.map((word) => `%${escaped(word)}%`)],
  );

/** Announcements with these words in them. */
export const saying = (db: Queryable, asking: Asking, words: string) =>
  rows(db, asking, "(f.body @@ websearch_to_tsquery('english', $3) OR f.body @@ websearch_to_tsquery('arabic', $3))", [
    words,
  ]);

/** Is there a title in the person's classes with a word that begins like this? */
export async function isBeginning(db: Queryable, personId: PersonId, word: string): Promise<boolean> {
  const { rows: found } = await db.query(
    `SELECT 1 FROM findable_word WHERE word LIKE $2
       AND class_id IN (SELECT class_id FROM membership WHERE person_id = $1) LIMIT 1`,
    [personId, `${escaped(word)}%`],
  );
  return found.length > 0;
}

/** The words of titles in the person's classes that share most groups of three letters with a word, the likest first. */
export async function wordsLike(db: Queryable, personId: PersonId, word: string, most: number): Promise<string[]> {
  const like = await many(
    db,
    z.object({ word: z.string() }),
    `SELECT word FROM findable_word WHERE word % $2 AND class_id IN (SELECT class_id FROM membership WHERE person_id = $1)
     GROUP BY word ORDER BY similarity(word, $2) DESC, word LIMIT $3`,
    [personId, word, most],
  );
  return like.map((row) => row.word);
}

/** Sets from how alike two words count as like, for the connection; called once after opening. A swap of two letters keeps about a quarter. */
export async function prepareFind(db: Queryable): Promise<void> {
  await db.query("SELECT set_config('pg_trgm.similarity_threshold', '0.24', false)");
}
