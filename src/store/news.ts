import { z } from 'zod';
import type { AssignmentId, ClassId, Instant, PersonId } from '@/core/ids';
import { newsTo, OWN_NEWS } from '@/core/kinds/event';
import { bigNumber, eventName, id, instant, maybeInstant } from './columns';
import { made, type Queryable, rows, time } from './database';
import { isFor } from './given';

/** One thing that is new to somebody. */
const news = z.object({
  id: bigNumber,
  kind: eventName,
  at: instant,
  class_id: id<ClassId>(),
  class_name: z.string(),
  weave: z.string(),
  assignment_id: id<AssignmentId>().nullable(),
  material_id: z.string().nullable(),
  announcement_id: z.string().nullable(),
  student_id: id<PersonId>().nullable(),
  student: z.string().nullable(),
  title: z.string(),
  another_go: z.boolean(),
  earned: z.number().nullable(),
  points: z.number().nullable(),
  /** When the work is due for this person; `null` for what has no due time, or none of their own. */
  due_at: maybeInstant,
  unread: z.boolean(),
});

export type News = z.output<typeof news>;

/** So many things are looked at; what is older has been overtaken by newer ones. */
export const MOST_NEWS = 100;

const COLUMNS = 'e.id, e.kind, e.at, e.class_id, e.assignment_id, e.student_id, e.actor_id, e.data';

/** What is posted later does not exist for students yet, whatever has happened about it. */
const IS_OUT = `e.at <= $3
  AND NOT EXISTS (SELECT 1 FROM assignment o WHERE o.id = e.assignment_id
    AND (o.posted_at > $3 OR (e.kind <> 'excused' AND NOT ${isFor('o', '$1')})))
  AND NOT EXISTS (SELECT 1 FROM material o WHERE o.id = e.data->>'material' AND o.posted_at > $3)
  AND NOT EXISTS (SELECT 1 FROM announcement o WHERE o.id = e.data->>'announcement' AND o.posted_at > $3)`;

/**
 * The events that concern a person and came after one, which is named by an expression in SQL, newest first, each branch
 * bounded and read along an index of its own, so that old events cost nothing: `$1` the person, `$2` how many, `$3` now.
 * Which kinds of event are news to whom is for the core to say: `$4` to the student, `$5` to the teachers, `$6` also to
 * whoever did it, `$7` to the class.
 */
const concerns = (after: string) => `
  (SELECT ${COLUMNS} FROM event e WHERE e.student_id = $1 AND e.kind = ANY($4)
     AND (e.actor_id IS DISTINCT FROM $1 OR e.kind = ANY($6)) AND e.id > ${after} AND ${IS_OUT} ORDER BY e.id DESC LIMIT $2)
  UNION ALL
  (SELECT n.* FROM membership m CROSS JOIN LATERAL (
     SELECT ${COLUMNS} FROM event e WHERE e.class_id = m.class_id AND e.student_id IS NULL AND e.kind = ANY($7)
       AND e.actor_id IS DISTINCT FROM $1
       AND e.id > ${after} AND ${IS_OUT} ORDER BY e.id DESC LIMIT $2) n
   WHERE m.person_id = $1 AND m.role = 'student')
  UNION ALL
  (SELECT n.* FROM membership m CROSS JOIN LATERAL (
     SELECT ${COLUMNS} FROM event e WHERE e.class_id = m.class_id AND e.student_id IS NOT NULL AND e.kind = ANY($5)
       AND e.actor_id IS DISTINCT FROM $1 AND e.id > ${after} ORDER BY e.id DESC LIMIT $2) n
   WHERE m.person_id = $1 AND m.role = 'teacher')`;

/** What is new to a person, newest first, read and unread. */
export const newsFor = (personId: PersonId, most: number, now: Instant) =>
  rows(
    news,
    `WITH mine AS (SELECT * FROM (${concerns('0')}) c ORDER BY id DESC LIMIT $2)
     SELECT e.id, e.kind, e.at, e.class_id, c.name AS class_name, c.weave, e.assignment_id,
       e.data->>'material' AS material_id, e.data->>'announcement' AS announcement_id, e.student_id, s.name AS student,
       coalesce(a.title, t.title, n.title, '') AS title, a.points,
       coalesce((e.data->>'anotherGo')::boolean, false) AS another_go, b.earned - b.lost_late AS earned,
       a.due_at + x.minutes * interval '1 minute' AS due_at,
       (e.id > p.news_from AND r.event_id IS NULL) AS unread
     FROM mine e JOIN class c ON c.id = e.class_id JOIN person p ON p.id = $1
     LEFT JOIN assignment a ON a.id = e.assignment_id
     LEFT JOIN material t ON t.id = e.data->>'material'
     LEFT JOIN announcement n ON n.id = e.data->>'announcement'
     LEFT JOIN person s ON s.id = e.student_id
     LEFT JOIN LATERAL (SELECT earned, lost_late FROM hand_back k WHERE k.hand_in_id = e.data->>'handIn'
       ORDER BY k.at DESC LIMIT 1) b ON e.kind IN ('handed-back', 'amended')
     LEFT JOIN extra_time x ON x.assignment_id = e.assignment_id AND x.student_id = $1
     LEFT JOIN news_read r ON r.person_id = $1 AND r.event_id = e.id
     ORDER BY e.id DESC`,
    [personId, most, time(now), ...KINDS],
  );

/** So much is marked as read at once. */
const MOST_READ = 1000;
/** No act takes longer than this from its number to its end, in milliseconds. */
const ON_ITS_WAY = 10 * 60_000;

const KINDS = [newsTo('student'), newsTo('teachers'), OWN_NEWS, newsTo('class')];

const idRow = z.object({ id: bigNumber });

/** The ids of what a person has not read yet, newest first, up to `MOST_NEWS`. */
export const unreadIds = (personId: PersonId, now: Instant) =>
  made(
    rows(
      idRow,
      `SELECT c.id FROM (${concerns('(SELECT news_from FROM person WHERE id = $1)')}) c
       LEFT JOIN news_read r ON r.person_id = $1 AND r.event_id = c.id
       WHERE r.event_id IS NULL ORDER BY c.id DESC LIMIT $2`,
      [personId, MOST_NEWS, time(now), ...KINDS],
    ),
    (found) => found.map((one) => one.id),
  );

/** What has been read, by any of: events, everything of an assignment, material or announcement, or all up to an event. */
export interface ReadNews {
  readonly events?: readonly number[];
  readonly upTo?: number;
  readonly assignment?: string;
  readonly material?: string;
}

/** Notes what a person has read. A thing read twice is read once. */
export async function markNewsRead(tx: Queryable, personId: PersonId, read: ReadNews, now: Instant): Promise<void> {
  if (read.events && read.events.length > 0) {
    await tx.query(
      `INSERT INTO news_read (person_id, event_id)
       SELECT $1, e.id FROM event e WHERE e.id = ANY($2) ON CONFLICT DO NOTHING`,
      [personId, read.events],
    );
  }
  if (read.assignment !== undefined || read.material !== undefined) {
    await tx.query(
      `INSERT INTO news_read (person_id, event_id)
       SELECT p.id, e.id FROM person p JOIN membership m ON m.person_id = p.id JOIN event e ON e.class_id = m.class_id
       WHERE p.id = $1 AND e.id > p.news_from AND (e.student_id IS NULL OR e.student_id = $1)
         AND (e.assignment_id = $2 OR e.data->>'material' = $3) ON CONFLICT DO NOTHING`,
      [personId, read.assignment ?? null, read.material ?? null],
    );
  }
  if (read.upTo !== undefined) {
    await tx.query(
      `INSERT INTO news_read (person_id, event_id)
       SELECT $1, c.id FROM (${concerns('(SELECT news_from FROM person WHERE id = $1)')}) c WHERE c.id <= $8
       ON CONFLICT DO NOTHING`,
      [personId, MOST_READ, time(now), ...KINDS, read.upTo],
    );
    // What is older than the mark counts as read, so the mark stays before whatever is not out yet, and before what may
    // still be on its way from another connection: numbers are given out before they are seen.
    await tx.query(
      `UPDATE person SET news_from = greatest(news_from, least($2::bigint,
         (SELECT min(id) - 1 FROM event WHERE at > $3))) WHERE id = $1`,
      [personId, read.upTo, time(now - ON_ITS_WAY)],
    );
    await tx.query(
      'DELETE FROM news_read r USING person p WHERE p.id = $1 AND r.person_id = $1 AND r.event_id <= p.news_from',
      [personId],
    );
  }
}
