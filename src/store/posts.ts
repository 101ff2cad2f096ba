import { z } from 'zod';
import type { Instant, PersonId, PostId, TalkId } from '@/core/ids';
import type { Doc } from '@/core/text/nodes';
import { id, instant } from './columns';
import { first, json, made, type Queryable, row, rows, time } from './database';

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
