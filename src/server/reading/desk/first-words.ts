import type { DocumentId } from '@/core/ids';
import { type DocumentName, documentKind, type Written } from '@/core/kinds/document';
import type { Queryable } from '@/store/database';
import type { Person } from '@/store/people';
import { updatesWithin } from '@/store/updates';
import { readUpdates } from '../documents/stored-documents';

/** What is written in a document when its page is made, to be read until its editor is there. */
export interface FirstWords {
  readonly document: DocumentId;
  readonly written: Written;
}

/** The words that one comes to: with the page, or a little later. */
export interface WordsToCome {
  readonly now: FirstWords | null;
  readonly later: Promise<FirstWords | null> | null;
}

/** More than this, in bytes as it is stored, comes with the editor alone. */
const MOST = 120_000;
/** The page is not held open longer for it, in milliseconds: the editor brings it as well. */
const LONGEST = 1000;

/** For so long a page is not sent without them: what comes in it is seen with it, and not put in its place by a script. */
const SOON = 120;

/** What is written in a document of a person's, with the page where that is soon, and with the rest of it otherwise. */
export async function wordsToCome(
  db: Queryable,
  person: Person,
  document: Parameters<typeof firstWords>[2],
  soon = SOON,
): Promise<WordsToCome> {
  const later = firstWords(db, person, document);
  let late: ReturnType<typeof setTimeout> | undefined;
  const isLate = new Promise<'late'>((resolve) => {
    late = setTimeout(() => resolve('late'), soon);
  });
  const now = await Promise.race([later, isLate]);
  clearTimeout(late);
  return now === 'late' ? { now: null, later } : { now, later: null };
}

/** What is written in a document of a person's; `null` where it cannot be read at once. It never fails: a page is sent with it. */
export async function firstWords(
  db: Queryable,
  person: Person,
  { id, kind }: { readonly id: DocumentId; readonly kind: DocumentName },
  longest = LONGEST,
): Promise<FirstWords | null> {
  if (!documentKind(kind).legible) return null;
  let late: ReturnType<typeof setTimeout> | undefined;
  const tooLate = new Promise<null>((resolve) => {
    late = setTimeout(() => resolve(null), longest);
  });
  const found = (async () => {
    const updates = await updatesWithin(db, id, MOST);
    const read = updates.length > 0 ? await readUpdates(person.id, kind, updates) : null;
    return read?.ok ? { document: id, written: read.written } : null;
  })().catch(() => null);
  const words = await Promise.race([found, tooLate]);
  clearTimeout(late);
  return words;
}
