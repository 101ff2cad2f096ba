import type { DocumentId } from '@/core/ids';
import { findClass } from '@/store/classes';
import { type Queryable, read } from '@/store/database';
import { findDocument } from '@/store/documents';
import { spellingOf } from '@/store/own-words';
import type { Person } from '@/store/people';
import { writtenIn } from './stored-documents';

/** A document of one's own, to be written in; `null` for what belongs to an assignment: that opens at its Desk. */
export async function ownDocument(db: Queryable, person: Person, documentId: DocumentId) {
  const found = await findDocument(db, documentId);
  if (found?.role !== 'own' || found.removed_at !== null) return null;
  return {
    id: found.id,
    kind: found.kind,
    title: found.title,
    lang: person.locale ?? 'en',
    spelling: await read(db, spellingOf(person)),
  };
}

/** A document to be printed, with its words; `written` is `null` where it cannot be read. */
export async function printedDocument(db: Queryable, person: Person, documentId: DocumentId) {
  const found = await findDocument(db, documentId);
  if (!found) return null;
  const at = found.class_id === null ? null : await read(db, findClass(found.class_id));
  const stored = await writtenIn(db, person.id, found.id);
  return {
    title: found.title,
    written: stored.ok ? stored.written : null,
    lang: at?.locale ?? person.locale ?? 'en',
  };
}
