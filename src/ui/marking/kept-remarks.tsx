'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { MarkingView } from '@/server/reading/marking/marking-desk';
import { post } from '@/ui/common/client-request';
import classes from './marking-tools.module.css';

type Remarks = MarkingView['keptRemarks'];

/** The remarks that a teacher keeps to use again, and how one is added or dropped. */
export function useKeptRemarks(known: Remarks) {
  const [kept, setKept] = useState(known);
  const change = async (what: { readonly keep: string } | { readonly drop: string }) => {
    const answer = await post<{ kept: Remarks }>('/api/kept-remarks', what);
    if (answer.ok) setKept(answer.kept);
  };
  return { kept, change };
}

export type Kept = ReturnType<typeof useKeptRemarks>;

/** The bank of remarks: one is used by a click, or dropped. */
export function KeptRemarks({ kept, change, use }: Kept & { readonly use: (body: string) => void }) {
  const t = useTranslations('remarks');
  if (kept.length === 0) return null;
  return (
    <details className={classes.bank}>
      <summary>{t('bank', { n: kept.length })}</summary>
      <ul>
        {kept.map(({ id, body }) => (
          <li key={id}>
            <button type="button" className="quiet" onClick={() => use(body)}>
              <bdi>{body}</bdi>
            </button>{' '}
            <button
              type="button"
              className="quiet"
              aria-label={t('drop-this', { body })}
              onClick={() => void change({ drop: id })}
            >
              {t('drop')}
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}
