import { z } from 'zod';
import type { PersonId, PostId, TalkId } from '@/core/ids';
import { id, instant, maybeInstant, textDocument } from './columns';
import { isFor } from './given';

const attachment = z.object({ name: z.string(), size: z.number(), type: z.string() });

export const post = z.object({
  id: id<PostId>(),
  talk_id: id<TalkId>(),
  number: z.number(),
  to_id: id<PostId>().nullable(),
  author_id: id<PersonId>(),
  author: z.string(),
  role: z.enum(['student', 'teacher']).nullable(),
  body: textDocument.nullable(),
  at: instant,
  edited_at: maybeInstant,
  withdrawn: z.boolean(),
  by_teacher: z.boolean(),
  is_answer: z.boolean(),
  reported: z.boolean(),
  files: z.array(attachment),
});
export type StoredPost = z.output<typeof post>;

/** How somebody is called where a class reads: a teacher by the whole name, a student by the short one. */
export const CALLED = `CASE WHEN m.role = 'student' THEN w.short_name ELSE w.name END`;

/** A post as a reader has it: `reader` is an expression that names them. What was withdrawn has no words. */
export const columns = (p: string, reader: string) => `${p}.id, ${p}.talk_id, ${p}.number, ${p}.to_id, ${p}.author_id,
  ${CALLED} AS author, m.role, CASE WHEN ${p}.withdrawn_at IS NULL THEN ${p}.body END AS body, ${p}.at, ${p}.edited_at,
  ${p}.withdrawn_at IS NOT NULL AS withdrawn, coalesce(${p}.withdrawn_by_id <> ${p}.author_id, false) AS by_teacher,
  ${p}.answer_at IS NOT NULL AS is_answer,
  EXISTS (SELECT 1 FROM report o WHERE o.post_id = ${p}.id AND o.by_id = ${reader}) AS reported,
  coalesce((SELECT jsonb_agg(jsonb_build_object('name', f.name, 'size', b.size, 'type', b.type) ORDER BY f.position)
    FROM post_file f JOIN file b ON b.sha256 = f.file_sha256 WHERE f.post_id = ${p}.id AND ${p}.withdrawn_at IS NULL), '[]') AS files`;
/** Joins who wrote a post, with their place in a class. */
export const writer = (p: string, classId: string) =>
  `JOIN person w ON w.id = ${p}.author_id LEFT JOIN membership m ON m.class_id = ${classId} AND m.person_id = w.id`;

/** In SQL: does a floor exist for a reader? Its assignment is posted and for them, or they teach. */
export const SEEN = `(t.assignment_id IS NULL OR EXISTS (SELECT 1 FROM membership x WHERE x.class_id = t.class_id AND x.person_id = $2
    AND (x.role = 'teacher' OR (a.posted_at <= $6 AND ${isFor('a', '$2')}))))`;

/** Up to which post of a talk `t` the reader `$2` has read. */
export const READ_TO =
  'coalesce((SELECT max(r.number) FROM talk_read r WHERE r.talk_id = t.id AND r.person_id = $2), 0)';
