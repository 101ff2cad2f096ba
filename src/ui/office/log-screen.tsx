import { useTranslations } from 'next-intl';
import type { KeptAct } from '@/store/office-acts';
import { PlaceLink } from '@/ui/common/place-link';
import { Acts } from './acts';
import classes from './office.module.css';

/** Who did what in the office, and when. Nothing of anybody's work is in it. */
export function LogScreen({
  acts,
  more,
  zone,
  now,
}: {
  readonly acts: readonly KeptAct[];
  readonly more: boolean;
  readonly zone: string;
  readonly now: number;
}) {
  const t = useTranslations('acts');
  return (
    <main className={classes.narrow} id="main">
      <div className={classes.head}>
        <h1>{t('title')}</h1>
      </div>
      <p className="soft">{t('says')}</p>
      <section className={classes.section} aria-label={t('title')}>
        {acts.length === 0 ? <p className="soft">{t('none')}</p> : null}
        <Acts acts={acts} about={null} zone={zone} now={now} />
        {more ? <PlaceLink to={{ at: 'office-log', before: acts.at(-1)?.n ?? null }}>{t('earlier')}</PlaceLink> : null}
      </section>
    </main>
  );
}
