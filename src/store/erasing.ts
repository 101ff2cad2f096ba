import { z } from 'zod';
import type { Instant, PersonId } from '@/core/ids';
import { first, type Queryable, time } from './database';

/** What has to stay of somebody, counted: it was handed in or said to a class, and stands in what others did. */
const stays = z.object({ handIns: z.number(), attempts: z.number(), set: z.number() });
export type Stays = z.output<typeof stays>;

/** What would stay of somebody if they were erased. */
export const staysOf = async (db: Queryable, personId: PersonId): Promise<Stays> =>
  (await first(
    db,
    stays,
    `SELECT (SELECT count(*)::int FROM hand_in WHERE student_id = $1) AS "handIns",
       (SELECT count(*)::int FROM attempt WHERE student_id = $1) AS attempts,
       (SELECT count(*)::int FROM event WHERE actor_id = $1 AND kind = 'posted') AS set`,
    [personId],
  )) ?? { handIns: 0, attempts: 0, set: 0 };

/** Documents of theirs that nobody else has a part in: neither handed in nor answered in. */
const OWN = `SELECT d.id FROM document d WHERE d.owner_id = $1
  AND NOT EXISTS (SELECT FROM hand_in_piece p WHERE p.document_id = d.id)
  AND NOT EXISTS (SELECT FROM attempt a WHERE a.document_id = d.id) AND d.role <> 'draft'`;

/** In this order: what hangs on something goes before it. */
const GOES: readonly string[] = [
  'DELETE FROM session WHERE person_id = $1',
  'DELETE FROM slip WHERE person_id = $1',
  'DELETE FROM reset_code WHERE person_id = $1',
  'DELETE FROM familiar_address WHERE person_id = $1',
  'DELETE FROM own_word WHERE person_id = $1',
  'DELETE FROM kept_remark WHERE teacher_id = $1',
  'DELETE FROM bank WHERE owner_id = $1',
  'DELETE FROM put_off WHERE person_id = $1',
  'DELETE FROM step_place WHERE person_id = $1',
  'DELETE FROM place WHERE person_id = $1',
  'DELETE FROM news_read WHERE person_id = $1',
  'DELETE FROM join_attempt WHERE person_id = $1',
  'DELETE FROM measured WHERE student_id = $1',
  'DELETE FROM used WHERE person_id = $1',
  'DELETE FROM upload WHERE owner_id = $1',
  'DELETE FROM loose_file WHERE owner_id = $1',
  // Quiet words were for them and their teachers alone.
  'DELETE FROM aside_attachment WHERE message_id IN (SELECT id FROM aside_message WHERE student_id = $1)',
  'DELETE FROM aside_message WHERE student_id = $1',
  'DELETE FROM aside_read WHERE student_id = $1 OR reader_id = $1',
  'DELETE FROM half_written WHERE person_id = $1',
  'DELETE FROM talk_read WHERE person_id = $1',
  'DELETE FROM asked_too WHERE person_id = $1',
  'DELETE FROM paused WHERE person_id = $1',
  // What they said stands in what others answered: that it was there stays, and none of its words.
  'DELETE FROM post_file WHERE post_id IN (SELECT id FROM post WHERE author_id = $1)',
  'DELETE FROM post_picture WHERE post_id IN (SELECT id FROM post WHERE author_id = $1)',
  `UPDATE report SET body = '{"type": "doc"}' WHERE post_id IN (SELECT id FROM post WHERE author_id = $1)`,
  `UPDATE post SET body = '{"type": "doc"}', words = '', withdrawn_at = coalesce(withdrawn_at, now()),
     withdrawn_by_id = coalesce(withdrawn_by_id, author_id), answer_at = NULL WHERE author_id = $1`,
  'DELETE FROM piece WHERE owner_id = $1',
  'DELETE FROM membership WHERE person_id = $1',
  `DELETE FROM document_update WHERE document_id IN (SELECT id FROM document WHERE owner_id = $1 AND role <> 'draft')`,
  `DELETE FROM document_version WHERE document_id IN (SELECT id FROM document WHERE owner_id = $1 AND role <> 'draft')`,
  `DELETE FROM late_answer WHERE document_id IN (${OWN})`,
  `DELETE FROM document_load WHERE document_id IN (${OWN})`,
  `DELETE FROM document WHERE id IN (${OWN})`,
  `UPDATE office_act SET data = '{}' WHERE person_id = $1 AND data <> '{}'`,
  // The lines of rosters that were done named them, and are needed no more.
  `UPDATE roster SET files = coalesce((SELECT jsonb_agg(f || '{"lines": []}') FROM jsonb_array_elements(files) f), '[]'),
     mended = '[]', undo = jsonb_build_object('counts', undo->'counts') WHERE done_at IS NOT NULL AND $1::text <> ''`,
];

/** Takes everything away that is kept of somebody, but for what has to stay: that stands under no name from then on. */
export async function erase(tx: Queryable, personId: PersonId, at: Instant): Promise<void> {
  for (const sql of GOES) await tx.query(sql, [personId]);
  await tx.query(
    `UPDATE person SET name = '—', short_name = '—', family = '', user_name = 'erased ' || id, password_hash = '', office = false,
       role = CASE role WHEN 'office' THEN 'teacher' ELSE role END, locale = NULL, reading = NULL, spelling = DEFAULT, hours = NULL,
       source_id = NULL, signed_in_at = NULL, came_at = NULL, erased_at = $2 WHERE id = $1`,
    [personId, time(at)],
  );
}
