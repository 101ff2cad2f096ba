'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { Instant } from '@/core/ids';
import { onPaper } from '@/core/setting/on-paper';
import type { PrintedWork as View } from '@/server/reading/setting/printed-work';
import { DocumentView } from '@/ui/common/document-view';
import { PlaceLink } from '@/ui/common/place-link';
import { useTimes } from '@/ui/common/times';
import printed from '@/ui/shelf/printed-document.module.css';
import { usePaperWords } from './paper-words';
import classes from './printed-work.module.css';

interface Props {
  readonly view: View;
  readonly zone: string;
  readonly now: Instant;
}

/** Some work as it comes out on paper: to be done there, or with what is right for whoever marks it. */
export function PrintedWork({ view, zone, now }: Props) {
  const t = useTranslations('set');
  const [key, setKey] = useState(false);
  const times = useTimes(zone);
  const materials = new Map(view.materials.map((material) => [material.id, material]));
  const words = usePaperWords(times, now, materials, false);
  const asks = view.draft.steps.some(({ questions }) => questions !== undefined);
  return (
    <main className={printed.main} id="main">
      <p className={printed.acts}>
        <PlaceLink to={{ at: 'set', draft: view.id }}>{t('write-on')}</PlaceLink>{' '}
        <button type="button" className="quiet" onClick={() => window.print()}>
          {t('print-now')}
        </button>{' '}
        {asks ? (
          <label>
            <input type="checkbox" checked={key} onChange={({ currentTarget: { checked } }) => setKey(checked)} />{' '}
            {t('print-key')}
          </label>
        ) : null}
      </p>
      <article className={`${printed.sheet} ${classes.sheet}`} data-print>
        <p className={classes.name}>{t('print-name')}</p>
        <h1 dir="auto">{view.draft.title}</h1>
        <DocumentView document={onPaper(view.draft, words, key ? 'answered' : 'asked')} lang={view.lang} />
      </article>
    </main>
  );
}
