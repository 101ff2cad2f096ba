import { z } from 'zod';
import type { AssignmentId, ClassId, Instant, PersonId, PostId, StepId, TalkId } from '@/core/ids';
import { TALK_NAMES } from '@/core/kinds/talk';
import type { Doc } from '@/core/text/nodes';
import { id, instant, maybeInstant, textDocument } from './columns';
import { first, json, made, type Queryable, row, rows, time } from './database';
import { isFor } from './given';
import { isTimed } from './talks';

/** A post that is to be kept. */
export interface NewPost {
  readonly id: PostId;
  readonly talkId: TalkId;
  readonly authorId: PersonId;
  readonly rootId: PostId | null;
  readonly toId: PostId | null;
  readonly act: string;
  readonly sending: string | null;
  readonly doc: Doc;
  readonly words: string;
  readonly pictures: readonly string[];
  readonly files: readonly { readonly sha256: string; readonly name: string }[];
  readonly at: Instant;
}

/** Adds a post to a talk that is held. @returns its number; `null` where the same act has added one before */
export async function addPost(tx: Queryable, post: NewPost): Promise<number | null> {
  const added = await first(
    tx,
    z.object({ number: z.number() }),
    `WITH known AS (SELECT 1 FROM post WHERE author_id = $3 AND act = $6),
     counted AS (UPDATE talk SET posts = posts + 1, last_at = $10 WHERE id = $2 AND NOT EXISTS (SELECT 1 FROM known) RETURNING posts)
     INSERT INTO post (id, talk_id, number, author_id, root_id, to_id, act, sending, body, words, at)
     SELECT $1, $2, posts, $3, $4, $5, $6, $7, $8::text::jsonb, $9, $10 FROM counted RETURNING number`,
    [
      post.id,
      post.talkId,
      post.authorId,
      post.rootId,
      post.toId,
      post.act,
      post.sending,
      json(post.doc),
      post.words,
      time(post.at),
    ],
  );
  if (!added) return null;
  if (post.files.length > 0)
    await tx.query(
      `INSERT INTO post_file (post_id, position, name, file_sha256)
       SELECT $1, f.n - 1, f.name, f.sha256 FROM unnest($2::text[], $3::text[]) WITH ORDINALITY AS f (name, sha256, n)`,
      [post.id, post.files.map(({ name }) => name), post.files.map(({ sha256 }) => sha256)],
    );
  await keepPostPictures(tx, post.id, post.pictures);
  return added.number;
}

async function keepPostPictures(tx: Queryable, postId: PostId, pictures: readonly string[]): Promise<void> {
  if (pictures.length === 0) return;
  await tx.query('INSERT INTO post_picture (post_id, sha256) SELECT $1, unnest($2::text[]) ON CONFLICT DO NOTHING', [
    postId,
    pictures,
  ]);
}

/** Gives a post other words. */
export async function mendPost(
  tx: Queryable,
  post: { id: PostId; doc: Doc; words: string; pictures: readonly string[] },
  at: Instant,
): Promise<void> {
  await tx.query('UPDATE post SET body = $2::text::jsonb, words = $3, edited_at = $4 WHERE id = $1', [
    post.id,
    json(post.doc),
    post.words,
    time(at),
  ]);
  await tx.query('DELETE FROM post_picture WHERE post_id = $1', [post.id]);
  await keepPostPictures(tx, post.id, post.pictures);
}

/** Withdraws a post: its words stay with the school, and nobody reads them any more. */
export async function withdrawPost(
  tx: Queryable,
  postId: PostId,
  by: PersonId,
  reason: string,
  at: Instant,
): Promise<void> {
  await tx.query(
    `UPDATE post SET withdrawn_at = $2, withdrawn_by_id = $3, reason = $4, answer_at = NULL WHERE id = $1 AND withdrawn_at IS NULL`,
    [postId, time(at), by, reason],
  );
}

/** Says which reply is the answer, or that none is. One thread has one answer. */
export async function markAnswer(tx: Queryable, rootId: PostId, replyId: PostId | null, at: Instant): Promise<void> {
  await tx.query('UPDATE post SET answer_at = NULL WHERE root_id = $1 AND answer_at IS NOT NULL', [rootId]);
  if (replyId !== null)
    await tx.query('UPDATE post SET answer_at = $3 WHERE id = $2 AND root_id = $1 AND withdrawn_at IS NULL', [
      rootId,
      replyId,
      time(at),
    ]);
}

export async function closeThread(tx: Queryable, rootId: PostId, at: Instant | null): Promise<void> {
  await tx.query('UPDATE post SET closed_at = $2 WHERE id = $1 AND root_id IS NULL', [rootId, time(at)]);
}

/** Says that somebody asks the same, or no more. */
export async function askToo(tx: Queryable, postId: PostId, personId: PersonId, too: boolean): Promise<void> {
  await tx.query(
    too
      ? 'INSERT INTO asked_too (post_id, person_id) VALUES ($1, $2) ON CONFLICT DO NOTHING'
      : 'DELETE FROM asked_too WHERE post_id = $1 AND person_id = $2',
    [postId, personId],
  );
}

/** Who hears of an answer to a question: who asked it, and who asks the same. */
export const askersOf = (rootId: PostId) =>
  made(
    rows(
      z.object({ person_id: id<PersonId>() }),
      `SELECT author_id AS person_id FROM post WHERE id = $1 UNION SELECT person_id FROM asked_too WHERE post_id = $1`,
      [rootId],
    ),
    (found) => found.map(({ person_id }) => person_id),
  );

const answered = z.object({
  id: id<PostId>(),
  root_id: id<PostId>().nullable(),
  author_id: id<PersonId>(),
  at: instant,
  withdrawn: z.boolean(),
  thread_closed: z.boolean(),
});

/** The post that somebody added by an act; `null` where there is none. */
export const postOfAct = (authorId: PersonId, act: string) =>
  made(
    row(z.object({ id: id<PostId>() }), 'SELECT id FROM post WHERE author_id = $1 AND act = $2', [authorId, act]),
    (found) => found?.id ?? null,
  );

/** A post of a talk that is held, as whoever answers or changes it has to know it. */
export const postIn = (tx: Queryable, talkId: TalkId, postId: PostId) =>
  first(
    tx,
    answered,
    `SELECT p.id, p.root_id, p.author_id, p.at, p.withdrawn_at IS NOT NULL AS withdrawn,
       coalesce(r.closed_at, p.closed_at) IS NOT NULL AS thread_closed
     FROM post p LEFT JOIN post r ON r.id = p.root_id WHERE p.talk_id = $1 AND p.id = $2`,
    [talkId, postId],
  );

const attachment = z.object({ name: z.string(), size: z.number(), type: z.string() });

const post = z.object({
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
const CALLED = `CASE WHEN m.role = 'student' THEN w.short_name ELSE w.name END`;

/** A post as a reader has it: `reader` is an expression that names them. What was withdrawn has no words. */
const columns = (p: string, reader: string) => `${p}.id, ${p}.talk_id, ${p}.number, ${p}.to_id, ${p}.author_id,
  ${CALLED} AS author, m.role, CASE WHEN ${p}.withdrawn_at IS NULL THEN ${p}.body END AS body, ${p}.at, ${p}.edited_at,
  ${p}.withdrawn_at IS NOT NULL AS withdrawn, coalesce(${p}.withdrawn_by_id <> ${p}.author_id, false) AS by_teacher,
  ${p}.answer_at IS NOT NULL AS is_answer,
  EXISTS (SELECT 1 FROM report o WHERE o.post_id = ${p}.id AND o.by_id = ${reader}) AS reported,
  coalesce((SELECT jsonb_agg(jsonb_build_object('name', f.name, 'size', b.size, 'type', b.type) ORDER BY f.position)
    FROM post_file f JOIN file b ON b.sha256 = f.file_sha256 WHERE f.post_id = ${p}.id AND ${p}.withdrawn_at IS NULL), '[]') AS files`;
const writer = (p: string, classId: string) =>
  `JOIN person w ON w.id = ${p}.author_id LEFT JOIN membership m ON m.class_id = ${classId} AND m.person_id = w.id`;

const thread = post.extend({
  assignment_id: id<AssignmentId>().nullable(),
  assignment: z.string().nullable(),
  closed: z.boolean(),
  replies: z.number(),
  askers: z.number(),
  mine_too: z.boolean(),
  unread: z.boolean(),
  newest: z.number(),
  answer: post.nullable(),
});
export type StoredThread = z.output<typeof thread>;

/** Which threads of a class's floors are wanted. */
export interface Wanted {
  readonly classId: ClassId;
  readonly readerId: PersonId;
  /** Those of one assignment; of the class itself for `class`; all for `null`. */
  readonly about: AssignmentId | 'class' | null;
  /** Only what began before this moment, for the page after another. */
  readonly before: Instant | null;
  readonly most: number;
  readonly now: Instant;
}

/** In SQL: does a floor exist for a reader? Its assignment is posted and for them, or they teach. */
const SEEN = `(t.assignment_id IS NULL OR EXISTS (SELECT 1 FROM membership x WHERE x.class_id = t.class_id AND x.person_id = $2
    AND (x.role = 'teacher' OR (a.posted_at <= $6 AND ${isFor('a', '$2')}))))`;

/** Up to which post of a talk `t` the reader `$2` has read. */
const READ_TO = 'coalesce((SELECT max(r.number) FROM talk_read r WHERE r.talk_id = t.id AND r.person_id = $2), 0)';

/** What is shown of a thread besides its first post: `p` is that post, `t` its talk, `a` its assignment, `$2` who reads. */
const THREAD = `${columns('p', '$2')}, t.assignment_id, a.title AS assignment, p.closed_at IS NOT NULL AS closed,
  (SELECT count(*)::int FROM post r WHERE r.root_id = p.id AND r.withdrawn_at IS NULL) AS replies,
  (SELECT count(*)::int FROM asked_too k WHERE k.post_id = p.id) AS askers,
  EXISTS (SELECT 1 FROM asked_too k WHERE k.post_id = p.id AND k.person_id = $2) AS mine_too, t.posts AS newest,
  (p.author_id <> $2 AND p.withdrawn_at IS NULL AND p.number > ${READ_TO}) OR EXISTS (SELECT 1 FROM post n WHERE n.root_id = p.id
    AND n.author_id <> $2 AND n.withdrawn_at IS NULL AND n.number > ${READ_TO}) AS unread,
  (SELECT to_jsonb(g) FROM (SELECT ${columns('y', '$2')} FROM post y ${writer('y', 't.class_id')}
    WHERE y.root_id = p.id AND y.answer_at IS NOT NULL) g) AS answer`;

/** The threads of the floors of a class, the newest first, each with its answer where one is marked. */
export const threadsOf = ({ classId, readerId, about, before, most, now }: Wanted) =>
  rows(
    thread,
    // Chosen first: what is shown of each costs more than to find it.
    `WITH chosen AS MATERIALIZED (SELECT p.id FROM talk t JOIN post p ON p.talk_id = t.id AND p.root_id IS NULL
       LEFT JOIN assignment a ON a.id = t.assignment_id
       WHERE t.kind = 'floor' AND t.class_id = $1 AND ${SEEN}
         AND CASE WHEN $3::text IS NULL THEN true WHEN $3 = 'class' THEN t.assignment_id IS NULL ELSE t.assignment_id = $3 END
         AND ($4::timestamptz IS NULL OR p.at < $4)
         AND (p.withdrawn_at IS NULL OR EXISTS (SELECT 1 FROM post r WHERE r.root_id = p.id))
       ORDER BY p.at DESC, p.id LIMIT $5)
     SELECT ${THREAD} FROM chosen h JOIN post p ON p.id = h.id JOIN talk t ON t.id = p.talk_id
     LEFT JOIN assignment a ON a.id = t.assignment_id ${writer('p', 't.class_id')} ORDER BY p.at DESC, p.id`,
    [classId, readerId, about, time(before), most, time(now)],
  );

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
  to: z.object({ id: id<PostId>(), person: id<PersonId>(), doc: textDocument.nullable() }).nullable(),
});

/** What somebody said in a discussion, in order, each with what it answers as that stands now. */
export const ownPosts = (talkId: string, personId: PersonId) =>
  rows(
    own,
    `SELECT p.id, p.number, p.at, p.body AS doc, CASE WHEN o.id IS NOT NULL THEN jsonb_build_object('id', o.id, 'person', o.author_id,
       'doc', CASE WHEN o.withdrawn_at IS NULL THEN o.body END) END AS "to"
     FROM post p LEFT JOIN post o ON o.id = p.to_id WHERE p.talk_id = $1 AND p.author_id = $2 AND p.withdrawn_at IS NULL ORDER BY p.number`,
    [talkId, personId],
  );

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

const topic = z.object({ id: id<AssignmentId>(), title: z.string(), instructions: textDocument.nullable() });
export type FloorTopic = z.output<typeof topic>;

/** The assignments of a class about which something was said openly, and one that is named, as a reader may know them. */
export const floorTopics = (classId: ClassId, readerId: PersonId, named: string | null, now: Instant) =>
  rows(
    topic,
    `SELECT a.id, a.title, a.instructions FROM talk t JOIN assignment a ON a.id = t.assignment_id
     WHERE t.kind = 'floor' AND t.class_id = $1 AND (t.posts > 0 OR a.id = $3) AND ${SEEN.replaceAll('$6', '$4')}
     ORDER BY t.last_at DESC NULLS LAST, a.id LIMIT 40`,
    [classId, readerId, named, time(now)],
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

/** How many posts on the floor of an assignment somebody has not read; 0 while they sit at something timed. */
export const unreadOn = (assignmentId: AssignmentId, readerId: PersonId) =>
  made(
    row(
      z.object({ n: z.number() }),
      `SELECT count(*)::int AS n FROM talk t JOIN post p ON p.talk_id = t.id
       WHERE t.assignment_id = $1 AND t.kind = 'floor' AND p.author_id <> $2 AND p.withdrawn_at IS NULL AND NOT ${isTimed('$2')}
         AND p.number > coalesce((SELECT max(r.number) FROM talk_read r WHERE r.talk_id = t.id AND r.person_id = $2), 0)`,
      [assignmentId, readerId],
    ),
    (found) => found?.n ?? 0,
  );

/** Questions on the floors of a class that share most with some words, the likest first. */
export const likeQuestions = (classId: ClassId, readerId: PersonId, words: string, most: number, now: Instant) =>
  rows(
    z.object({ id: id<PostId>(), words: z.string(), assignment: z.string().nullable(), answered: z.boolean() }),
    `SELECT p.id, left(p.words, 200) AS words, a.title AS assignment,
       EXISTS (SELECT 1 FROM post r WHERE r.root_id = p.id AND r.withdrawn_at IS NULL) AS answered
     FROM talk t JOIN post p ON p.talk_id = t.id AND p.root_id IS NULL AND p.withdrawn_at IS NULL
     LEFT JOIN assignment a ON a.id = t.assignment_id
     WHERE t.kind = 'floor' AND t.class_id = $1 AND ${SEEN.replaceAll('$6', '$5')}
       AND similarity(folded(p.words), folded($3)) > 0.3
     ORDER BY similarity(folded(p.words), folded($3)) DESC, p.at DESC LIMIT $4`,
    [classId, readerId, words, most, time(now)],
  );

/** Questions on the floors of somebody's classes with some words in them, as they are compared; the newest first. */
export const questionsSaying = (readerId: PersonId, folded: string, most: number, now: Instant) =>
  rows(
    z.object({
      id: id<PostId>(),
      words: z.string(),
      class_id: id<ClassId>(),
      class: z.string(),
      weave: z.string(),
      assignment_id: id<AssignmentId>().nullable(),
    }),
    `SELECT p.id, left(p.words, 120) AS words, c.id AS class_id, c.name AS class, c.weave, t.assignment_id
     FROM post p JOIN talk t ON t.id = p.talk_id AND t.kind = 'floor' JOIN class c ON c.id = t.class_id
     LEFT JOIN assignment a ON a.id = t.assignment_id
     WHERE folded(p.words) LIKE '%' || $1 || '%' AND p.root_id IS NULL AND p.withdrawn_at IS NULL AND NOT ${isTimed('$2')}
       AND t.class_id IN (SELECT class_id FROM membership WHERE person_id = $2) AND ${SEEN.replaceAll('$6', '$4')}
     ORDER BY p.at DESC LIMIT $3`,
    [folded.replace(/[\\%_]/g, (sign) => `\\${sign}`), readerId, most, time(now)],
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

const waiting = z.object({ class_id: id<ClassId>(), class: z.string(), n: z.number(), oldest: instant });

/** Questions on the floors of a teacher's running classes to which no teacher has said anything yet, by class. */
export const waitingOnFloors = (teacherId: PersonId, since: Instant) =>
  rows(
    waiting,
    `SELECT c.id AS class_id, c.name AS class, count(*)::int AS n, min(p.at) AS oldest
     FROM membership m JOIN class c ON c.id = m.class_id AND c.ended_at IS NULL
     JOIN talk t ON t.class_id = c.id AND t.kind = 'floor'
     JOIN post p ON p.talk_id = t.id AND p.root_id IS NULL AND p.withdrawn_at IS NULL AND p.closed_at IS NULL AND p.at > $2
     JOIN membership s ON s.class_id = c.id AND s.person_id = p.author_id AND s.role = 'student'
     WHERE m.person_id = $1 AND m.role = 'teacher' AND NOT EXISTS (SELECT 1 FROM post r
       LEFT JOIN membership o ON o.class_id = c.id AND o.person_id = r.author_id
       WHERE r.root_id = p.id AND r.withdrawn_at IS NULL AND (r.answer_at IS NOT NULL OR o.role = 'teacher'))
     GROUP BY c.id, c.name ORDER BY min(p.at)`,
    [teacherId, time(since)],
  );

/** How much on the open floors of a class somebody has not read; 0 while they sit at something timed. */
export const unreadInClass = (classId: ClassId, readerId: PersonId, now: Instant) =>
  made(
    row(
      z.object({ n: z.number() }),
      `SELECT count(*)::int AS n FROM talk t LEFT JOIN assignment a ON a.id = t.assignment_id JOIN post p ON p.talk_id = t.id
         AND p.author_id <> $2 AND p.withdrawn_at IS NULL
         AND p.number > coalesce((SELECT max(r.number) FROM talk_read r WHERE r.talk_id = t.id AND r.person_id = $2), 0)
       WHERE t.kind = 'floor' AND t.class_id = $1 AND NOT ${isTimed('$2')} AND ${SEEN.replaceAll('$6', '$3')}`,
      [classId, readerId, time(now)],
    ),
    (found) => found?.n ?? 0,
  );
