import type { DocumentId } from '@/core/ids';
import type { DocumentName, Written } from '@/core/kinds/document';
import { workshop } from '@/server/workshop';
import type { Queryable } from '@/store/database';
import { kindOfDocument } from '@/store/documents';
import { updateBytesOf } from '@/store/updates';
import type { ReadDocument } from '@/workshop/documents';

/** Why a document cannot be read: it was made to be unreadable, or this person is having too much read already. */
export interface Unread {
  readonly ok: false;
  readonly code: 'too-intricate' | 'too-busy';
}

type ReadOutcome = ({ readonly ok: true } & ReadDocument) | Unread;

/** Reads updates as a document of a kind, in the workshop and for one person. */
export async function readUpdates(
  person: string,
  kind: DocumentName,
  updates: readonly Uint8Array[],
): Promise<ReadOutcome> {
  const done = await workshop().do(person, 'read', { kind, updates });
  if (!done.ok) return done;
  return done.made.overflow === null ? { ok: true, ...done.made } : { ok: false, code: 'too-intricate' };
}

/** Reads a document as it is stored. */
export async function readStored(db: Queryable, person: string, documentId: DocumentId): Promise<ReadOutcome> {
  const kind = await kindOfDocument(db, documentId);
  if (kind === null) throw new Error(`document ${documentId} is gone`);
  return readUpdates(person, kind, await updateBytesOf(db, documentId));
}

/** A document as it is stored, with its words, or why they cannot be had. */
export async function writtenIn(
  db: Queryable,
  person: string,
  documentId: DocumentId,
): Promise<{ readonly ok: true; readonly written: Written } | Unread> {
  const read = await readStored(db, person, documentId);
  return read.ok ? { ok: true, written: read.written } : read;
}
