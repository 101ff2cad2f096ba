import { cleanName } from '@/core/formats/file-name';
import { fileType, nameLies } from '@/core/formats/file-type';
import type { Instant } from '@/core/ids';
import { fingerprint } from '@/server/fingerprint';
import type { Spooled } from '@/server/http/spool';
import { filesFolder } from '@/server/kite';
import type { Database } from '@/store/database';
import { adoptFile, keepLooseFile } from '@/store/files';
import type { Person } from '@/store/people';

/** The most bytes that something said with a message or with marks may have. */
export const LARGEST_LOOSE = 20 * 1024 * 1024;

export type KeptLoose =
  | { readonly ok: true; readonly sha256: string; readonly name: string; readonly type: string }
  | { readonly ok: false; readonly code: 'too-large' | 'empty' | 'name-lies' | 'not-a-sound' };

/** Takes a file that will go with a message, or a recording that will go with marks. What a file is, its bytes say. */
export async function keepLoose(
  db: Database,
  person: Person,
  given: { readonly file: Spooled | null; readonly name: string; readonly only: 'sound' | null },
  now: Instant,
): Promise<KeptLoose> {
  const { file } = given;
  if (!file) return { ok: false, code: 'too-large' };
  if (file.size === 0) return { ok: false, code: 'empty' };
  const { sha256, start } = await fingerprint(file.path);
  const found = fileType(start).type;
  // A recording of a browser is a film without pictures: its container says video.
  const type = given.only === 'sound' ? found.replace(/^video\/(webm|mp4)$/, 'audio/$1') : found;
  if (given.only === 'sound' && !type.startsWith('audio/')) return { ok: false, code: 'not-a-sound' };
  const name = cleanName(given.name) || 'file';
  if (given.only === null && nameLies(name, type)) return { ok: false, code: 'name-lies' };
  return db.transaction(async (tx) => {
    await adoptFile(tx, filesFolder(), { ...file, sha256, type, at: now });
    await keepLooseFile(tx, sha256, person.id, now);
    return { ok: true, sha256, name, type };
  });
}
