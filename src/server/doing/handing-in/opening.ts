import type { Instant, PersonId } from '@/core/ids';
import type { Queryable } from '@/store/database';
import { recordAll } from '@/store/events';
import type { Person } from '@/store/people';
import { type ListedAssignment, openedBy } from '@/store/work';

/**
 * Notes what has opened for some students behind an assignment that was handed in, or is not for them any more: work that
 * waited for it, and for nothing else that is still missing.
 */
export async function noteOpened(
  tx: Queryable,
  { id, classId }: Pick<ListedAssignment, 'id' | 'classId'>,
  students: readonly PersonId[],
  actor: Pick<Person, 'id'>,
  at: Instant,
): Promise<void> {
  const opened = await openedBy(tx, id, students);
  await recordAll(
    tx,
    opened.map((one) => ({
      kind: 'unlocked' as const,
      at,
      classId,
      assignmentId: one.id,
      studentId: one.student,
      actorId: actor.id,
    })),
  );
}
