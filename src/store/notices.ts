import { z } from 'zod';
import type { Instant, PersonId } from '@/core/ids';
import { instant } from './columns';
import { type Queryable, rows, time } from './database';

const notice = z.object({
  id: z.string(),
  title: z.string(),
  body: z.string(),
  for_role: z.enum(['student', 'teacher']).nullable(),
  posted_at: instant,
  until: instant,
});

export type Notice = z.output<typeof notice>;

/** What the school says now to people of a role; to all of them where none is given. */
export const noticesFor = (role: string | null, now: Instant) =>
  rows(
    notice,
    `SELECT id, title, body, for_role, posted_at, until FROM notice
     WHERE until > $2 AND posted_at <= $2 AND ($1::text IS NULL OR for_role IS NULL OR for_role = $1) ORDER BY posted_at DESC LIMIT 10`,
    [role, time(now)],
  );

export async function addNotice(
  tx: Queryable,
  given: { id: string; by: PersonId; title: string; body: string; forRole: string | null; at: Instant; until: Instant },
): Promise<void> {
  await tx.query(
    `INSERT INTO notice (id, school_id, by_id, title, body, for_role, posted_at, until)
     SELECT $1, id, $2, $3, $4, $5, $6, $7 FROM school`,
    [given.id, given.by, given.title, given.body, given.forRole, time(given.at), time(given.until)],
  );
}

/** Ends a notice before its day. @returns false where it is over already */
export async function endNotice(tx: Queryable, noticeId: string, at: Instant): Promise<boolean> {
  const { affected } = await tx.query('UPDATE notice SET until = $2 WHERE id = $1 AND until > $2', [
    noticeId,
    time(at),
  ]);
  return affected === 1;
}
