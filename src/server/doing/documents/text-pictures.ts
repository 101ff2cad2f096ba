import { rm } from 'node:fs/promises';
import type { Instant } from '@/core/ids';
import type { Spooled } from '@/server/http/spool';
import { filesFolder } from '@/server/kite';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { workshop } from '@/server/workshop';
import type { Database } from '@/store/database';
import { adoptFile } from '@/store/files';
import type { Person } from '@/store/people';
import { keepPictureOwner } from '@/store/text-pictures';
import type { MadePicture } from '@/workshop/pictures';

export const LARGEST_PICTURE = 20 * 1024 * 1024;

export type KeptPicture =
  | { readonly ok: true; readonly address: string; readonly width: number; readonly height: number }
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
  return { ok: true, address: `/api/text-pictures/${made.sha256}`, width: made.width, height: made.height };
}
