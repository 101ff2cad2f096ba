import sharp from 'sharp';
import { fileType } from '@/core/formats/file-type';
import type { Instant } from '@/core/ids';
import type { Database, Queryable } from '@/store/database';
import { keepFile } from '@/store/files';
import type { Person } from '@/store/people';
import { keepPictureOwner } from '@/store/text-pictures';
import { fileResponse } from './file-response';
import { filesFolder } from './kite';

export const LARGEST_PICTURE = 20 * 1024 * 1024;
const MOST_PIXELS = 100_000_000;
/** A picture in a text need not be wider than this. */
const WIDEST = 2000;

export type KeptPicture =
  | { readonly ok: true; readonly address: string }
  | { readonly ok: false; readonly code: 'too-large' | 'not-a-picture' | 'picture-too-large' };

/**
 * Takes a picture into a text: turned the right way up, made no larger than a page needs, and freed of whatever else
 * the file carried (where it was taken, by whom).
 */
export async function keepTextPicture(
  db: Database,
  person: Person,
  bytes: Uint8Array,
  now: Instant,
): Promise<KeptPicture> {
  if (bytes.length > LARGEST_PICTURE) return { ok: false, code: 'too-large' };
  const { type } = fileType(bytes);
  if (!/^image\/(png|jpeg|gif|webp)$/.test(type)) return { ok: false, code: 'not-a-picture' };
  try {
    const { width = 0, height = 0 } = await sharp(bytes, { limitInputPixels: false }).metadata();
    if (width * height > MOST_PIXELS) return { ok: false, code: 'picture-too-large' };
    const moving = type === 'image/gif' || type === 'image/webp';
    const made = sharp(bytes, { animated: moving, limitInputPixels: MOST_PIXELS * 4 })
      .rotate()
      .resize({ width: WIDEST, withoutEnlargement: true });
    const kept = new Uint8Array(await (type === 'image/jpeg' ? made.jpeg({ quality: 88 }) : made).toBuffer());
    const sha256 = await db.transaction(async (tx) => {
      const sum = await keepFile(tx, filesFolder(), { bytes: kept, type, at: now });
      await keepPictureOwner(tx, sum, person.id);
      return sum;
    });
    return { ok: true, address: `/api/text-pictures/${sha256}` };
  } catch {
    return { ok: false, code: 'not-a-picture' };
  }
}

/** The bytes of a picture of a text. The caller has decided that they may be seen. */
export const textPicture = (db: Queryable, sha256: string, request: Request): Promise<Response> =>
  fileResponse(db, { sha256, name: 'picture', download: false }, request);
