import type { DocumentId } from '@/core/ids';
import type { Written } from '@/core/kinds/document';
import type { Queryable } from '@/store/database';
import { kindOfDocument } from '@/store/documents';
import type { Person } from '@/store/people';
import { versionState, versionsOf } from '@/store/updates';
import { readUpdates, type Unread } from './stored-documents';

/** What is kept of a document's past. */
export async function listVersions(db: Queryable, documentId: DocumentId) {
  return { ok: true as const, versions: await versionsOf(db, documentId) };
}

/** A document as it was at one version, to be read or brought back. */
export async function versionContent(
  db: Queryable,
  person: Person,
  documentId: DocumentId,
  versionId: number,
): Promise<
  { readonly ok: true; readonly written: Written } | Unread | { readonly ok: false; readonly code: 'not-found' }
> {
  const state = Number.isSafeInteger(versionId) ? await versionState(db, documentId, versionId) : null;
  const kind = await kindOfDocument(db, documentId);
  if (!state || !kind) return { ok: false, code: 'not-found' };
  const read = await readUpdates(person.id, kind, [state]);
  return read.ok ? { ok: true, written: read.written } : read;
}
