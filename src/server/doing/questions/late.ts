import type { AttemptId, Instant } from '@/core/ids';
import { type AttemptAct, isNoted } from '@/core/questions/attempt';
import { holdTogether } from '@/server/doing/handing-in/keeping';
import { assignmentOr404 } from '@/server/reading/documents/looking';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { lateUpdatesOf } from '@/store/answered';
import type { Database } from '@/store/database';
import { findPerson, type Person } from '@/store/people';
import { act, attemptOr404 } from './attempt-work';
import { freeze, readAnswers } from './freezing';

/** Puts what came after the end to the other answers, and scores them. What was handed in stays as it was. */
export async function countLate(
  db: Database,
  teacher: Person,
  given: { readonly attempt: AttemptId; readonly reason: string },
  now: Instant,
): Promise<{ readonly ok: true } | Unread | { readonly ok: false; readonly code: 'attempt-runs' }> {
  const before = await attemptOr404(db, given.attempt);
  const answers = await readAnswers(db, before, await lateUpdatesOf(db, before.documentId));
  if ('ok' in answers) return answers;
  return db.transaction(async (tx) => {
    const student = await findPerson(tx, before.studentId);
    if (!student) throw new Error(`the student of attempt ${given.attempt} is gone`);
    await holdTogether(tx, before.assignmentId, student);
    const attempt = await attemptOr404(tx, given.attempt);
    if (!isNoted(attempt.acts)) return { ok: false, code: 'attempt-runs' } as const;
    const assignment = await assignmentOr404(tx, attempt.assignmentId, student);
    const counted: AttemptAct = { kind: 'late-counted', at: now };
    await act(tx, assignment, attempt, [counted], { actorId: teacher.id, reason: given.reason }, now);
    await freeze(tx, attempt, answers, now);
    return { ok: true } as const;
  });
}
