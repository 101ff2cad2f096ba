import { z } from 'zod';
import type { AssignmentId, ClassId, Instant, PersonId, PostId, TalkId } from '@/core/ids';
import { id, instant, maybeInstant } from './columns';
import { made, many, type Queryable, row, rows, time } from './database';
import { isFor } from './given';

const hours = z.array(z.object({ weekday: z.number(), from: z.number(), to: z.number() }));

const shared = z.object({ id: id<ClassId>(), name: z.string(), weave: z.string() });

const partner = z.object({
  id: id<PersonId>(),
  name: z.string(),
  teaches: z.boolean(),
  left: z.boolean(),
  hours,
  classes: z.array(shared),
  talks: z.number(),
  unread: z.number(),
  last: z
    .object({ words: z.string(), at: instant, own: z.boolean(), files: z.boolean(), title: z.string() })
    .nullable(),
});
export type Partner = z.output<typeof partner>;

/** So many people a screen of messages has at most. */
const MOST_PARTNERS = 300;

/**
 * With whom somebody writes or can write: for a student every teacher of their classes, and where the school allows it the others;
 * for a teacher whoever there are messages with. Whoever wrote last comes first, then by name.
 */
export const partnersOf = (personId: PersonId) =>
  rows(
    partner,
    `WITH mine AS (SELECT t.id, t.title, t.last_at, y.person_id AS other FROM talk_party x JOIN talk t ON t.id = x.talk_id
         JOIN talk_party y ON y.talk_id = t.id AND y.person_id <> $1 WHERE x.person_id = $1),
       offered AS (SELECT DISTINCT j.person_id AS other FROM membership i JOIN membership j ON j.class_id = i.class_id AND j.person_id <> $1
         JOIN class k ON k.id = i.class_id AND k.ended_at IS NULL
         WHERE i.person_id = $1 AND i.role = 'student' AND (j.role = 'teacher' OR k.students_write)),
       everybody AS (SELECT other FROM mine UNION SELECT other FROM offered)
     SELECT p.id, p.name, p.left_at IS NOT NULL AS left, p.answers AS hours,
       EXISTS (SELECT 1 FROM membership o JOIN membership m ON m.class_id = o.class_id AND m.person_id = $1
         WHERE o.person_id = p.id AND o.role = 'teacher') AS teaches,
       coalesce((SELECT jsonb_agg(jsonb_build_object('id', k.id, 'name', k.name, 'weave', k.weave) ORDER BY k.name)
         FROM membership i JOIN membership j ON j.class_id = i.class_id JOIN class k ON k.id = i.class_id AND k.ended_at IS NULL
         WHERE i.person_id = $1 AND j.person_id = p.id), '[]') AS classes,
       (SELECT count(*)::int FROM mine n WHERE n.other = p.id) AS talks,
       (SELECT count(*)::int FROM mine n JOIN post o ON o.talk_id = n.id WHERE n.other = p.id AND o.author_id <> $1
         AND o.withdrawn_at IS NULL AND o.number > coalesce((SELECT max(r.number) FROM talk_read r
           WHERE r.talk_id = n.id AND r.person_id = $1), 0)) AS unread,
       (SELECT to_jsonb(g) FROM (SELECT left(CASE WHEN o.withdrawn_at IS NULL THEN o.words ELSE '' END, 200) AS words, o.at,
           o.author_id = $1 AS own, EXISTS (SELECT 1 FROM post_file f WHERE f.post_id = o.id) AS files, n.title
         FROM mine n JOIN post o ON o.talk_id = n.id WHERE n.other = p.id ORDER BY o.at DESC, o.number DESC LIMIT 1) g) AS last
     FROM everybody e JOIN person p ON p.id = e.other
     ORDER BY (SELECT max(n.last_at) FROM mine n WHERE n.other = p.id) DESC NULLS LAST, p.name LIMIT ${MOST_PARTNERS}`,
    [personId],
  );

const between = z.object({
  id: id<TalkId>(),
  title: z.string(),
  assignment_id: id<AssignmentId>().nullable(),
  assignment: z.string().nullable(),
  weave: z.string(),
  due_at: maybeInstant,
  last_at: maybeInstant,
  unread: z.number(),
});
export type TalkBetween = z.output<typeof between>;

/** What two people have written to each other about, what was last first. */
export const talksBetween = (personId: PersonId, otherId: string) =>
  rows(
    between,
    `SELECT t.id, t.title, t.assignment_id, a.title AS assignment, c.weave, a.due_at, t.last_at,
       (SELECT count(*)::int FROM post o WHERE o.talk_id = t.id AND o.author_id <> $1 AND o.withdrawn_at IS NULL
         AND o.number > coalesce((SELECT max(r.number) FROM talk_read r WHERE r.talk_id = t.id AND r.person_id = $1), 0)) AS unread
     FROM talk_party x JOIN talk_party y ON y.talk_id = x.talk_id AND y.person_id = $2 JOIN talk t ON t.id = x.talk_id
     JOIN class c ON c.id = t.class_id LEFT JOIN assignment a ON a.id = t.assignment_id
     WHERE x.person_id = $1 ORDER BY t.last_at DESC NULLS LAST, t.id LIMIT 100`,
    [personId, otherId],
  );

/** Up to which post whoever else takes part in a talk has read, and when. */
export const readMarks = (talkId: TalkId, personId: PersonId) =>
  rows(
    z.object({ number: z.number(), at: instant }),
    'SELECT number, at FROM talk_read WHERE talk_id = $1 AND person_id <> $2 ORDER BY number',
    [talkId, personId],
  );

/** How many messages somebody has not read. */
export const unreadMessages = (personId: PersonId) =>
  made(
    row(
      z.object({ n: z.number() }),
      `SELECT count(*)::int AS n FROM talk_party x JOIN post o ON o.talk_id = x.talk_id AND o.author_id <> $1 AND o.withdrawn_at IS NULL
       WHERE x.person_id = $1 AND o.number > coalesce((SELECT max(r.number) FROM talk_read r
         WHERE r.talk_id = o.talk_id AND r.person_id = $1), 0)`,
      [personId],
    ),
    (found) => found?.n ?? 0,
  );

/** May one person write to another? By what class they know each other; `null` where they may not. */
export const knownBy = (personId: PersonId, otherId: string) =>
  made(
    row(
      z.object({ id: id<ClassId>() }),
      `SELECT k.id FROM membership i JOIN membership j ON j.class_id = i.class_id JOIN class k ON k.id = i.class_id AND k.ended_at IS NULL
       JOIN person p ON p.id = j.person_id AND p.left_at IS NULL
       WHERE i.person_id = $1 AND j.person_id = $2 AND i.person_id <> j.person_id
         AND (i.role = 'teacher' OR j.role = 'teacher' OR k.students_write) ORDER BY k.name, k.id LIMIT 1`,
      [personId, otherId],
    ),
    (found) => found?.id ?? null,
  );

/** The class of an assignment that two people share and that the student of them has, for a message about it; `null` for none. */
export const sharedWork = (assignmentId: string, personId: PersonId, otherId: string, now: Instant) =>
  made(
    row(
      z.object({ class_id: id<ClassId>() }),
      `SELECT a.class_id FROM assignment a JOIN membership i ON i.class_id = a.class_id AND i.person_id = $2
       JOIN membership j ON j.class_id = a.class_id AND j.person_id = $3
       WHERE a.id = $1 AND a.posted_at <= $4 AND (i.role = 'teacher' OR ${isFor('a', '$2')}) AND (j.role = 'teacher' OR ${isFor('a', '$3')})`,
      [assignmentId, personId, otherId, time(now)],
    ),
    (found) => found?.class_id ?? null,
  );

/** Opens a talk between two people, once for one act of whoever begins it. */
export async function openTalk(
  tx: Queryable,
  talk: {
    id: TalkId;
    classId: ClassId;
    assignmentId: AssignmentId | null;
    title: string;
    parties: readonly [PersonId, PersonId];
  },
): Promise<void> {
  await tx.query(
    `INSERT INTO talk (id, kind, class_id, assignment_id, title) VALUES ($1, 'message', $2, $3, $4) ON CONFLICT (id) DO NOTHING`,
    [talk.id, talk.classId, talk.assignmentId, talk.title],
  );
  await tx.query('INSERT INTO talk_party (talk_id, person_id) SELECT $1, unnest($2::text[]) ON CONFLICT DO NOTHING', [
    talk.id,
    talk.parties,
  ]);
}

const sent = z.object({
  key: z.string(),
  talk_id: id<TalkId>(),
  title: z.string(),
  words: z.string(),
  at: instant,
  to: z.array(z.string()),
  to_id: id<PersonId>(),
  of: z.number(),
  read: z.number(),
  read_at: maybeInstant,
  files: z.number(),
});
export type SentMessage = z.output<typeof sent>;

/** What somebody has sent, the newest first: what went to many is one line, with how many have read it. */
export const sentBy = (personId: PersonId, before: Instant | null, most: number) =>
  rows(
    sent,
    `WITH own AS (SELECT o.id, coalesce(o.sending, o.id) AS key, o.talk_id, t.title, o.words, o.at, y.person_id AS to_id, p.name AS to_name,
         (SELECT min(r.at) FROM talk_read r WHERE r.talk_id = o.talk_id AND r.person_id = y.person_id AND r.number >= o.number) AS read_at,
         (SELECT count(*)::int FROM post_file f WHERE f.post_id = o.id) AS files
       FROM post o JOIN talk t ON t.id = o.talk_id AND t.kind = 'message'
       JOIN talk_party y ON y.talk_id = t.id AND y.person_id <> $1 JOIN person p ON p.id = y.person_id
       WHERE o.author_id = $1 AND o.withdrawn_at IS NULL AND ($2::timestamptz IS NULL OR o.at < $2))
     SELECT key, min(talk_id) AS talk_id, min(title) AS title, left(min(words), 200) AS words, min(at) AS at,
       (array_agg(to_name ORDER BY to_name))[1:3] AS "to", min(to_id) AS to_id, count(*)::int AS of,
       count(read_at)::int AS read, min(read_at) AS read_at, max(files) AS files
     FROM own GROUP BY key ORDER BY min(at) DESC, key LIMIT $3`,
    [personId, time(before), most],
  );

export const countSent = (personId: PersonId) =>
  made(
    row(
      z.object({ n: z.number() }),
      `SELECT count(DISTINCT coalesce(o.sending, o.id))::int AS n FROM post o JOIN talk t ON t.id = o.talk_id AND t.kind = 'message'
       WHERE o.author_id = $1 AND o.withdrawn_at IS NULL`,
      [personId],
    ),
    (found) => found?.n ?? 0,
  );

/** Messages of somebody's with some words in them, the newest first. */
export const saidWith = (db: Queryable, personId: PersonId, words: string, most: number) =>
  many(
    db,
    z.object({
      id: id<PostId>(),
      talk_id: id<TalkId>(),
      with_id: id<PersonId>(),
      with: z.string(),
      own: z.boolean(),
      title: z.string(),
      words: z.string(),
      at: instant,
    }),
    `SELECT o.id, o.talk_id, y.person_id AS with_id, p.name AS "with", o.author_id = $1 AS own, t.title, left(o.words, 240) AS words, o.at
     FROM talk_party x JOIN talk t ON t.id = x.talk_id JOIN post o ON o.talk_id = t.id AND o.withdrawn_at IS NULL
     JOIN talk_party y ON y.talk_id = t.id AND y.person_id <> $1 JOIN person p ON p.id = y.person_id
     WHERE x.person_id = $1 AND (folded(o.words) LIKE '%' || $2 || '%' OR folded(t.title) LIKE '%' || $2 || '%')
     ORDER BY o.at DESC LIMIT $3`,
    [personId, words.replace(/[\\%_]/g, (sign) => `\\${sign}`), most],
  );

/** Keeps the hours in which somebody answers. */
export async function keepHours(tx: Queryable, personId: PersonId, said: readonly unknown[]): Promise<void> {
  await tx.query('UPDATE person SET answers = $2::text::jsonb WHERE id = $1', [personId, JSON.stringify(said)]);
}

/** The hours in which somebody answers. */
export const hoursOf = (personId: PersonId) =>
  made(
    row(z.object({ hours }), 'SELECT answers AS hours FROM person WHERE id = $1', [personId]),
    (found) => found?.hours ?? [],
  );

/** Of some people, those who are students of a class. */
export const studentsIn = (classId: ClassId, only: readonly string[] | null) =>
  rows(
    z.object({ id: id<PersonId>(), name: z.string() }),
    `SELECT p.id, p.name FROM membership m JOIN person p ON p.id = m.person_id AND p.left_at IS NULL
     WHERE m.class_id = $1 AND m.role = 'student' AND ($2::text[] IS NULL OR p.id = ANY($2)) ORDER BY p.name`,
    [classId, only],
  );

/** Lets students of a class write to each other, or no more. */
export async function letStudentsWrite(tx: Queryable, classId: ClassId, may: boolean): Promise<void> {
  await tx.query('UPDATE class SET students_write = $2 WHERE id = $1', [classId, may]);
}
