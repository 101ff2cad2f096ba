'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { ReportsView } from '@/server/reading/office/reports';
import { post } from '@/ui/common/client-request';
import { DocumentView } from '@/ui/common/document-view';
import { QuietButton } from '@/ui/common/primary-button';
import { useTimes } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import classes from './office.module.css';

/** What was reported to the office: the words alone, who wrote and who reported them, and what becomes of it. */
export function ReportsScreen({ view, zone, now }: { view: ReportsView; zone: string; now: number }) {
  const { reports, withdrawn } = view;
  const t = useTranslations('reports');
  const times = useTimes(zone);
  const refresh = useRefresh();
  const [problem, setProblem] = useState(false);
  const settle = async (id: string, outcome: 'stays' | 'withdrawn') => {
    const answer = await post(`/api/office/reports/${id}`, { outcome });
    setProblem(!answer.ok);
    if (answer.ok) refresh();
  };
  return (
    <main className={classes.narrow} id="main">
      <div className={classes.head}>
        <h1>{t('title')}</h1>
      </div>
      <p className="soft">{t('says')}</p>
      <p role="alert">{problem ? t('broke') : null}</p>
      {reports.length === 0 ? <p className="soft">{t('none')}</p> : null}
      {reports.map((one) => (
        <section key={one.id} className={classes.section} aria-label={t('by', { name: one.by })}>
          <p>
            {t('by', { name: one.by })} {times.moment(one.at, now)}: <q>{one.reason}</q>
          </p>
          <p className="soft">
            {t(`wrote-${one.kind}`, { name: one.author, class: one.class })} {times.moment(one.said_at, now)}
            {one.withdrawn ? ` · ${t('is-withdrawn')} ${one.withdrawn_why}` : ''}
          </p>
          <blockquote dir="auto">
            <DocumentView document={one.body} lang="" />
          </blockquote>
          {one.settled_at === null ? (
            <p className={classes.acts}>
              <QuietButton onClick={() => void settle(one.id, 'withdrawn')}>{t('withdraw')}</QuietButton>
              <QuietButton onClick={() => void settle(one.id, 'stays')}>{t('leave')}</QuietButton>
            </p>
          ) : (
            <p className="soft">
              {t(one.outcome === 'withdrawn' ? 'settled-withdrawn' : 'settled-stays', { name: one.settled_by ?? '' })}{' '}
              {times.moment(one.settled_at, now)}
            </p>
          )}
        </section>
      ))}
      {withdrawn.length === 0 ? null : (
        <section className={classes.section} aria-labelledby="withdrawn">
          <h2 id="withdrawn">{t('withdrawn')}</h2>
          <p className="soft">{t('withdrawn-says')}</p>
          {withdrawn.map((one) => (
            <div key={one.id}>
              <p>
                {t('withdrawn-by', { name: one.by })} {times.moment(one.at, now)}: <q>{one.reason}</q>
              </p>
              <p className="soft">
                {t(`wrote-${one.kind}`, { name: one.author, class: one.class })} {times.moment(one.said_at, now)}
              </p>
              <blockquote dir="auto">
                <DocumentView document={one.body} lang="" />
              </blockquote>
            </div>
          ))}
        </section>
      )}
    </main>
  );
}
