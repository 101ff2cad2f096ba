import type { AssignmentId, PersonId, StepId } from '@/core/ids';
import { asksQuestions, type SettingsOf } from '@/core/kinds/step';
import { isVoided } from '@/core/questions/attempt';
import { countedPoints } from '@/core/questions/counts';
import { type FrozenAttempt, frozenOfWork } from '@/store/answered';
import { attemptsOfWork, type StoredAttempt } from '@/store/attempts';
import { type Queryable, readTogether } from '@/store/database';
import { type StoredStep, stepsOf } from '@/store/work';

/** What somebody got for what was asked at one step. */
export interface AskedPoints {
  readonly step: StepId;
  readonly title: string;
  readonly points: number;
  readonly of: number;
  /** Answers that somebody has yet to read. */
  readonly unread: number;
}

/** What it takes to tell. */
export const askedPointsAsks = (assignmentId: AssignmentId, studentId: PersonId) => ({
  steps: stepsOf(assignmentId),
  attempts: attemptsOfWork(assignmentId, studentId),
  frozen: frozenOfWork(assignmentId, studentId),
});

interface Answers {
  readonly steps: readonly StoredStep[];
  readonly attempts: readonly StoredAttempt[];
  readonly frozen: ReadonlyMap<StoredAttempt['id'], FrozenAttempt>;
}

/** What somebody got for everything that is asked in a work and has points, step by step. */
export function askedPointsIn({ steps, attempts, frozen }: Answers): readonly AskedPoints[] {
  return steps.flatMap(({ id, title, kind, settings }): AskedPoints[] => {
    if (!asksQuestions(kind)) return [];
    const { counts } = settings as SettingsOf<'questions'>;
    const ended = attempts.flatMap((one) =>
      one.stepId === id && !isVoided(one.acts) ? (frozen.get(one.id) ?? []) : [],
    );
    const points = countedPoints(counts, ended);
    const of = ended.at(-1)?.of ?? 0;
    if (points === null || of === 0) return [];
    return [{ step: id, title, points, of, unread: Math.max(...ended.map(({ unread }) => unread)) }];
  });
}

export const askedPoints = async (
  db: Queryable,
  assignmentId: AssignmentId,
  studentId: PersonId,
): Promise<readonly AskedPoints[]> => askedPointsIn(await readTogether(db, askedPointsAsks(assignmentId, studentId)));
