import type { PersonId } from '@/core/ids';
import { fileResponse } from '@/server/http/file-response';
import type { Queryable } from '@/store/database';
import { standsInPostFor } from '@/store/said-posts';
import { isSetFor, pictureOwners } from '@/store/text-pictures';
import { teaches } from '@/store/work';

/**
 * May somebody see a picture of a text: its owner, who teaches the owner, whoever it is set for, and whoever reads the post in which it stands? Asked for each picture wherever texts
 * are shown, exported, printed or archived: who only knows a fingerprint has not seen the picture.
 */
export async function maySeePicture(db: Queryable, personId: PersonId, sha256: string): Promise<boolean> {
  for (const owner of await pictureOwners(db, sha256)) {
    if (owner === personId || (await teaches(db, personId, owner))) return true;
  }
  return (await isSetFor(db, sha256, personId)) || standsInPostFor(db, sha256, personId);
}

/** The bytes of a picture of a text. The caller has decided that they may be seen. */
export const textPicture = (db: Queryable, sha256: string, request: Request): Promise<Response> =>
  fileResponse(db, { sha256, name: 'picture', download: false }, request);
