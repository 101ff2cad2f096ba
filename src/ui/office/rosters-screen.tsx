'use client';

import { useTranslations } from 'next-intl';
import type { RostersView } from '@/server/reading/office/rosters';
import { PlaceLink } from '@/ui/common/place-link';
import { useTimes } from '@/ui/common/times';
import classes from './office.module.css';
import { TakeRoster } from './take-roster';

/** Rosters come in and go out here. */
export function RostersScreen({
  view,
  zone,
  now,
}: {
  readonly view: RostersView;
  readonly zone: string;
  readonly now: number;
}) {
  const t = useTranslations('roster');
  const times = useTimes(zone);
  return (
    <main className={classes.narrow} id="main">
      <div className={classes.head}>
        <h1>{t('title')}</h1>
      </div>
      <p>{t('what-it-is')}</p>
      <TakeRoster into={null} />
      <section className={classes.section} aria-labelledby="out">
        <h2 id="out">{t('out')}</h2>
        <p className="soft">{t('out-says')}</p>
        <div className={classes.acts}>
          <a href="/api/office/rosters/out/plain" download>
            {t('out-plain')}
          </a>
          <a href="/api/office/rosters/out/oneroster" download>
            {t('out-bundle')}
          </a>
        </div>
      </section>
      <section className={classes.section} aria-labelledby="before">
        <h2 id="before">{t('were')}</h2>
        {view.rosters.length === 0 ? <p className="soft">{t('none-yet')}</p> : null}
        <ul className={classes.plain}>
          {view.rosters.map((one) => (
            <li key={one.id}>
              <PlaceLink to={{ at: 'roster', roster: one.id }}>
                <bdi>{one.names.join(', ')}</bdi>
              </PlaceLink>
              <span className="soft">
                {t(one.done_at === null ? 'is-looked-at' : one.undone_at === null ? 'was-done' : 'was-undone', {
                  by: one.by,
                  at: times.moment(one.done_at ?? one.at, now),
                  people: one.counts?.people ?? 0,
                })}
              </span>
            </li>
          ))}
        </ul>
      </section>
    </main>
  );
}
