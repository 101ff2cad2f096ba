import { rm } from 'node:fs/promises';
import type { Instant } from '@/core/ids';
import type { Doc } from '@/core/text/nodes';
import type { Spooled } from '@/server/http/spool';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { workshop } from '@/server/workshop';
import type { Database } from '@/store/database';
import type { Person } from '@/store/people';
import { takePictures } from './text-pictures';

/** So much a file may have that is read into a text. */
export const LARGEST_TEXT = 30 * 1024 * 1024;

export type Imported =
  | { readonly ok: true; readonly content: Doc }
  | { readonly ok: false; readonly code: 'too-large' | 'empty-file' | 'not-a-text' | 'broken' }
  | Unread;

/**
 * Reads a text that was written elsewhere (DOCX, ODT, Markdown, HTML, plain text) as a document of ours, in the
 * workshop. The pictures in it become pictures of this person's texts.
 */
export async function importText(
  db: Database,
  person: Person,
  { file, name }: { readonly file: Spooled | null; readonly name: string },
  now: Instant,
): Promise<Imported> {
  if (!file) return { ok: false, code: 'too-large' };
  if (file.size === 0) return { ok: false, code: 'empty-file' };
  const done = await workshop().do(person.id, 'importText', { path: file.path, name });
  if (!done.ok) return done;
  const read = done.made;
  if (!read.ok) return read;
  try {
    await takePictures(db, person, read.pictures, now);
  } finally {
    for (const { path } of read.pictures) await rm(path, { force: true });
  }
  return { ok: true, content: read.content };
}
