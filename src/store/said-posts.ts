import { z } from 'zod';
import type { AssignmentId, PersonId, PostId, TalkId } from '@/core/ids';
import { TALK_NAMES } from '@/core/kinds/talk';
import { id, instant, textDocument } from './columns';
import { first, made, type Queryable, row, rows } from './database';
import { isFor } from './given';
import { CALLED, columns, post, writer } from './post-columns';
import { isTimed } from './talks';

const told = post.extend({
  root_id: id<PostId>().nullable(),
  assignment_id: id<AssignmentId>().nullable(),
  assignment: z.string().nullable(),
  readers: z.array(z.string()),
});

/** What was just added to a talk of a class, once for all who read it now, with who they are. */
export const addedPost = (postId: PostId) =>
  row(
    told,
    `SELECT ${columns('p', 'p.author_id')}, p.root_id, t.assignment_id, a.title AS assignment,
       coalesce((SELECT array_agg(x.person_id) FROM membership x WHERE x.class_id = t.class_id AND (x.role = 'teacher'
         OR ((t.assignment_id IS NULL OR ${isFor('a', 'x.person_id')}) AND NOT ${isTimed('x.person_id')}))), '{}') AS readers
     FROM post p JOIN talk t ON t.id = p.talk_id LEFT JOIN assignment a ON a.id = t.assignment_id ${writer('p', 't.class_id')}
     WHERE p.id = $1`,
    [postId],
  );

/** The replies of a thread, a window of them: those before a number, the newest of these, oldest first. */
export const repliesOf = (rootId: PostId, readerId: PersonId, before: number | null, most: number) =>
  made(
    rows(
      post,
      `SELECT ${columns('p', '$2')} FROM post p JOIN talk t ON t.id = p.talk_id ${writer('p', 't.class_id')}
       WHERE p.root_id = $1 AND ($3::int IS NULL OR p.number < $3) ORDER BY p.number DESC LIMIT $4`,
      [rootId, readerId, before, most],
    ),
    (found) => found.reverse(),
  );

/** The posts of a talk without threads, a window of them. */
export const postsOf = (talkId: TalkId, readerId: PersonId, before: number | null, most: number) =>
  made(
    rows(
      post,
      `SELECT ${columns('p', '$2')} FROM post p JOIN talk t ON t.id = p.talk_id ${writer('p', 't.class_id')}
       WHERE p.talk_id = $1 AND ($3::int IS NULL OR p.number < $3) ORDER BY p.number DESC LIMIT $4`,
      [talkId, readerId, before, most],
    ),
    (found) => found.reverse(),
  );

/** One file of a post that stands; `null` when there is none. */
export const findPostFile = (db: Queryable, postId: string, position: number) =>
  first(
    db,
    z.object({ name: z.string(), sha256: z.string(), type: z.string(), size: z.number() }),
    `SELECT f.name, f.file_sha256 AS sha256, b.type, b.size FROM post_file f JOIN post p ON p.id = f.post_id
     JOIN file b ON b.sha256 = f.file_sha256
     WHERE f.post_id = $1 AND f.position = $2 AND p.withdrawn_at IS NULL`,
    [postId, position],
  );

/** Does a picture stand in something that somebody reads? */
export async function standsInPostFor(db: Queryable, sha256: string, personId: PersonId): Promise<boolean> {
  const { rows: found } = await db.query(
    `SELECT 1 FROM post_picture i JOIN post p ON p.id = i.post_id AND p.withdrawn_at IS NULL JOIN talk t ON t.id = p.talk_id
     WHERE i.sha256 = $1 AND (EXISTS (SELECT 1 FROM talk_party y WHERE y.talk_id = t.id AND y.person_id = $2)
       OR (NOT EXISTS (SELECT 1 FROM talk_party y WHERE y.talk_id = t.id)
         AND EXISTS (SELECT 1 FROM membership m WHERE m.class_id = t.class_id AND m.person_id = $2))) LIMIT 1`,
    [sha256, personId],
  );
  return found.length > 0;
}

const away = z.object({
  talk_id: id<TalkId>(),
  kind: z.enum(TALK_NAMES),
  class: z.string(),
  title: z.string(),
  with: z.string().nullable(),
  root_id: id<PostId>().nullable(),
  author: z.string(),
  /** Who said it, where a discussion calls them by letters: whoever takes it away is not told. */
  hidden: id<PersonId>().nullable(),
  at: instant,
  body: textDocument.nullable(),
  files: z.array(z.string()),
});
export type PostAway = z.output<typeof away>;

/** Everything that somebody takes away of what was said: their messages whole, and of the floors the threads in which they said something. */
export const postsAway = (personId: PersonId) =>
  rows(
    away,
    `SELECT t.id AS talk_id, t.kind, c.name AS class, coalesce(a.title, t.title) AS title,
       (SELECT min(o.name) FROM talk_party y JOIN person o ON o.id = y.person_id WHERE y.talk_id = t.id AND y.person_id <> $1) AS "with",
       p.root_id, ${CALLED} AS author, p.at,
       CASE WHEN m.role = 'student' AND p.author_id <> $1 AND d.settings ->> 'pseudonyms' = 'true' THEN p.author_id END AS hidden, CASE WHEN p.withdrawn_at IS NULL THEN p.body END AS body,
       coalesce((SELECT array_agg(f.name ORDER BY f.position) FROM post_file f WHERE f.post_id = p.id AND p.withdrawn_at IS NULL), '{}') AS files
     FROM post p JOIN talk t ON t.id = p.talk_id JOIN class c ON c.id = t.class_id ${writer('p', 't.class_id')}
     LEFT JOIN assignment a ON a.id = t.assignment_id LEFT JOIN step d ON d.id = t.step_id
     WHERE EXISTS (SELECT 1 FROM talk_party y WHERE y.talk_id = t.id AND y.person_id = $1)
       OR (NOT EXISTS (SELECT 1 FROM talk_party y WHERE y.talk_id = t.id) AND coalesce(p.root_id, p.id) IN
         (SELECT coalesce(o.root_id, o.id) FROM post o WHERE o.author_id = $1))
     ORDER BY t.kind DESC, t.last_at DESC, t.id, coalesce((SELECT r.number FROM post r WHERE r.id = p.root_id), p.number), p.number`,
    [personId],
  );
