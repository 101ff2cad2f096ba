import type { AssignmentId, DocumentId } from '@/core/ids';
import { type AssignmentUnmet, assignmentUnmet } from '@/core/setting/assignment';
import type { AssignmentDraft } from '@/core/setting/draft';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { workshop } from '@/server/workshop';
import { type Queryable, read } from '@/store/database';
import { findDraftDocument } from '@/store/drafts';
import type { Person } from '@/store/people';
import { versionOf } from '@/store/postings';
import { knownInClass } from '@/store/setting';
import { updatesOf } from '@/store/updates';

/** A draft as it is stored now. */
interface StoredDraft {
  readonly ok: true;
  readonly draft: AssignmentDraft;
  /** The number of the last update in it: another one says that somebody has typed since. */
  readonly last: number;
}

/** Reads a draft, in the workshop and for one person. */
export async function readDraftDocument(
  db: Queryable,
  teacher: Person,
  documentId: DocumentId,
): Promise<StoredDraft | Unread> {
  const updates = await updatesOf(db, documentId);
  const done = await workshop().do(teacher.id, 'draft', { updates: updates.map(({ update }) => update) });
  if (!done.ok) return done;
  if (done.made === null) return { ok: false, code: 'too-intricate' };
  return { ok: true, draft: done.made, last: updates.at(-1)?.seq ?? 0 };
}

/** A draft with what is still missing in it before it can be posted, and as what it was posted last. */
export async function draftView(
  db: Queryable,
  teacher: Person,
  documentId: DocumentId,
): Promise<
  | {
      readonly ok: true;
      readonly draft: AssignmentDraft;
      readonly unmet: readonly AssignmentUnmet[];
      readonly assignment: AssignmentId | null;
    }
  | Unread
  | { readonly ok: false; readonly code: 'not-found' }
> {
  const found = await read(db, findDraftDocument(documentId));
  if (!found) return { ok: false, code: 'not-found' };
  const stored = await readDraftDocument(db, teacher, documentId);
  if (!stored.ok) return stored;
  const own = found.assignment_id ?? ('' as AssignmentId);
  const unmet = assignmentUnmet(stored.draft, own, await read(db, knownInClass(found.class_id)));
  return { ok: true, draft: stored.draft, unmet, assignment: found.assignment_id };
}

/** A version of an assignment as it was posted, by its number as it was asked for. */
export async function keptVersion(
  db: Queryable,
  assignmentId: AssignmentId,
  number: string,
): Promise<
  { readonly ok: true; readonly brief: AssignmentDraft } | { readonly ok: false; readonly code: 'not-found' }
> {
  const version = /^[1-9]\d{0,5}$/.test(number) ? await read(db, versionOf(assignmentId, Number(number))) : null;
  return version ? { ok: true, brief: version.brief } : { ok: false, code: 'not-found' };
}
