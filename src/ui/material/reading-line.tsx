import { useTranslations } from 'next-intl';
import type { Reading } from '@/core/text/reading';
import { useTimes } from '@/ui/common/times';

/** How long a text takes to read and how hard it is, in words. */
export function ReadingLine({ reading }: { reading: Reading }) {
  const t = useTranslations('reading');
  const times = useTimes('UTC');
  if (reading.words === 0) return null;
  return (
    <span className="soft">
      {t('time', { length: times.length(reading.minutes), n: reading.words })}
      {reading.ease ? ` · ${t(reading.ease, { age: reading.age ?? 0 })}` : null}
    </span>
  );
}
