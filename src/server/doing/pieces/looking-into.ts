import { fileKind } from '@/core/formats/file-type';
import { workshop } from '@/server/workshop';
import type { Person } from '@/store/people';
import type { Looked } from '@/workshop/looking';

/** PDFs up to this size are opened to count their pages. */
const LARGEST_COUNTED = 60 * 1024 * 1024;

const NOTHING = { pages: null, seconds: null } as const;

/**
 * Looks into a file as far as a school has to, in the workshop: that a PDF opens without a password, that a picture is
 * not too large to be shown, how long a recording is. What is too intricate to be looked into is taken as it is.
 */
export async function look(person: Person, path: string, type: string, size: number): Promise<Looked> {
  if (/^(audio|video)\//.test(type)) {
    const done = await workshop().do(person.id, 'lookAtMedia', { path });
    return done.ok ? done.made : { ok: true, ...NOTHING };
  }
  const isPdf = type === 'application/pdf' && size <= LARGEST_COUNTED;
  if (!isPdf && (fileKind(type) !== 'picture' || type === 'image/heic')) return { ok: true, ...NOTHING };
  const done = await workshop().do(person.id, isPdf ? 'lookAtPdf' : 'lookAtPicture', { path });
  return done.ok ? done.made : { ok: true, ...NOTHING };
}
