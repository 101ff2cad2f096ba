import type { DocumentId } from '@/core/ids';
import type { DocNode } from '@/core/text/document-json';
import { Refused } from '@/server/doing/documents/own-documents';
import type { Queryable } from '@/store/database';
import { versionState, versionsOf } from '@/store/documents';
import type { Person } from '@/store/people';
import { readUpdates } from './stored-documents';

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
): Promise<{ readonly ok: true; readonly content: DocNode } | Refused> {
  const state = Number.isSafeInteger(versionId) ? await versionState(db, documentId, versionId) : null;
  if (!state) return { ok: false, code: 'not-found' };
  const read = await readUpdates(person.id, [state]);
  return read.ok ? { ok: true, content: read.content } : read;
}
