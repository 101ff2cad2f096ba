import type { ClassId, DocumentId, Instant } from '@/core/ids';
import type { AssignmentDraft } from '@/core/setting/draft';
import { firstOfDraft } from '@/core/setting/draft-document';
import { newId } from '@/server/secrets';
import type { Queryable } from '@/store/database';
import { addDraft } from '@/store/drafts';
import type { Person } from '@/store/people';

/** Puts a draft into a class that says this to begin with. It is the class's: every teacher of it writes in it. */
export const newDraft = (
  tx: Queryable,
  teacher: Pick<Person, 'id'>,
  classId: ClassId,
  draft: AssignmentDraft,
  at: Instant,
): Promise<DocumentId> =>
  addDraft(tx, {
    id: newId() as DocumentId,
    by: teacher.id,
    classId,
    assignmentId: null,
    title: draft.title,
    at,
    firstUpdate: () => firstOfDraft(draft),
  });
