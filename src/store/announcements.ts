import { z } from 'zod';
import type { ClassId, Instant, PersonId } from '@/core/ids';
import type { AnnouncementDraft } from '@/core/setting/class-things';
import { id, instant, maybeInstant } from './columns';
import { type Queryable, row, rows, time } from './database';
import { RUNNING } from './setting';

/** Hangs materials on an announcement, in order, in the place of whatever hung on it. */
async function hang(tx: Queryable, announcementId: string, materials: readonly string[]): Promise<void> {
  await tx.query('DELETE FROM announcement_attachment WHERE announcement_id = $1', [announcementId]);
  if (materials.length > 0)
    await tx.query(
      `INSERT INTO announcement_attachment (announcement_id, position, material_id)
       SELECT $1, g.position, g.material FROM unnest($2::text[]) WITH ORDINALITY AS g (material, position)`,
      [announcementId, materials],
    );
}

/** Adds an announcement with what hangs on it. @returns false where the class is over */
export async function addAnnouncement(
  tx: Queryable,
  added: {
    readonly id: string;
    readonly classId: ClassId;
    readonly authorId: PersonId;
    readonly draft: AnnouncementDraft;
    /** From when on the class reads it. */
    readonly postedAt: Instant;
  },
  at: Instant,
): Promise<boolean> {
  const { title, body, unit, attachments } = added.draft;
  const { affected } = await tx.query(
    `INSERT INTO announcement (id, class_id, unit_id, author_id, title, body, posted_at)
     SELECT $1, c.id, $3, $4, $5, $6, $7 FROM ${RUNNING('$2', '$8')} c`,
    [added.id, added.classId, unit, added.authorId, title, body, time(added.postedAt), time(at)],
  );
  if (affected === 1) await hang(tx, added.id, attachments);
  return affected === 1;
}

/** An announcement of a class; `null` where it has none of that name. */
export const findAnnouncement = (announcementId: string, classId: ClassId) =>
  row(
    z.object({ id: z.string(), class_id: id<ClassId>(), posted_at: instant }),
    'SELECT id, class_id, posted_at FROM announcement WHERE id = $1 AND class_id = $2 FOR NO KEY UPDATE',
    [announcementId, classId],
  );

/** Mends an announcement, where it stands: what it said before is kept. */
export async function mendAnnouncement(
  tx: Queryable,
  mended: {
    readonly id: string;
    readonly by: PersonId;
    readonly draft: AnnouncementDraft;
    readonly postedAt: Instant;
    /** Has the class read it already? */
    readonly isOut: boolean;
  },
  at: Instant,
): Promise<void> {
  const { title, body, attachments } = mended.draft;
  if (mended.isOut)
    await tx.query(
      `INSERT INTO announcement_before (announcement_id, until, by_id, title, body)
       SELECT id, $2, $3, title, body FROM announcement WHERE id = $1`,
      [mended.id, time(at), mended.by],
    );
  await tx.query(
    `UPDATE announcement SET title = $2, body = $3, posted_at = $4,
       mended_at = CASE WHEN $5::boolean THEN $6::timestamptz ELSE mended_at END WHERE id = $1`,
    [mended.id, title, body, time(mended.postedAt), mended.isOut, time(at)],
  );
  await hang(tx, mended.id, attachments);
}

/** The announcements of a class, the newest first. */
export const announcementsOf = (classId: ClassId) =>
  rows(
    z.object({
      id: z.string(),
      unit_id: z.string().nullable(),
      title: z.string(),
      body: z.string(),
      author: z.string(),
      posted_at: instant,
      mended_at: maybeInstant,
    }),
    `SELECT a.id, a.unit_id, a.title, a.body, p.name AS author, a.posted_at, a.mended_at FROM announcement a
     JOIN person p ON p.id = a.author_id WHERE a.class_id = $1 ORDER BY a.posted_at DESC LIMIT 500`,
    [classId],
  );
