'use client';

import { useTranslations } from 'next-intl';

export function PrintButton() {
  const t = useTranslations('material');
  return (
    <button type="button" className="quiet" onClick={() => window.print()}>
      {t('print')}
    </button>
  );
}
