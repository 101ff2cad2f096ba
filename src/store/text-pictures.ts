import { z } from 'zod';
import type { PersonId } from '@/core/ids';
import { id } from './columns';
import { many, type Queryable } from './database';

/** Notes that somebody has put a picture into a text. */
export async function keepPictureOwner(tx: Queryable, sha256: string, ownerId: PersonId): Promise<void> {
  await tx.query('INSERT INTO text_picture (sha256, owner_id) VALUES ($1, $2) ON CONFLICT DO NOTHING', [
    sha256,
    ownerId,
  ]);
}

/** Who has put a picture into a text. */
export const pictureOwners = async (db: Queryable, sha256: string): Promise<readonly PersonId[]> =>
  (
    await many(db, z.object({ owner_id: id<PersonId>() }), 'SELECT owner_id FROM text_picture WHERE sha256 = $1', [
      sha256,
    ])
  ).map(({ owner_id }) => owner_id);
