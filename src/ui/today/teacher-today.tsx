import { useTranslations } from 'next-intl';
import type { TeacherItem } from '@/server/reading/today/today';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import classes from './today.module.css';

function Rows({ items, zone, now }: { items: readonly TeacherItem[]; zone: string; now: number }) {
  const t = useTranslations('teaching');
  const times = useTimes(zone);
  return (
    <ul className={classes.rows}>
      {items.map((item) => (
        <li key={item.id} className={classes.row}>
          <Sail weave={item.weave} size={20} />
          <div>
            <PlaceLink to={{ at: 'marking', assignment: item.id }} className={classes.title}>
              <bdi>{item.title}</bdi>
            </PlaceLink>{' '}
            <bdi className="soft">{item.className}</bdi>
            <div className="soft">
              {t('counts', { toMark: item.toMark, missing: item.missing, handedBack: item.handedBack })}
            </div>
          </div>
          <span>{item.dueAt === null ? '' : times.moment(item.dueAt, now)}</span>
        </li>
      ))}
    </ul>
  );
}

/** The teacher's first screen: what waits for marks, and what is coming in. */
export function TeacherToday({ items, zone, now }: { items: readonly TeacherItem[]; zone: string; now: number }) {
  const t = useTranslations('teaching');
  const times = useTimes(zone);
  const byDue = items.toSorted((a, b) => (a.dueAt ?? 0) - (b.dueAt ?? 0));
  const toMark = byDue.filter((item) => item.toMark > 0);
  const coming = byDue.filter((item) => item.toMark === 0 && item.dueAt !== null && item.dueAt > now);
  const waiting = toMark.reduce((sum, item) => sum + item.toMark, 0);
  return (
    <main className={classes.main} id="main">
      <div className={classes.head}>
        <h1>{times.heading(now)}</h1>
        <p className="soft">{t('waiting', { n: waiting })}</p>
      </div>
      <div className={classes.columns}>
        <section aria-labelledby="to-mark">
          <h2 id="to-mark">{t('to-mark')}</h2>
          {toMark.length === 0 ? <p className={classes.empty}>{t('none-to-mark')}</p> : null}
          <Rows items={toMark} zone={zone} now={now} />
        </section>
        <section aria-labelledby="coming">
          <h2 id="coming">{t('coming')}</h2>
          <Rows items={coming.slice(0, 8)} zone={zone} now={now} />
        </section>
      </div>
    </main>
  );
}
