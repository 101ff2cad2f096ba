import { rm } from 'node:fs/promises';
import type { Instant, PersonId } from '@/core/ids';
import { fileResponse } from '@/server/http/file-response';
import type { Spooled } from '@/server/http/spool';
import { filesFolder } from '@/server/kite';
import { workshop } from '@/server/workshop';
import type { Database, Queryable } from '@/store/database';
import { adoptFile } from '@/store/files';
import type { Person } from '@/store/people';
import { keepPictureOwner, pictureOwners } from '@/store/text-pictures';
import { teaches } from '@/store/work';
import type { MadePicture } from '@/workshop/pictures';
import type { Unread } from './stored-documents';

export const LARGEST_PICTURE = 20 * 1024 * 1024;

export type KeptPicture =
  | { readonly ok: true; readonly address: string }
  | { readonly ok: false; readonly code: 'too-large' | 'not-a-picture' | 'picture-too-large' }
  | Unread;

/** Makes pictures that the workshop has prepared a person's own. */
export const takePictures = (
  db: Database,
  person: Person,
  pictures: readonly MadePicture[],
  now: Instant,
): Promise<void> =>
  db.transaction(async (tx) => {
    for (const picture of pictures) {
      await adoptFile(tx, filesFolder(), { ...picture, at: now });
      await keepPictureOwner(tx, picture.sha256, person.id);
    }
  });

/** Takes a picture into a text. */
export async function keepTextPicture(
  db: Database,
  person: Person,
  file: Spooled | null,
  now: Instant,
): Promise<KeptPicture> {
  if (!file) return { ok: false, code: 'too-large' };
  const done = await workshop().do(person.id, 'textPicture', { path: file.path });
  if (!done.ok) return done;
  const made = done.made;
  if (typeof made === 'string') return { ok: false, code: made };
  try {
    await takePictures(db, person, [made], now);
  } finally {
    await rm(made.path, { force: true });
  }
  return { ok: true, address: `/api/text-pictures/${made.sha256}` };
}

/**
 * May somebody see a picture of a text: its owner, and who teaches the owner? Asked for each picture wherever texts
 * are shown, exported, printed or archived: who only knows a fingerprint has not seen the picture.
 */
export async function maySeePicture(db: Queryable, personId: PersonId, sha256: string): Promise<boolean> {
  for (const owner of await pictureOwners(db, sha256)) {
    if (owner === personId || (await teaches(db, personId, owner))) return true;
  }
  return false;
}

/** The bytes of a picture of a text. The caller has decided that they may be seen. */
export const textPicture = (db: Queryable, sha256: string, request: Request): Promise<Response> =>
  fileResponse(db, { sha256, name: 'picture', download: false }, request);
