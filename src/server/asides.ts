import type { Instant } from '@/core/ids';
import { type AsideOf, addAsideMessage, markAsideRead } from '@/store/asides';
import type { Database } from '@/store/database';
import type { Person } from '@/store/people';
import { findAssignment, record } from '@/store/work';
import { newId } from './secrets';

/** Writes into an aside. The same act sent again is written once. */
export async function writeAside(
  db: Database,
  author: Person,
  given: AsideOf & { act: string; body: string },
  now: Instant,
): Promise<{ readonly ok: true }> {
  return db.transaction(async (tx) => {
    const assignment = await findAssignment(tx, given.assignmentId);
    if (!assignment) throw new Error(`assignment ${given.assignmentId} is gone`);
    const added = await addAsideMessage(tx, { ...given, id: newId(), authorId: author.id, at: now });
    await markAsideRead(tx, given, author.id, now);
    if (added) {
      await record(tx, {
        kind: 'aside-written',
        at: now,
        classId: assignment.classId,
        assignmentId: given.assignmentId,
        studentId: given.studentId,
        actorId: author.id,
      });
    }
    return { ok: true };
  });
}

/** Notes that a reader has had the aside on the screen. */
export async function readAside(db: Database, reader: Person, aside: AsideOf, now: Instant) {
  await markAsideRead(db, aside, reader.id, now);
  return { ok: true as const };
}
