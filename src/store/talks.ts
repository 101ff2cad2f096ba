import { z } from 'zod';
import type { AssignmentId, ClassId, Instant, PersonId, PostId, StepId, TalkId } from '@/core/ids';
import { TALK_NAMES } from '@/core/kinds/talk';
import { id, instant, maybeInstant } from './columns';
import { first, made, type Queryable, row, rows, time } from './database';
import { isFor, isForEach } from './given';

const talk = z.object({
  id: id<TalkId>(),
  kind: z.enum(TALK_NAMES),
  class_id: id<ClassId>(),
  assignment_id: id<AssignmentId>().nullable(),
  step_id: id<StepId>().nullable(),
  /** By whom its group is known; `null` where the whole class talks. */
  group_id: id<PersonId>().nullable(),
  title: z.string(),
  posts: z.number(),
  closed_at: maybeInstant,
});

const COLUMNS = 't.id, t.kind, t.class_id, t.assignment_id, t.step_id, t.group_id, t.title, t.posts, t.closed_at';

export const findTalk = (talkId: string) => row(talk, `SELECT ${COLUMNS} FROM talk t WHERE t.id = $1`, [talkId]);

/** The floor of an assignment, or of a class where none is named. */
export const floorOf = (classId: ClassId, assignmentId: AssignmentId | null) =>
  row(
    talk,
    `SELECT ${COLUMNS} FROM talk t WHERE t.kind = 'floor' AND t.class_id = $1 AND t.assignment_id IS NOT DISTINCT FROM $2`,
    [classId, assignmentId],
  );

/** In SQL: is somebody at something that is timed? `person` is an expression that names them. */
export const isTimed = (person: string): string =>
  `EXISTS (SELECT 1 FROM attempt q WHERE q.student_id = ${person} AND q.runs AND q.terms->>'limit' IS NOT NULL)`;

/** Does somebody sit at something that is timed? */
export const amTimed = (personId: PersonId) =>
  made(
    row(z.object({ timed: z.boolean() }), `SELECT ${isTimed('$1')} AS timed`, [personId]),
    (found) => found?.timed ?? false,
  );

/** Is a talk among students kept from somebody who sits at something timed? */
export async function isKeptFrom(db: Queryable, talkId: string, personId: PersonId): Promise<boolean> {
  const { rows: found } = await db.query(
    `SELECT 1 WHERE ${isTimed('$2')} AND NOT EXISTS (SELECT 1 FROM talk_party y JOIN person p ON p.id = y.person_id
       WHERE y.talk_id = $1 AND p.role <> 'student')`,
    [talkId, personId],
  );
  return found.length > 0;
}

const writing = z.object({
  kind: z.enum(TALK_NAMES),
  class_id: id<ClassId>(),
  assignment_id: id<AssignmentId>().nullable(),
  step_id: id<StepId>().nullable(),
  posts: z.number(),
  role: z.enum(['student', 'teacher']).nullable(),
  over: z.boolean(),
  closed: z.boolean(),
  paused: z.boolean(),
  in_attempt: z.boolean(),
  among_students: z.boolean(),
  parties: z.boolean(),
});

/**
 * Holds a talk until the transaction ends, so that one after the other says something in it, and then reads what decides
 * whether somebody may; `null` where there is no such talk.
 */
export async function holdTalk(tx: Queryable, talkId: TalkId, personId: PersonId) {
  await tx.query('SELECT 1 FROM talk WHERE id = $1 FOR UPDATE', [talkId]);
  return first(
    tx,
    writing,
    `SELECT t.kind, t.class_id, t.assignment_id, t.step_id, t.posts, t.closed_at IS NOT NULL AS closed, ${isTimed('$2')} AS in_attempt,
       h.parties = 0 AND c.ended_at IS NOT NULL AS over,
       CASE WHEN h.parties > 0 THEN CASE WHEN h.own > 0 THEN (SELECT CASE p.role WHEN 'student' THEN 'student' ELSE 'teacher' END
           FROM person p WHERE p.id = $2) END
         ELSE (SELECT m.role FROM membership m WHERE m.class_id = t.class_id AND m.person_id = $2
           AND (m.role = 'teacher' OR t.assignment_id IS NULL OR EXISTS (SELECT 1 FROM assignment a
             WHERE a.id = t.assignment_id AND ${isFor('a', '$2')}))) END AS role,
       h.parties = 0 AND EXISTS (SELECT 1 FROM paused k WHERE k.class_id = t.class_id AND k.person_id = $2) AS paused,
       h.teachers = 0 AS among_students,
       NOT EXISTS (SELECT 1 FROM talk_party y JOIN person p ON p.id = y.person_id WHERE y.talk_id = t.id AND y.person_id <> $2
         AND (p.left_at IS NOT NULL OR NOT EXISTS (SELECT 1 FROM membership o JOIN membership e ON e.class_id = o.class_id
           JOIN class b ON b.id = o.class_id WHERE o.person_id = y.person_id AND e.person_id = $2 AND b.ended_at IS NULL
           AND (o.role = 'teacher' OR e.role = 'teacher' OR b.students_write)))) AS parties
     FROM talk t JOIN class c ON c.id = t.class_id
     CROSS JOIN LATERAL (SELECT count(*) AS parties, count(*) FILTER (WHERE y.person_id = $2) AS own,
       count(*) FILTER (WHERE p.role <> 'student') AS teachers
       FROM talk_party y JOIN person p ON p.id = y.person_id WHERE y.talk_id = t.id) h
     WHERE t.id = $1`,
    [talkId, personId],
  );
}

/** What somebody is in a class, whether they sit at something timed, and how its people are called there. */
export const writingOn = (classId: ClassId, personId: PersonId) =>
  row(
    z.object({
      role: z.enum(['student', 'teacher']).nullable(),
      over: z.boolean(),
      in_attempt: z.boolean(),
      people: z.array(z.string()),
    }),
    `SELECT (SELECT m.role FROM membership m WHERE m.class_id = c.id AND m.person_id = $2) AS role, c.ended_at IS NOT NULL AS over,
       ${isTimed('$2')} AS in_attempt,
       coalesce((SELECT array_agg(p.short_name ORDER BY p.short_name) FROM membership m JOIN person p ON p.id = m.person_id
         WHERE m.class_id = c.id AND m.role = 'student'), '{}') AS people
     FROM class c WHERE c.id = $1`,
    [classId, personId],
  );

/** How many read the floors of a class or an assignment: its students for whom it is, and its teachers, by name. */
export const readersOf = (classId: ClassId, assignmentId: AssignmentId | null) =>
  row(
    z.object({ students: z.number(), teachers: z.array(z.string()) }),
    `SELECT count(*) FILTER (WHERE m.role = 'student' AND ($2::text IS NULL
         OR EXISTS (SELECT 1 FROM assignment a WHERE a.id = $2 AND ${isForEach('a', 'm.person_id')})))::int AS students,
       coalesce(array_agg(p.name ORDER BY p.name) FILTER (WHERE m.role = 'teacher'), '{}') AS teachers
     FROM membership m JOIN person p ON p.id = m.person_id WHERE m.class_id = $1`,
    [classId, assignmentId],
  );

/** Closes a floor, or opens it again. @returns false where that was so already */
export async function closeTalk(tx: Queryable, talkId: TalkId, by: PersonId, at: Instant | null): Promise<boolean> {
  const { affected } = await tx.query(
    `UPDATE talk SET closed_at = $2, closed_by_id = CASE WHEN $2::timestamptz IS NULL THEN NULL ELSE $3 END
     WHERE id = $1 AND (closed_at IS NULL) = ($2::timestamptz IS NOT NULL)`,
    [talkId, time(at), by],
  );
  return affected === 1;
}

/** Notes up to which post somebody has read, where that is further than before. */
export async function markTalkRead(
  tx: Queryable,
  talkId: TalkId,
  personId: PersonId,
  number: number,
  at: Instant,
): Promise<boolean> {
  const { affected } = await tx.query(
    `INSERT INTO talk_read (talk_id, person_id, number, at)
     SELECT t.id, $2, least($3, t.posts), $4 FROM talk t WHERE t.id = $1 AND NOT EXISTS (SELECT 1 FROM talk_read r
       WHERE r.talk_id = t.id AND r.person_id = $2 AND r.number >= least($3, t.posts))
     ON CONFLICT DO NOTHING`,
    [talkId, personId, number, time(at)],
  );
  return affected === 1;
}

/** Pauses somebody in a class, or lets them write again. */
export async function keepPaused(
  tx: Queryable,
  paused: { classId: ClassId; personId: PersonId; by: PersonId; reason: string; at: Instant } | null,
  lifted: { classId: ClassId; personId: PersonId } | null,
): Promise<void> {
  if (paused)
    await tx.query(
      `INSERT INTO paused (class_id, person_id, by_id, reason, at) VALUES ($1, $2, $3, $4, $5) ON CONFLICT DO NOTHING`,
      [paused.classId, paused.personId, paused.by, paused.reason, time(paused.at)],
    );
  if (lifted)
    await tx.query('DELETE FROM paused WHERE class_id = $1 AND person_id = $2', [lifted.classId, lifted.personId]);
}

/** Who is paused in a class, and why. */
export const pausedIn = (classId: ClassId) =>
  rows(
    z.object({ person_id: id<PersonId>(), name: z.string(), reason: z.string(), at: instant }),
    `SELECT k.person_id, p.name, k.reason, k.at FROM paused k JOIN person p ON p.id = k.person_id WHERE k.class_id = $1 ORDER BY p.name`,
    [classId],
  );

/** Opens the discussion of a step, or of a group at it, once. */
export async function openDiscussion(
  tx: Queryable,
  talk: { id: TalkId; classId: ClassId; assignmentId: AssignmentId; stepId: StepId; groupId: PersonId | null },
): Promise<void> {
  await tx.query(
    `INSERT INTO talk (id, kind, class_id, assignment_id, step_id, group_id) VALUES ($1, 'discussion', $2, $3, $4, $5)
     ON CONFLICT DO NOTHING`,
    [talk.id, talk.classId, talk.assignmentId, talk.stepId, talk.groupId],
  );
}

const placeOfPost = z.object({
  id: id<PostId>(),
  talk_id: id<TalkId>(),
  kind: z.enum(TALK_NAMES),
  class_id: id<ClassId>(),
  assignment_id: id<AssignmentId>().nullable(),
  author_id: id<PersonId>(),
  root_id: id<PostId>().nullable(),
  step_id: id<StepId>().nullable(),
});

/** Where a post stands, and who wrote it. */
export const findPost = (postId: string) =>
  row(
    placeOfPost,
    `SELECT p.id, p.talk_id, t.kind, t.class_id, t.assignment_id, t.step_id, p.author_id, p.root_id FROM post p JOIN talk t ON t.id = p.talk_id
     WHERE p.id = $1`,
    [postId],
  );

/** Does somebody take part in a talk that is for its parties alone? */
export async function isParty(db: Queryable, talkId: string, personId: PersonId): Promise<boolean> {
  const { rows: found } = await db.query('SELECT 1 FROM talk_party WHERE talk_id = $1 AND person_id = $2', [
    talkId,
    personId,
  ]);
  return found.length > 0;
}

/** What those who are here are told of a talk: enough to know whom it concerns, nothing of what was said. */
export const toldTalk = z.object({
  talkId: z.string(),
  classId: z.string(),
  /** Those alone who take part in it; `null` where everybody in the class does. */
  parties: z.array(z.string()).nullable(),
  /** What was added, where something was. */
  postId: id<PostId>().nullable(),
});

export const TALK_CHANNEL = 'talk';

/** Tells that something in a talk is other than before, or what was added, when the transaction commits. */
export async function tellTalk(tx: Queryable, talkId: TalkId, added: PostId | null = null): Promise<void> {
  await tx.query(
    `SELECT pg_notify($2, json_build_object('talkId', t.id, 'classId', t.class_id, 'postId', $3::text,
       'parties', (SELECT json_agg(y.person_id) FROM talk_party y WHERE y.talk_id = t.id))::text) FROM talk t WHERE t.id = $1`,
    [talkId, TALK_CHANNEL, added],
  );
}
