import type { DocumentId } from '@/core/ids';
import type { AssignmentDraft } from '@/core/setting/draft';
import { findClass } from '@/store/classes';
import { type Queryable, read, readTogether } from '@/store/database';
import { findDraftDocument } from '@/store/drafts';
import { materialsToSet } from '@/store/materials';
import type { Person } from '@/store/people';
import { readDraftDocument } from './drafts';

/** What is set in a draft, to be printed. */
export interface PrintedWork {
  readonly id: DocumentId;
  readonly draft: AssignmentDraft;
  readonly lang: string;
  readonly materials: readonly { readonly id: string; readonly title: string }[];
}

/** A draft to be printed; `null` where it is not there, or cannot be read. */
export async function printedWork(db: Queryable, teacher: Person, documentId: DocumentId): Promise<PrintedWork | null> {
  const found = await read(db, findDraftDocument(documentId));
  const stored = found && (await readDraftDocument(db, teacher, documentId));
  if (!found || !stored?.ok) return null;
  const asked = await readTogether(db, { class: findClass(found.class_id), materials: materialsToSet(found.class_id) });
  return {
    id: documentId,
    draft: stored.draft,
    lang: asked.class?.locale ?? 'en',
    materials: asked.materials.map(({ id, title }) => ({ id, title })),
  };
}
