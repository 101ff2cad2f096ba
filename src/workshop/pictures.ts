import { createHash, randomUUID } from 'node:crypto';
import { writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import sharp from 'sharp';
import { fileType } from '@/core/formats/file-type';

/** All frames of a picture together: what a good telephone takes, and no more. */
const MOST_PIXELS = 50_000_000;
/** A picture in a text need not be wider than this. */
const WIDEST = 2000;
const THUMB = 320;

sharp.cache(false);
sharp.concurrency(1);

export type PictureProblem = 'not-a-picture' | 'picture-too-large';

/** The pixels of all frames, before any is decoded. */
async function pixelsOf(source: string | Uint8Array): Promise<number> {
  const { width = 0, height = 0, pages = 1, pageHeight } = await sharp(source, { limitInputPixels: false }).metadata();
  return width * (pageHeight ?? height) * pages;
}

export const fitsPixels = async (source: string | Uint8Array): Promise<boolean> =>
  (await pixelsOf(source)) <= MOST_PIXELS;

/** A picture that was made for a text, as it lies on the disk before anybody owns it. */
export interface MadePicture {
  readonly path: string;
  readonly sha256: string;
  readonly type: string;
  readonly size: number;
  /** In pixels, of one frame. */
  readonly width: number;
  readonly height: number;
}

/**
 * Makes a picture for a text: turned the right way up, no larger than a page needs, and freed of whatever else the
 * file carried (where it was taken, by whom).
 *
 * @param folder where what is made may lie until it is taken
 */
export async function makeTextPicture(bytes: Uint8Array, folder: string): Promise<MadePicture | PictureProblem> {
  const { type } = fileType(bytes);
  if (!/^image\/(png|jpeg|gif|webp)$/.test(type)) return 'not-a-picture';
  try {
    if (!(await fitsPixels(bytes))) return 'picture-too-large';
    const moving = type === 'image/gif' || type === 'image/webp';
    const made = sharp(bytes, { animated: moving, limitInputPixels: MOST_PIXELS })
      .rotate()
      .resize({ width: WIDEST, withoutEnlargement: true });
    const { data: kept, info } = await (type === 'image/jpeg' ? made.jpeg({ quality: 88 }) : made).toBuffer({
      resolveWithObject: true,
    });
    const path = join(folder, `picture-${randomUUID()}`);
    await writeFile(path, kept, { flag: 'wx', mode: 0o600 });
    const sha256 = createHash('sha256').update(kept).digest('hex');
    return { path, sha256, type, size: kept.byteLength, width: info.width, height: info.pageHeight ?? info.height };
  } catch {
    return 'not-a-picture';
  }
}

export async function textPicture({ path }: { readonly path: string }): Promise<MadePicture | PictureProblem> {
  const { readFile } = await import('node:fs/promises');
  return makeTextPicture(new Uint8Array(await readFile(path)), dirname(path));
}

/** A small picture of a picture, turned the right way up, as WebP; `null` of what is none. */
export async function thumb({ path }: { readonly path: string }): Promise<Uint8Array | null> {
  try {
    if (!(await fitsPixels(path))) return null;
    const small = sharp(path, { limitInputPixels: MOST_PIXELS })
      .rotate()
      .resize(THUMB, THUMB, { fit: 'inside', withoutEnlargement: true });
    return new Uint8Array(await small.webp({ quality: 80 }).toBuffer());
  } catch {
    return null;
  }
}
