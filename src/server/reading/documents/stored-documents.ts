import type { DocumentId } from '@/core/ids';
import type { DocNode } from '@/core/text/document-json';
import { workshop } from '@/server/workshop';
import type { Queryable } from '@/store/database';
import { updateBytesOf } from '@/store/documents';
import type { ReadDocument } from '@/workshop/documents';

/** Why a document cannot be read: it was made to be unreadable, or this person is having too much read already. */
export interface Unread {
  readonly ok: false;
  readonly code: 'too-intricate' | 'too-busy';
}

type ReadOutcome = ({ readonly ok: true } & ReadDocument) | Unread;

/** Reads updates as a document, in the workshop and for one person. */
export async function readUpdates(person: string, updates: readonly Uint8Array[]): Promise<ReadOutcome> {
  const done = await workshop().do(person, 'read', { updates });
  if (!done.ok) return done;
  return done.made.overflow === null ? { ok: true, ...done.made } : { ok: false, code: 'too-intricate' };
}

/** Reads a document as it is stored. */
export const readStored = async (db: Queryable, person: string, documentId: DocumentId): Promise<ReadOutcome> =>
  readUpdates(person, await updateBytesOf(db, documentId));

/** The words of a document as it is stored, or why they cannot be had. */
export async function contentOf(
  db: Queryable,
  person: string,
  documentId: DocumentId,
): Promise<{ readonly ok: true; readonly content: DocNode } | Unread> {
  const read = await readStored(db, person, documentId);
  return read.ok ? { ok: true, content: read.content } : read;
}
