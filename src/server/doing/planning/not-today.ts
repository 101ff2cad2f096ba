import { dayStart } from '@/core/calendar/due-words';
import type { AssignmentId, Instant } from '@/core/ids';
import type { Database } from '@/store/database';
import { findSchool, type Person } from '@/store/people';
import { putOff } from '@/store/work';

/** Puts an assignment off to the next morning ("not today"), or brings it back. */
export async function notToday(
  db: Database,
  student: Person,
  assignmentId: AssignmentId,
  off: boolean,
  now: Instant,
): Promise<{ readonly ok: true }> {
  const school = await findSchool(db);
  await putOff(db, student.id, assignmentId, off ? dayStart(now, school?.zone ?? 'UTC', 1) : null);
  return { ok: true };
}
