'use client';

import { useTranslations } from 'next-intl';
import type { PaperWords } from '@/core/setting/on-paper';
import type { Times } from '@/ui/common/times';
import { useAskWords } from './ask-list';
import { useMeetWords } from './words';

/**
 * The words that stand on paper besides what a teacher wrote.
 *
 * @param materials what steps open, by title
 * @param whole with all rules, as versions are compared, and not only what one has to know who does it on paper
 */
export function usePaperWords(
  times: Times,
  now: number,
  materials: ReadonlyMap<string, { readonly title: string }>,
  whole: boolean,
): PaperWords {
  const t = useTranslations('set');
  const ask = useAskWords();
  const met = useMeetWords(times, now);
  return {
    facts: (draft) => {
      const points = draft.points === null ? t('no-points') : t('points', { n: draft.points });
      const [does, rules] = met(draft);
      if (!whole)
        return [draft.dueAt === null ? points : `${points}, ${t('due-at', { when: times.moment(draft.dueAt, now) })}`];
      return [
        does,
        rules,
        points,
        `${t('closes')} ${draft.closesAt === null ? t('never-closes') : times.moment(draft.closesAt, now)}`,
        t(draft.takeBack ? 'take-back' : 'no-take-back'),
        draft.goes === null ? t('any-goes') : t('goes', { n: draft.goes }),
      ];
    },
    step: ({ title, minutes }, n) => t('paper-step', { n, title, length: times.length(minutes) }),
    opened: ({ material }) =>
      material === null ? null : t('paper-opens', { title: materials.get(material)?.title ?? '?' }),
    ask,
    points: (n) => t('points', { n }),
    ofAll: t('asked-of-whole'),
    rubric: t('sheet-rubric'),
    right: (answer) => t('paper-right', { answer }),
    wording: { yes: t('yes'), no: t('no') },
  };
}
