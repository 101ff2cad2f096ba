import { z } from 'zod';
import type { AssignmentId, Instant, PersonId } from '@/core/ids';
import { id, instant } from './columns';
import { many, type Queryable, time } from './database';

/** One exchange: the assignment and the student whose work it is about. */
export interface AsideOf {
  readonly assignmentId: AssignmentId;
  readonly studentId: PersonId;
}

/** The messages of an aside, oldest first, each with whether the reader has had it on the screen. */
export const asideMessages = (db: Queryable, { assignmentId, studentId }: AsideOf, readerId: PersonId) =>
  many(
    db,
    z.object({
      id: z.string(),
      author_id: id<PersonId>(),
      author: z.string(),
      body: z.string(),
      at: instant,
      unread: z.boolean(),
    }),
    `SELECT m.id, m.author_id, p.name AS author, m.body, m.at,
       (m.author_id <> $3 AND (r.at IS NULL OR m.at > r.at)) AS unread
     FROM aside_message m JOIN person p ON p.id = m.author_id
     LEFT JOIN aside_read r ON r.assignment_id = m.assignment_id AND r.student_id = m.student_id AND r.reader_id = $3
     WHERE m.assignment_id = $1 AND m.student_id = $2 ORDER BY m.at, m.id`,
    [assignmentId, studentId, readerId],
  );

/** Adds a message once, however often its act is sent. False when it was there already. */
export async function addAsideMessage(
  tx: Queryable,
  message: AsideOf & { id: string; authorId: PersonId; act: string; body: string; at: Instant },
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
  return affected === 1;
}

export async function markAsideRead(tx: Queryable, aside: AsideOf, readerId: PersonId, at: Instant): Promise<void> {
  await tx.query(
    `INSERT INTO aside_read (assignment_id, student_id, reader_id, at) VALUES ($1, $2, $3, $4)
     ON CONFLICT (assignment_id, student_id, reader_id) DO UPDATE SET at = greatest(aside_read.at, $4)`,
    [aside.assignmentId, aside.studentId, readerId, time(at)],
  );
}
