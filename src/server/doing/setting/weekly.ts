import type { AssignmentId, ClassId, Instant, PersonId } from '@/core/ids';
import type { AssignmentDraft } from '@/core/setting/draft';
import { type Lay, weekLater } from '@/core/setting/laying';
import { lessonsOfClass } from '@/store/classes';
import { type Queryable, readTogether } from '@/store/database';
import { holidays } from '@/store/holidays';
import { addJob, dropJobs } from '@/store/jobs';
import { findSchool } from '@/store/people';

/** Posts what comes every week once more. */
export const AGAIN_JOB = 'again';

/** How what was posted at a moment is laid a week later, by the lessons of its class. */
export async function weekLaterOf(tx: Queryable, classId: ClassId, postedAt: Instant): Promise<Lay> {
  const school = await findSchool(tx);
  const { lessons, off } = await readTogether(tx, { lessons: lessonsOfClass(classId), off: holidays });
  return weekLater(postedAt, { lessons, holidays: off }, school?.zone ?? 'UTC');
}

/** What was posted, and when it is there. */
interface Posted {
  readonly id: AssignmentId;
  readonly classId: ClassId;
  readonly draft: AssignmentDraft;
  readonly postedAt: Instant;
}

/**
 * Sees to it that what comes every week comes again, or no more: to be called by whatever posts. Where it has come again since,
 * the newer one goes on with it.
 *
 * @param before what the version before says; `null` for the first
 */
export async function keepAgain(
  tx: Queryable,
  teacher: PersonId,
  { id, classId, draft, postedAt }: Posted,
  before: AssignmentDraft | null,
): Promise<void> {
  const { again } = draft;
  if (again === null) {
    await dropJobs(tx, [AGAIN_JOB], id);
    return;
  }
  if (before?.again) return;
  const dueAt = (await weekLaterOf(tx, classId, postedAt))(postedAt);
  if (dueAt <= again.until)
    await addJob(tx, { kind: AGAIN_JOB, key: id, dueAt, given: { assignment: id, teacher } }, { move: true });
}
