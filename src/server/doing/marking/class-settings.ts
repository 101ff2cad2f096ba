import type { AssignmentId, Instant } from '@/core/ids';
import { newId } from '@/server/secrets';
import { type Queryable, read } from '@/store/database';
import { dropKeptRemark, keepRemark, keptRemarksOf } from '@/store/marking';
import type { Person } from '@/store/people';
import { setUnnamed } from '@/store/work';

/** Marks the work of an assignment without names, or with them. */
export async function markWithoutNames(
  db: Queryable,
  assignmentId: AssignmentId,
  unnamed: boolean,
): Promise<{ readonly ok: true }> {
  await setUnnamed(db, assignmentId, unnamed);
  return { ok: true };
}

/** Keeps a remark to use again, or lets one go. */
export async function changeKeptRemarks(
  db: Queryable,
  teacher: Person,
  change: { readonly keep: string } | { readonly drop: string },
  now: Instant,
) {
  if ('keep' in change) await keepRemark(db, { id: newId(), teacherId: teacher.id, body: change.keep, at: now });
  else await dropKeptRemark(db, teacher.id, change.drop);
  return { ok: true as const, kept: await read(db, keptRemarksOf(teacher.id)) };
}
