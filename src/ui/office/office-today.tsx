import { useTranslations } from 'next-intl';
import { ALL_PEOPLE, saidOf } from '@/core/office/people-shown';
import type { Place } from '@/core/places';
import type { OfficeTodayView } from '@/server/reading/office/year';
import { PlaceLink } from '@/ui/common/place-link';
import { useTimes } from '@/ui/common/times';
import { Acts } from './acts';
import { Beginning } from './beginning';
import classes from './office.module.css';

/** The office's first screen: what a school still lacks before work can be done in it, and what was done last. */
export function OfficeToday({
  view,
  zone,
  now,
}: {
  readonly view: OfficeTodayView;
  readonly zone: string;
  readonly now: number;
}) {
  const t = useTranslations('office-today');
  const times = useTimes(zone);
  const { counts } = view;
  const done = {
    people: counts.students > 0 && counts.teachers > 0,
    classes: view.classes.length > 0,
    lessons: view.times.length > 0,
    slips: counts.students > 0 && counts.without === 0,
  };
  const looked = view.rosters.filter(({ done_at }) => done_at === null);
  const waits: readonly { readonly key: string; readonly to: Place; readonly words: string }[] = [
    ...(counts.without > 0
      ? [
          {
            key: 'slips',
            to: { at: 'people', shown: saidOf({ ...ALL_PEOPLE, signedIn: 'no-slip' }) } as const,
            words: t('no-slips', { n: counts.without }),
          },
        ]
      : []),
    ...looked.map(({ id, names }) => ({
      key: id,
      to: { at: 'roster', roster: id } as const,
      words: t('roster-waits', { name: names.join(', ') }),
    })),
    ...(view.reports > 0
      ? [{ key: 'reports', to: { at: 'reports' } as const, words: t('reports', { n: view.reports }) }]
      : []),
    ...(counts.office < 2 ? [{ key: 'second', to: { at: 'people' } as const, words: t('second-person') }] : []),
  ];
  return (
    <main className={classes.narrow} id="main">
      <div className={classes.head}>
        <h1>{times.heading(now)}</h1>
        <p className="soft">
          {t('counts', {
            students: counts.students,
            teachers: counts.teachers,
            office: counts.office,
            classes: view.classes.length,
          })}
        </p>
      </div>
      {Object.values(done).every(Boolean) ? null : <Beginning done={done} />}
      <section className={classes.section} aria-labelledby="waits">
        <h2 id="waits">{t('waits')}</h2>
        {waits.length === 0 ? <p className="soft">{t('nothing-waits')}</p> : null}
        <ul className={classes.plain}>
          {waits.map(({ key, to, words }) => (
            <li key={key}>
              <PlaceLink to={to}>{words}</PlaceLink>
            </li>
          ))}
        </ul>
      </section>
      <section className={classes.section} aria-labelledby="last">
        <div className={classes.head}>
          <h2 id="last">{t('last')}</h2>
          <PlaceLink to={{ at: 'office-log' }}>{t('log')}</PlaceLink>
        </div>
        {view.acts.length === 0 ? <p className="soft">{t('nothing-done')}</p> : null}
        <Acts acts={view.acts} about={null} zone={zone} now={now} />
      </section>
    </main>
  );
}
