import { z } from 'zod';
import type { ClassId, PersonId } from '@/core/ids';
import { id } from './columns';
import { many, type Queryable } from './database';

/** Notes that somebody has put a picture into a text. */
export async function keepPictureOwner(tx: Queryable, sha256: string, ownerId: PersonId): Promise<void> {
  await tx.query('INSERT INTO text_picture (sha256, owner_id) VALUES ($1, $2) ON CONFLICT DO NOTHING', [
    sha256,
    ownerId,
  ]);
}

/** Notes that pictures stand in what is set in a class: its members may see them. */
export async function keepSetPictures(tx: Queryable, classId: ClassId, sha256s: readonly string[]): Promise<void> {
  if (sha256s.length === 0) return;
  await tx.query('INSERT INTO set_picture (class_id, sha256) SELECT $1, unnest($2::text[]) ON CONFLICT DO NOTHING', [
    classId,
    sha256s,
  ]);
}

/** Does a picture stand in what is set in a class of somebody's? */
export async function isSetFor(db: Queryable, sha256: string, personId: PersonId): Promise<boolean> {
  const { rows } = await db.query(
    `SELECT 1 FROM set_picture s JOIN membership m ON m.class_id = s.class_id
     WHERE s.sha256 = $1 AND m.person_id = $2 LIMIT 1`,
    [sha256, personId],
  );
  return rows.length > 0;
}

/** Who has put a picture into a text. */
export const pictureOwners = async (db: Queryable, sha256: string): Promise<readonly PersonId[]> =>
  (
    await many(db, z.object({ owner_id: id<PersonId>() }), 'SELECT owner_id FROM text_picture WHERE sha256 = $1', [
      sha256,
    ])
  ).map(({ owner_id }) => owner_id);
