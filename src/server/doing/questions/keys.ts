import type { AttemptId, Instant, PersonId, StepId } from '@/core/ids';
import { accepting, canAccept, questionUnmet, storedQuestion } from '@/core/kinds/question';
import { lay } from '@/core/questions/paper';
import { partsIn, questionsIn } from '@/core/questions/question-set';
import { Scoring } from '@/core/questions/scoring';
import { keyed } from '@/server/reading/questions/asked';
import {
  addGivenPoints,
  addKeyChange,
  addScores,
  frozenAtStep,
  givenPointsOf,
  keyChangesAt,
  type NewScore,
} from '@/store/answered';
import { attemptsAtStep } from '@/store/attempts';
import { type Database, type Queryable, read, readTogether } from '@/store/database';
import type { Person } from '@/store/people';
import { holdKeys, questionSetsAt } from '@/store/question-sets';
import { assignmentOfStep, findAssignment } from '@/store/work';
import { attemptOr404, tellAttempt } from './attempt-work';

/** Whose points a changed key changed. */
export interface Rescored {
  readonly student: PersonId;
  readonly attempt: AttemptId;
  readonly before: number;
  readonly after: number;
}

/**
 * Scores attempts at a step anew, by what counts as right by now and by what people gave. What they came to before stays.
 *
 * @param only these attempts; all with `null`
 */
async function scoreAgain(
  tx: Queryable,
  stepId: StepId,
  only: AttemptId | null,
  keyChange: number | null,
  now: Instant,
): Promise<readonly Rescored[]> {
  const { attempts, frozen, sets, changes } = await readTogether(tx, {
    attempts: attemptsAtStep(stepId),
    frozen: frozenAtStep(stepId),
    sets: questionSetsAt(stepId),
    changes: keyChangesAt(stepId),
  });
  const ended = attempts.filter(({ id }) => frozen.has(id) && (only === null || id === only));
  const given = await read(tx, givenPointsOf(ended.map(({ id }) => id)));
  const scorings = new Map(
    [...sets].map(([number, content]) => {
      const set = keyed(content, changes);
      return [number, { set, scoring: new Scoring(set) }];
    }),
  );
  const scores: NewScore[] = [];
  const rescored: Rescored[] = [];
  for (const { id, setNumber, studentId, seed } of ended) {
    const by = scorings.get(setNumber);
    const was = frozen.get(id);
    if (!by || !was) continue;
    const points = new Map(
      given.flatMap((one) =>
        one.attempt_id === id && one.points !== null ? [[one.part_id, one.points] as const] : [],
      ),
    );
    const score = by.scoring.of(lay(by.set, seed), was.content.answers, points);
    scores.push({ attemptId: id, answeredId: was.answered_id, ...score, unread: score.unread.length });
    if (score.points !== was.points)
      rescored.push({ student: studentId, attempt: id, before: was.points, after: score.points });
  }
  await addScores(tx, scores, now, keyChange);
  return rescored;
}

/** What is right from now on: a further answer that counts, or another key. */
type NewKey = { readonly accept: unknown } | { readonly set: unknown };

type KeyChanged =
  | { readonly ok: true; readonly changed: readonly Rescored[] }
  | { readonly ok: false; readonly code: 'not-asked' | 'not-accepted' };

/** Changes what counts as right in a part of a question, and scores everybody again. It says whom that changed. */
export async function changeKey(
  db: Database,
  teacher: Person,
  given: { readonly stepId: StepId; readonly part: string; readonly key: NewKey; readonly reason: string },
  now: Instant,
): Promise<KeyChanged> {
  return db.transaction(async (tx): Promise<KeyChanged> => {
    await holdKeys(tx, given.stepId);
    const { sets, changes } = await readTogether(tx, {
      sets: questionSetsAt(given.stepId),
      changes: keyChangesAt(given.stepId),
    });
    const newest = [...sets.values()].at(-1);
    const set = newest && keyed(newest, changes);
    const part = set && partsIn(set).find(({ id }) => id === given.part);
    const within = set && questionsIn(set).find(({ parts }) => parts.some(({ id }) => id === given.part));
    if (!part || !within) return { ok: false, code: 'not-asked' };
    const proposed =
      'accept' in given.key
        ? canAccept(part.kind)
          ? accepting(part, given.key.accept)
          : null
        : (storedQuestion.safeParse({ kind: part.kind, set: given.key.set }).data ?? null);
    const names = new Set(within.draws.map(({ name }) => name));
    if (!proposed || questionUnmet(proposed, names).length > 0) return { ok: false, code: 'not-accepted' };
    const { stepId, reason } = given;
    const question = { kind: proposed.kind, set: proposed.set };
    const change = await addKeyChange(tx, { stepId, partId: part.id, by: teacher.id, at: now, reason, question });
    const changed = await scoreAgain(tx, stepId, null, change, now);
    await tellAll(tx, teacher, stepId, changed, now);
    return { ok: true, changed };
  });
}

async function tellAll(tx: Queryable, teacher: Person, stepId: StepId, changed: readonly Rescored[], now: Instant) {
  const assignmentId = await assignmentOfStep(tx, stepId);
  const assignment = assignmentId && (await read(tx, findAssignment(assignmentId)));
  if (!assignment) return;
  for (const { student } of changed) await tellAttempt(tx, assignment, student, teacher.id, now);
}

/** Gives points for an answer that a person reads, or for any other in the place of what was reckoned. */
export async function givePoints(
  db: Database,
  teacher: Person,
  given: { readonly attempt: AttemptId; readonly part: string; readonly points: number | null; readonly words: string },
  now: Instant,
): Promise<{ readonly ok: true } | { readonly ok: false; readonly code: 'not-asked' | 'bad-points' | 'attempt-runs' }> {
  return db.transaction(async (tx) => {
    const attempt = await attemptOr404(tx, given.attempt);
    await holdKeys(tx, attempt.stepId);
    const frozen = (await read(tx, frozenAtStep(attempt.stepId))).get(given.attempt);
    if (!frozen) return { ok: false, code: 'attempt-runs' } as const;
    const part = frozen.parts.find((one) => one.part === given.part);
    if (!part) return { ok: false, code: 'not-asked' } as const;
    if (given.points !== null && !(given.points >= 0 && given.points <= part.of))
      return { ok: false, code: 'bad-points' } as const;
    const { points, words } = given;
    await addGivenPoints(tx, { attemptId: attempt.id, partId: given.part, points, words, by: teacher.id, at: now });
    await scoreAgain(tx, attempt.stepId, attempt.id, null, now);
    return { ok: true } as const;
  });
}
