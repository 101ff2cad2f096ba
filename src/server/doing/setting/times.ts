import type { AssignmentId, Instant } from '@/core/ids';
import { type Rules, TIMES_OF_WORK, type TimeOfWork } from '@/core/work/rules';
import type { Queryable } from '@/store/database';
import { addJob, dropJobs } from '@/store/jobs';

/** Sees to it that what time does to some work happens at its time: to be called by whatever sets or changes one. */
export async function keepTimes(
  tx: Queryable,
  assignmentId: AssignmentId,
  rules: Pick<Rules, 'opensAt' | 'dueAt' | 'closesAt'>,
  now: Instant,
): Promise<void> {
  const over: TimeOfWork[] = [];
  for (const [kind, name] of Object.entries(TIMES_OF_WORK) as [TimeOfWork, (typeof TIMES_OF_WORK)[TimeOfWork]][]) {
    const dueAt = rules[name];
    if (dueAt === null || dueAt <= now) over.push(kind);
    else await addJob(tx, { kind, key: assignmentId, dueAt, given: { assignment: assignmentId } }, { move: true });
  }
  await dropJobs(tx, over, assignmentId);
}
