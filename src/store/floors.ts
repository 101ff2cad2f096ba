import { z } from 'zod';
import type { AssignmentId, ClassId, Instant, PersonId, PostId } from '@/core/ids';
import { id, instant, textDocument } from './columns';
import { made, row, rows, time } from './database';
import { columns, post, READ_TO, SEEN, writer } from './post-columns';
import { isTimed } from './talks';

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
