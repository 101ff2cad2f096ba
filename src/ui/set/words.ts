'use client';

import { useFormatter, useTranslations } from 'next-intl';
import { askedCount, type Question, questionsIn } from '@/core/questions/question-set';
import { placesOf } from '@/core/setting/answered-places';
import { type AssignmentUnmet, askedPoints } from '@/core/setting/assignment';
import type { AssignmentDraft, DraftStep } from '@/core/setting/draft';
import { metSteps, stepWith } from '@/core/setting/meets';
import { lossIn } from '@/core/work/rules';
import { keyOr } from '@/ui/common/key-or';
import type { Times } from '@/ui/common/times';
import type { SetTools } from './tools';

/** What stands below the name of a step on the rope: how long it takes, and how much is in it. */
export function useStepLine({ times }: Pick<SetTools, 'times'>) {
  const t = useTranslations('set');
  return (step: DraftStep): string => {
    const { minutes, questions } = step;
    const places = placesOf(step).length;
    const asked = questions ? askedCount(questions) : 0;
    return [
      ...(places > 0 ? [t('places', { n: places })] : []),
      ...(asked > 0 ? [t('questions', { n: asked })] : []),
      times.length(minutes),
    ].join(', ');
  };
}

/** What a student meets, in one sentence, and what follows from its times. */
export function useMeetWords(times: Times, now: number) {
  const t = useTranslations('set');
  const format = useFormatter();
  return (draft: AssignmentDraft): readonly [string, string] => {
    const things = metSteps(draft).map(({ kind, n, places, questions }) =>
      t(`meets-${kind}`, { n, places, questions }),
    );
    const loss = lossIn(draft.late);
    const met =
      things.length === 0
        ? t('meets-nothing')
        : t('meets', { things: format.list(things), length: times.length(draft.minutes) });
    const rules = [
      draft.opensAt === null || draft.opensAt <= now
        ? t('opens-now')
        : t('opens-at', { when: times.moment(draft.opensAt, now) }),
      draft.dueAt === null ? t('no-due') : t('due-at', { when: times.moment(draft.dueAt, now) }),
      ...(loss ? [t(`costs-${loss.per}`, { n: loss.points })] : []),
    ];
    return [met, t('sentence', { parts: format.list(rules, { type: 'unit' }) })];
  };
}

/** What is still missing, in words. */
export function useUnmetWords(draft: AssignmentDraft) {
  const t = useTranslations('set');
  const sum = draft.rubric.reduce((all, { points }) => all + points, 0) + askedPoints(draft.steps);
  return ({ part, id, code }: AssignmentUnmet): string => {
    const title = stepWith(draft, id)?.title || draft.rubric.find((one) => one.id === id)?.title || '';
    const asked = draft.steps.flatMap(({ questions }) => (questions ? questionsIn(questions) : []));
    const n =
      1 +
      Math.max(
        asked.findIndex((one) => one.id === id || one.parts.some((part) => part.id === id)),
        draft.steps.findIndex((one) => one.id === id),
        draft.rubric.findIndex((one) => one.id === id),
      );
    const named = title === '' ? t('unnamed-part') : title;
    const key = `unmet.${part}-${code}`;
    return t(t.has(key as never) ? (key as 'unmet.title-no-title') : keyOr(t.has, `unmet.${code}`, 'unmet.other'), {
      title: named,
      n,
      sum,
      of: draft.points ?? 0,
    });
  };
}

/** What is still missing in one question, in words. */
export function useAskedUnmet({ unmet, draft }: Pick<SetTools, 'unmet' | 'draft'>, { id, parts }: Question) {
  const words = useUnmetWords(draft);
  const own = new Set([id, ...parts.map((part) => part.id)]);
  return [...new Set(unmet.filter((one) => one.id !== null && own.has(one.id)).map(words))];
}
