import { useTranslations } from 'next-intl';
import { clashes } from '@/core/office/clashes';
import type { LessonsView } from '@/server/reading/office/classes';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import { WeekTable } from './lesson-grid';
import classes from './office.module.css';

/** The week of the whole school: what is held when, and where two lessons want the same teacher or room. */
export function LessonsScreen({ view }: { readonly view: LessonsView }) {
  const t = useTranslations('office-classes');
  const { week, times } = view;
  const found = clashes(week.map((one) => ({ ...one, class: one.class_id })));
  const inClash = new Map(found.flatMap((one) => one.classes.map((id) => [`${one.weekday} ${one.number} ${id}`, one])));
  return (
    <main className={classes.main} id="main">
      <div className={classes.head}>
        <h1>{t('lessons')}</h1>
        <p className="soft" role="status">
          {t('lessons-total', { n: week.length, clashes: found.length })}
        </p>
      </div>
      <p className="soft">{t('lessons-say')}</p>
      <div className={classes.sheet}>
        <WeekTable
          times={times}
          last={Math.max(5, ...week.map(({ weekday }) => weekday))}
          cell={(weekday, number) => (
            <ul>
              {week
                .filter((one) => one.weekday === weekday && one.number === number)
                .map((one) => {
                  const clash = inClash.get(`${weekday} ${number} ${one.class_id}`);
                  return (
                    <li key={one.class_id} data-clash={clash ? true : undefined}>
                      <Sail weave={one.weave} size={13} />
                      <span>
                        <PlaceLink to={{ at: 'office-class', class: one.class_id }}>
                          <bdi>{one.name}</bdi>
                        </PlaceLink>
                        {clash ? <small> {t(`clash-${clash.what}`)}</small> : null}
                      </span>
                    </li>
                  );
                })}
            </ul>
          )}
        />
      </div>
    </main>
  );
}
