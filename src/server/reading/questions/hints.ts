import type { AttemptId } from '@/core/ids';
import type { SettingsOf } from '@/core/kinds/step';
import { attemptStanding } from '@/core/questions/attempt';
import { partsIn } from '@/core/questions/question-set';
import { looksAtOnce } from '@/core/questions/rules';
import type { Doc } from '@/core/text/nodes';
import { findAttempt } from '@/store/attempts';
import { type Queryable, read } from '@/store/database';
import { stepsOf } from '@/store/work';
import { askedIn } from './asked';

/** A hint to one part, while it is practised. */
export async function hintFor(
  db: Queryable,
  attemptId: AttemptId,
  part: string,
): Promise<{ readonly ok: true; readonly hint: Doc } | { readonly ok: false; readonly code: 'not-asked' }> {
  const attempt = await read(db, findAttempt(attemptId));
  const step = attempt && (await read(db, stepsOf(attempt.assignmentId))).find(({ id }) => id === attempt.stepId);
  const runs = attempt && attemptStanding(attempt.acts, attempt.terms, Date.now()).phase === 'answering';
  if (!attempt || !step || !runs || !looksAtOnce(step.settings as SettingsOf<'questions'>))
    return { ok: false, code: 'not-asked' };
  const { set, laid } = await askedIn(db, attempt);
  const asked = laid.paper.some(({ parts }) => parts.some(({ id }) => id === part));
  const hint = asked ? partsIn(set).find(({ id }) => id === part)?.hint : null;
  return hint ? { ok: true, hint } : { ok: false, code: 'not-asked' };
}
