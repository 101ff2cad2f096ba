import type { PersonId, StepId } from '@/core/ids';
import type { Facts } from '@/core/work/facts';
import { openSteps, stepsDone } from '@/core/work/steps';
import { type Queryable, read } from '@/store/database';
import { documentsOfWork } from '@/store/documents';
import { type ListedAssignment, stepsOf } from '@/store/work';

/** May a student open a step now? Where steps come in order, everything before it has to be done. */
export async function isStepOpen(
  db: Queryable,
  assignment: ListedAssignment,
  studentId: PersonId,
  facts: Facts,
  stepId: StepId,
): Promise<boolean> {
  if (!assignment.inOrder) return true;
  const written = new Set(
    (await read(db, documentsOfWork(assignment.id, studentId))).map((document) => document.step_id),
  );
  return openSteps(await read(db, stepsOf(assignment.id)), true, stepsDone(facts), written).some(
    ({ id }) => id === stepId,
  );
}
