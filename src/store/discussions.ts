import { z } from 'zod';
import type { AssignmentId, Instant, PersonId, PostId, StepId } from '@/core/ids';
import { id, instant, textDocument } from './columns';
import { made, row, rows, time } from './database';
import { CALLED, columns, post, READ_TO, SEEN, writer } from './post-columns';
import { isTimed } from './talks';

/** A post of a discussion: in which thread it stands. */
const discussed = post.extend({ root_id: id<PostId>().nullable(), unread: z.boolean() });
export type DiscussedPost = z.output<typeof discussed>;

/**
 * The posts of a discussion, a window of them: those that began before a number, the newest of these, each with the newest replies to
 * it; in the order in which they were said.
 */
export const discussedPosts = (
  talkId: string,
  readerId: PersonId,
  before: number | null,
  most: { roots: number; replies: number },
) =>
  rows(
    discussed,
    `WITH roots AS (SELECT p.id FROM post p WHERE p.talk_id = $1 AND p.root_id IS NULL AND ($3::int IS NULL OR p.number < $3)
         ORDER BY p.number DESC LIMIT $4),
       chosen AS (SELECT id FROM roots UNION ALL SELECT r.id FROM roots o CROSS JOIN LATERAL
         (SELECT p.id FROM post p WHERE p.root_id = o.id ORDER BY p.number DESC LIMIT $5) r)
     SELECT ${columns('p', '$2')}, p.root_id, p.author_id <> $2 AND p.withdrawn_at IS NULL AND p.number > ${READ_TO} AS unread
     FROM chosen h JOIN post p ON p.id = h.id JOIN talk t ON t.id = p.talk_id ${writer('p', 't.class_id')} ORDER BY p.number`,
    [talkId, readerId, before, most.roots, most.replies],
  );

/** Has somebody said something of their own in a discussion? */
export const saidOwn = (talkId: string, personId: PersonId) =>
  made(
    row(
      z.object({ said: z.boolean() }),
      `SELECT EXISTS (SELECT 1 FROM post WHERE talk_id = $1 AND author_id = $2 AND root_id IS NULL AND withdrawn_at IS NULL) AS said`,
      [talkId, personId],
    ),
    (found) => found?.said ?? false,
  );

/** Everybody who said something in a discussion, each with a hash of them and it: by it they are called where names are not shown. */
export const voicesOf = (talkId: string) =>
  made(
    rows(
      z.object({ person_id: id<PersonId>(), key: z.string() }),
      `SELECT DISTINCT p.author_id AS person_id, md5(p.talk_id || ' ' || p.author_id || ' ' || s.secret) AS key
       FROM post p JOIN membership m ON m.person_id = p.author_id AND m.role = 'student' JOIN talk t ON t.id = p.talk_id AND t.class_id = m.class_id
       CROSS JOIN (SELECT min(id) AS secret FROM post WHERE talk_id = $1) s WHERE p.talk_id = $1`,
      [talkId],
    ),
    (found): ReadonlyMap<string, string> => new Map(found.map(({ person_id, key }) => [person_id, key])),
  );

const own = z.object({
  id: id<PostId>(),
  number: z.number(),
  at: instant,
  doc: textDocument,
  to: z.object({ id: id<PostId>(), person: id<PersonId>(), who: z.string(), doc: textDocument.nullable() }).nullable(),
});

/** What somebody said in a discussion, in order, each with what it answers as that stands now. */
export const ownPosts = (talkId: string, personId: PersonId) =>
  rows(
    own,
    `SELECT p.id, p.number, p.at, p.body AS doc, CASE WHEN o.id IS NOT NULL THEN jsonb_build_object('id', o.id, 'person', o.author_id,
       'who', ${CALLED}, 'doc', CASE WHEN o.withdrawn_at IS NULL THEN o.body END) END AS "to"
     FROM post p JOIN talk t ON t.id = p.talk_id LEFT JOIN post o ON o.id = p.to_id LEFT JOIN person w ON w.id = o.author_id
     LEFT JOIN membership m ON m.class_id = t.class_id AND m.person_id = w.id
     WHERE p.talk_id = $1 AND p.author_id = $2 AND p.withdrawn_at IS NULL ORDER BY p.number`,
    [talkId, personId],
  );

/**
 * What was said in the discussions that somebody reads, with some words in it; the newest first. Whoever has said nothing of their
 * own yet, where that comes first, finds what they would read there.
 */
export const discussedSaying = (readerId: PersonId, folded: string, most: number, now: Instant) =>
  rows(
    z.object({
      id: id<PostId>(),
      words: z.string(),
      class: z.string(),
      weave: z.string(),
      step_id: id<StepId>(),
      assignment_id: id<AssignmentId>(),
      role: z.enum(['student', 'teacher']),
    }),
    `SELECT p.id, left(p.words, 120) AS words, c.name AS class, c.weave, d.id AS step_id, a.id AS assignment_id, me.role
     FROM membership me JOIN class c ON c.id = me.class_id JOIN talk t ON t.class_id = c.id JOIN step d ON d.id = t.step_id
     JOIN assignment a ON a.id = t.assignment_id JOIN post p ON p.talk_id = t.id
     WHERE me.person_id = $2 AND folded(p.words) LIKE '%' || $1 || '%' AND p.withdrawn_at IS NULL AND ${SEEN.replaceAll('$6', '$4')}
       AND (me.role = 'teacher' OR (NOT ${isTimed('$2')}
         AND (t.group_id IS NULL OR EXISTS (SELECT 1 FROM work_group o JOIN work_group g
           ON g.assignment_id = o.assignment_id AND g.number = o.number
           WHERE o.assignment_id = a.id AND o.student_id = $2 AND g.student_id = t.group_id))
         AND (coalesce((d.settings ->> 'ownFirst')::boolean, false) = false OR p.author_id = $2
           OR EXISTS (SELECT 1 FROM membership w WHERE w.class_id = c.id AND w.person_id = p.author_id AND w.role = 'teacher')
           OR EXISTS (SELECT 1 FROM post o WHERE o.talk_id = t.id AND o.author_id = $2 AND o.root_id IS NULL AND o.withdrawn_at IS NULL))))
     ORDER BY p.at DESC LIMIT $3`,
    [folded.replace(/[\\%_]/g, (sign) => `\\${sign}`), readerId, most, time(now)],
  );
