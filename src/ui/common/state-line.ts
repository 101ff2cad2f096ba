import { useTranslations } from 'next-intl';
import { lossIn } from '@/core/work/rules';
import type { WorkItem } from '@/server/reading/work/work-list';
import type { Times } from './times';

/** The state of an item in a sentence: what it is, and what that means for the student. */
export function useStateLine(times: Times, now: number) {
  const t = useTranslations('line');
  return (item: WorkItem): string => {
    if (item.before && (item.state === 'not-started' || item.state === 'closed')) {
      return item.state === 'closed' ? t('before-closed') : t('before');
    }
    switch (item.state) {
      case 'opens-later':
        if (item.waitsFor.length > 0) return t('waits', { title: item.waitsFor.join(', ') });
        return t('opens', { when: item.opensAt === null ? '' : times.moment(item.opensAt, now) });
      case 'not-started':
        return t('not-started');
      case 'under-way':
        return item.steps > 1 ? t('under-way', { done: item.stepsDone, steps: item.steps }) : t('begun');
      case 'handed-in':
        return t('handed-in', { when: item.handedInAt === null ? '' : times.moment(item.handedInAt, now) });
      case 'handed-in-late':
        return t('handed-in-late', { when: item.handedInAt === null ? '' : times.moment(item.handedInAt, now) });
      case 'handed-back':
        return item.grade === null ? t('handed-back') : t('graded', { grade: item.grade, points: item.points ?? 0 });
      case 'another-go':
        return t('another-go');
      case 'overdue': {
        const { points: loss, per } = lossIn(item.late) ?? { points: 0, per: 'day' };
        if (item.closesAt === null) return loss > 0 ? t('overdue-loss', { loss, per }) : t('overdue');
        const until = times.moment(item.closesAt, now);
        return loss > 0 ? t('overdue-until-loss', { until, loss, per }) : t('overdue-until', { until });
      }
      case 'closed':
        return t('closed', { when: item.closesAt === null ? '' : times.moment(item.closesAt, now) });
    }
  };
}
