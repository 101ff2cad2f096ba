import { useTranslations } from 'next-intl';
import type { ListedStudent } from '@/server/reading/marking/marking-desk';

/** How a student is called on the Marking desk: by name, or by the number of the work. */
export function useShownName(): (student: Pick<ListedStudent, 'name' | 'number'>) => string {
  const t = useTranslations('marking');
  return ({ name, number }) => name ?? t('work-number', { n: number ?? 0 });
}
