import { canonicalJson } from '@/core/documents/fingerprint';
import type { AssignmentId, ClassId, DocumentId, Instant } from '@/core/ids';
import { EMPTY_DRAFT } from '@/core/setting/draft';
import { firstOfDraft } from '@/core/setting/draft-document';
import { type TooMuch, use } from '@/server/limits';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { readDraftDocument } from '@/server/reading/setting/drafts';
import { newId } from '@/server/secrets';
import { type Database, read } from '@/store/database';
import { addDraft, findDraftDocument, nameDraft, putDraftAway, titleDraft } from '@/store/drafts';
import type { Person } from '@/store/people';
import { versionOf } from '@/store/postings';
import { lastUpdates } from '@/store/updates';
import { findAssignment } from '@/store/work';
import type { NotSet } from './class-things';
import { newDraft } from './new-draft';
import { post } from './posting';

type Begun =
  | { readonly ok: true; readonly document: DocumentId }
  | TooMuch
  | { readonly ok: false; readonly code: 'not-found' };

/** Begins a draft of an assignment in a class, in one of its units, or behind something that stands there. */
export async function beginDraft(
  db: Database,
  teacher: Person,
  classId: ClassId,
  now: Instant,
  { unit = null, behind = null }: { readonly unit?: string | null; readonly behind?: string | null } = {},
): Promise<Begun> {
  const much = await use(db, teacher.id, 'documents', 1, now);
  if (much) return much;
  const draft = { ...EMPTY_DRAFT, unit, behind };
  const document = await db.transaction((tx) => newDraft(tx, teacher, classId, draft, now));
  return { ok: true, document };
}

/** Opens the draft in which a posted assignment is changed: made of its newest version, once, whoever asks first. */
export async function changeAssignment(
  db: Database,
  teacher: Person,
  assignmentId: AssignmentId,
  now: Instant,
): Promise<Begun> {
  return db.transaction(async (tx): Promise<Begun> => {
    const assignment = await read(tx, findAssignment(assignmentId));
    const version = await read(tx, versionOf(assignmentId));
    if (!assignment || !version) return { ok: false, code: 'not-found' };
    const document = await addDraft(tx, {
      id: newId() as DocumentId,
      by: teacher.id,
      classId: assignment.classId,
      assignmentId,
      title: assignment.title,
      at: now,
      firstUpdate: () => firstOfDraft(version.brief),
    });
    return { ok: true, document };
  });
}

/** Puts a draft away, or brings it back. What was posted has other ways. */
export async function putAway(
  db: Database,
  document: DocumentId,
  away: boolean,
  now: Instant,
): Promise<{ readonly ok: boolean; readonly code?: 'posted' }> {
  return (await putDraftAway(db, document, away ? now : null)) ? { ok: true } : { ok: false, code: 'posted' };
}

/** Gives a draft the name by which it is found. */
export async function nameInLists(db: Database, document: DocumentId, title: string): Promise<{ readonly ok: true }> {
  await titleDraft(db, document, title);
  return { ok: true };
}

export type PostedDraft =
  | { readonly ok: true; readonly assignment: AssignmentId; readonly version: number }
  | NotSet
  | Unread
  | { readonly ok: false; readonly code: 'not-found' };

const TYPED_MEANWHILE = 'typed-meanwhile';
/** Somebody who types on and on cannot keep a draft from being posted for ever. */
const TRIES = 4;

/**
 * Posts what a draft says now, at once or at a time that is yet to come: as a new assignment, or as a further version of the
 * one that it was posted as. Where nothing has changed since, nothing happens, so that two who post one draft post it once.
 *
 * @param postedAt from when on the class sees it; `null` for now. What has been posted already stays where it is
 */
export async function postDraft(
  db: Database,
  teacher: Person,
  documentId: DocumentId,
  postedAt: Instant | null,
  now: Instant,
): Promise<PostedDraft> {
  for (let tries = 1; ; tries += 1) {
    const stored = await readDraftDocument(db, teacher, documentId);
    if (!stored.ok) return stored;
    const { draft, last } = stored;
    const outcome = await db.transaction(async (tx): Promise<PostedDraft | typeof TYPED_MEANWHILE> => {
      const held = await read(tx, findDraftDocument(documentId, true));
      if (!held) return { ok: false, code: 'not-found' };
      const typed = (await lastUpdates(tx, [documentId])).get(documentId) !== last;
      if (typed && tries < TRIES) return TYPED_MEANWHILE;
      const id = held.assignment_id ?? (newId() as AssignmentId);
      const newest = held.assignment_id && (await read(tx, versionOf(id)));
      if (newest && canonicalJson(newest.brief) === canonicalJson(draft))
        return { ok: true, assignment: id, version: newest.number };
      const posting = { id, classId: held.class_id, draft, postedAt: Math.max(postedAt ?? now, now) };
      const posted = await post(tx, teacher, posting, now);
      if (!posted.ok) return posted;
      await nameDraft(tx, documentId, id, draft.title);
      return { ok: true, assignment: id, version: posted.version };
    });
    if (outcome !== TYPED_MEANWHILE) return outcome;
  }
}
