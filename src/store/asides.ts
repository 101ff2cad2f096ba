import { z } from 'zod';
import type { AssignmentId, Instant, PersonId } from '@/core/ids';
import { bigNumber, id, instant, maybeInstant } from './columns';
import { first, many, type Queryable, rows, time } from './database';

/** One exchange: the assignment and the student whose work it is about. */
export interface AsideOf {
  readonly assignmentId: AssignmentId;
  readonly studentId: PersonId;
}

const attachment = z.object({ name: z.string(), size: z.number(), type: z.string() });

/** The messages of an aside, oldest first, each with whether the reader has had it on the screen. What was withdrawn has no words. */
export const asideMessages = ({ assignmentId, studentId }: AsideOf, readerId: PersonId) =>
  rows(
    z.object({
      id: z.string(),
      author_id: id<PersonId>(),
      author: z.string(),
      body: z.string(),
      at: instant,
      edited_at: maybeInstant,
      withdrawn_at: maybeInstant,
      files: z.array(attachment),
      unread: z.boolean(),
      seen: z.boolean(),
    }),
    `SELECT m.id, m.author_id, p.name AS author, CASE WHEN m.withdrawn_at IS NULL THEN m.body ELSE '' END AS body, m.at,
       m.edited_at, m.withdrawn_at,
       coalesce((SELECT jsonb_agg(jsonb_build_object('name', f.name, 'size', b.size, 'type', b.type) ORDER BY f.position)
         FROM aside_attachment f JOIN file b ON b.sha256 = f.file_sha256
         WHERE f.message_id = m.id AND m.withdrawn_at IS NULL), '[]') AS files,
       (m.author_id <> $3 AND (r.at IS NULL OR m.at > r.at)) AS unread,
       EXISTS (SELECT 1 FROM aside_read o WHERE o.assignment_id = m.assignment_id AND o.student_id = m.student_id
         AND o.reader_id <> m.author_id AND o.at >= m.at
         AND (m.author_id = m.student_id OR o.reader_id = m.student_id)) AS seen
     FROM aside_message m JOIN person p ON p.id = m.author_id
     LEFT JOIN aside_read r ON r.assignment_id = m.assignment_id AND r.student_id = m.student_id AND r.reader_id = $3
     WHERE m.assignment_id = $1 AND m.student_id = $2 ORDER BY m.at, m.id`,
    [assignmentId, studentId, readerId],
  );

/** Adds a message once, however often its act is sent. False when it was there already. */
export async function addAsideMessage(
  tx: Queryable,
  message: AsideOf & {
    id: string;
    authorId: PersonId;
    act: string;
    body: string;
    at: Instant;
    files: readonly { readonly sha256: string; readonly name: string }[];
  },
): Promise<boolean> {
  const { affected } = await tx.query(
    `INSERT INTO aside_message (id, assignment_id, student_id, author_id, act, body, at)
     VALUES ($1, $2, $3, $4, $5, $6, $7) ON CONFLICT (author_id, act) DO NOTHING`,
    [
      message.id,
      message.assignmentId,
      message.studentId,
      message.authorId,
      message.act,
      message.body,
      time(message.at),
    ],
  );
  if (affected !== 1) return false;
  for (const [position, file] of message.files.entries()) {
    await tx.query('INSERT INTO aside_attachment (message_id, position, name, file_sha256) VALUES ($1, $2, $3, $4)', [
      message.id,
      position,
      file.name,
      file.sha256,
    ]);
  }
  return true;
}

const stored = z.object({
  id: z.string(),
  assignment_id: id<AssignmentId>(),
  student_id: id<PersonId>(),
  author_id: id<PersonId>(),
  body: z.string(),
  at: instant,
  withdrawn_at: maybeInstant,
});

export const findAsideMessage = (db: Queryable, messageId: string) =>
  first(
    db,
    stored,
    'SELECT id, assignment_id, student_id, author_id, body, at, withdrawn_at FROM aside_message WHERE id = $1',
    [messageId],
  );

export async function changeAsideMessage(tx: Queryable, messageId: string, body: string, at: Instant): Promise<void> {
  await tx.query('UPDATE aside_message SET body = $2, edited_at = $3 WHERE id = $1', [messageId, body, time(at)]);
}

export async function withdrawAsideMessage(tx: Queryable, messageId: string, at: Instant): Promise<void> {
  await tx.query('UPDATE aside_message SET withdrawn_at = $2 WHERE id = $1 AND withdrawn_at IS NULL', [
    messageId,
    time(at),
  ]);
}

/** One file of a message that stands; `null` when there is none. */
export const findAttachment = (db: Queryable, messageId: string, position: number) =>
  first(
    db,
    z.object({ name: z.string(), sha256: z.string() }),
    `SELECT f.name, f.file_sha256 AS sha256 FROM aside_attachment f JOIN aside_message m ON m.id = f.message_id
     WHERE f.message_id = $1 AND f.position = $2 AND m.withdrawn_at IS NULL`,
    [messageId, position],
  );

export async function markAsideRead(tx: Queryable, aside: AsideOf, readerId: PersonId, at: Instant): Promise<void> {
  await tx.query(
    `INSERT INTO aside_read (assignment_id, student_id, reader_id, at) VALUES ($1, $2, $3, $4)
     ON CONFLICT (assignment_id, student_id, reader_id) DO UPDATE SET at = greatest(aside_read.at, $4)`,
    [aside.assignmentId, aside.studentId, readerId, time(at)],
  );
}

/** Every aside in a teacher's running classes: the last words of each, and how many messages the teacher has not seen. */
export const asidesOfTeacher = (db: Queryable, teacherId: PersonId) =>
  many(
    db,
    z.object({
      assignment_id: id<AssignmentId>(),
      assignment: z.string(),
      unnamed: z.boolean(),
      class_id: z.string(),
      class: z.string(),
      weave: z.string(),
      student_id: id<PersonId>(),
      student: z.string(),
      last_author_id: id<PersonId>(),
      last_author: z.string(),
      body: z.string(),
      at: instant,
      unread: bigNumber,
    }),
    `SELECT a.id AS assignment_id, a.title AS assignment, a.unnamed, c.id AS class_id, c.name AS class, c.weave,
       s.id AS student_id, s.name AS student, l.author_id AS last_author_id, w.name AS last_author,
       CASE WHEN l.withdrawn_at IS NULL THEN l.body ELSE '' END AS body, l.at,
       (SELECT count(*) FROM aside_message m WHERE m.assignment_id = l.assignment_id AND m.student_id = l.student_id
          AND m.author_id <> $1 AND m.withdrawn_at IS NULL AND m.at > coalesce((SELECT r.at FROM aside_read r
          WHERE r.assignment_id = l.assignment_id AND r.student_id = l.student_id AND r.reader_id = $1), '-infinity')) AS unread
     FROM (SELECT DISTINCT ON (m.assignment_id, m.student_id) m.* FROM aside_message m
             JOIN assignment a ON a.id = m.assignment_id
             JOIN membership t ON t.class_id = a.class_id AND t.person_id = $1 AND t.role = 'teacher'
           ORDER BY m.assignment_id, m.student_id, m.at DESC) l
     JOIN assignment a ON a.id = l.assignment_id JOIN class c ON c.id = a.class_id AND c.ended_at IS NULL
     JOIN person s ON s.id = l.student_id JOIN person w ON w.id = l.author_id
     ORDER BY l.at DESC LIMIT 500`,
    [teacherId],
  );
