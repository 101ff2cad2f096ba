'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { SchoolDraft } from '@/core/office/school';
import { type Year, yearUnmet } from '@/core/office/year';
import type { YearView } from '@/server/reading/office/year';
import { PlaceLink } from '@/ui/common/place-link';
import { PrimaryButton } from '@/ui/common/primary-button';
import { Slot } from '@/ui/set/slot';
import { NoticesSection } from './notices-section';
import classes from './office.module.css';
import { SchoolSentences } from './school-sentences';
import { useOffice } from './use-office';
import { LessonTimes, Stretches } from './year-lines';

/** The school's year: what it says of itself, its terms, its holidays, its lessons' times, and what it tells everybody. */
export function YearScreen({
  view,
  school,
  zone,
  now,
}: {
  readonly view: YearView;
  readonly school: SchoolDraft;
  readonly zone: string;
  readonly now: number;
}) {
  const t = useTranslations('year');
  const { act, busy, problem } = useOffice();
  const [year, setYear] = useState<Year>({ terms: view.terms, holidays: view.holidays, times: view.times });
  const [changed, setChanged] = useState(false);
  const problems = yearUnmet(year);
  const change = (changes: Partial<Year>) => {
    setYear({ ...year, ...changes });
    setChanged(true);
  };
  const save = async () => {
    const done = await act('/api/office/year', year);
    if (done.ok) setChanged(false);
  };
  return (
    <main className={classes.narrow} id="main">
      <div className={classes.head}>
        <h1>{t('title')}</h1>
        <PlaceLink to={{ at: 'office-log' }}>{t('log')}</PlaceLink>
      </div>
      <section className={classes.section} aria-labelledby="school">
        <h2 id="school">{t('school')}</h2>
        <SchoolSentences
          school={school}
          now={now}
          change={async (changes) => (await act('/api/office/school', { ...school, ...changes })).ok}
          line={(part, sentence, more) => (
            <div key={part}>
              <div className={classes.sentence}>{sentence}</div>
              {more ? <div className={`${classes.sentence} soft`}>{more}</div> : null}
            </div>
          )}
        />
      </section>
      <Stretches part="terms" days={year.terms} problems={problems} change={(terms) => change({ terms })} />
      <Stretches part="holidays" days={year.holidays} problems={problems} change={(holidays) => change({ holidays })} />
      <LessonTimes times={year.times} problems={problems} change={(times) => change({ times })} />
      <NoticesSection view={view} zone={zone} />
      <section className={classes.section} aria-labelledby="year-end">
        <h2 id="year-end">{t('year-end')}</h2>
        <p>{t('year-end-says', { n: view.classes.length })}</p>
        {view.classes.length === 0 ? null : (
          <Slot words={t('end-all', { n: view.classes.length })} label={t('year-end')}>
            {(close) => (
              <>
                <p>{t('sure')}</p>
                <PrimaryButton
                  loading={busy}
                  onClick={async () => {
                    close();
                    await act('/api/office/classes/ended', { classes: view.classes.map(({ id }) => id), ended: true });
                  }}
                >
                  {t('end-all', { n: view.classes.length })}
                </PrimaryButton>
              </>
            )}
          </Slot>
        )}
      </section>
      {problem ? (
        <p role="alert" className={classes.problem}>
          {problem}
        </p>
      ) : null}
      {changed ? (
        <section className={classes.strip} aria-label={t('title')}>
          <p role="status">{problems.length === 0 ? t('not-kept') : t('mend-first', { n: problems.length })}</p>
          <PrimaryButton loading={busy} disabled={problems.length > 0} onClick={save}>
            {t('keep')}
          </PrimaryButton>
        </section>
      ) : null}
    </main>
  );
}
