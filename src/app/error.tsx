'use client';

import { useTranslations } from 'next-intl';

export default function Broken({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  const t = useTranslations('lost');
  return (
    <main id="main" style={{ padding: '12vh 24px', maxInlineSize: 560, marginInline: 'auto' }}>
      <h1>{t('broke')}</h1>
      <p>{t('broke-says', { digest: error.digest ?? '' })}</p>
      <button type="button" className="quiet" onClick={reset}>
        {t('again')}
      </button>
    </main>
  );
}
