import { rm } from 'node:fs/promises';
import type { NotKept } from '@/core/formats/qti/not-kept';
import type { Instant } from '@/core/ids';
import type { QuestionSet } from '@/core/questions/question-set';
import { takePictures } from '@/server/doing/documents/text-pictures';
import type { Spooled } from '@/server/http/spool';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { workshop } from '@/server/workshop';
import type { Database } from '@/store/database';
import type { Person } from '@/store/people';

/** So much a file of questions may have. */
export const LARGEST_QUESTIONS = 20 * 1024 * 1024;

type Imported =
  | {
      readonly ok: true;
      readonly set: QuestionSet;
      readonly title: string;
      readonly notKept: readonly NotKept[];
    }
  | { readonly ok: false; readonly code: 'too-large' | 'empty-file' | 'not-questions' | 'broken' }
  | Unread;

/** Reads questions that were made elsewhere, in the workshop. Their pictures become pictures of this teacher's texts. */
export async function readQuestionsIn(
  db: Database,
  teacher: Person,
  file: Spooled | null,
  now: Instant,
): Promise<Imported> {
  if (!file) return { ok: false, code: 'too-large' };
  if (file.size === 0) return { ok: false, code: 'empty-file' };
  const done = await workshop().do(teacher.id, 'importQuestions', { path: file.path });
  if (!done.ok) return done;
  const read = done.made;
  if (!read.ok) return read;
  try {
    await takePictures(db, teacher, read.pictures, now);
  } finally {
    for (const { path } of read.pictures) await rm(path, { force: true });
  }
  const { set, title, notKept } = read;
  return { ok: true, set, title, notKept };
}
