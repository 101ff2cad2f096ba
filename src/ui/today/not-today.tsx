'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { post } from '@/ui/common/client-request';
import { useRefresh } from '@/ui/common/use-refresh';

/** Puts an item off to tomorrow, or brings it back. */
export function NotToday({ assignment, title, off }: { assignment: string; title: string; off: boolean }) {
  const t = useTranslations('not-today');
  const refresh = useRefresh();
  const [busy, setBusy] = useState(false);
  const [failed, setFailed] = useState(false);
  const act = async () => {
    setBusy(true);
    const answer = await post(`/api/assignments/${assignment}/not-today`, { off });
    setBusy(false);
    setFailed(!answer.ok);
    if (answer.ok) refresh();
  };
  const word = failed ? t('try-again') : t(off ? 'not-today' : 'bring-back');
  return (
    <button type="button" className="quiet soft" disabled={busy} onClick={act} aria-label={`${word}: ${title}`}>
      {word}
    </button>
  );
}
