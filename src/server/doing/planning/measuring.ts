import type { AssignmentId } from '@/core/ids';
import { checkWork } from '@/server/reading/documents/looking';
import type { Database } from '@/store/database';
import { tellPerson } from '@/store/events';
import { keepMeasure, stampOfWork } from '@/store/measures';
import type { Person } from '@/store/people';

/**
 * Has the ready check look at a student's work and keeps what it found, so that lists need not; then tells the student's
 * open tabs. Nobody waits for it: a list shows what was measured last.
 */
export async function measureWork(db: Database, student: Person, assignmentId: AssignmentId): Promise<void> {
  // Taken first: what is written while the check looks makes what it found old at once.
  const stamp = await stampOfWork(db, assignmentId, student.id);
  const check = await checkWork(db, assignmentId, student);
  if (!check) return;
  const emptyAnswers = check.answers.filter(({ answered }) => !answered).length;
  await keepMeasure(db, { assignmentId, studentId: student.id, stamp, emptyAnswers });
  await tellPerson(db, student.id, 'measured');
}
