import { useTranslations } from 'next-intl';
import { STATES } from '@/core/work/standing';
import { Kite } from '@/ui/common/kite';
import classes from './welcome.module.css';

/** What each shape of kite says. */
export function KiteLegend() {
  const t = useTranslations('state');
  const says = useTranslations('today');
  return (
    <ul className={classes.kites} aria-label={says('kites')}>
      {STATES.map((state) => (
        <li key={state}>
          <Kite state={state} /> {t(state)}
        </li>
      ))}
    </ul>
  );
}

/** A newcomer's first minute: what this is, what to do first, whom to ask. It is there until something has been done. */
export function Welcome({ teaching, help }: { readonly teaching: boolean; readonly help: string }) {
  const t = useTranslations('welcome');
  const of = teaching ? 'teacher' : 'student';
  return (
    <section className={classes.welcome} aria-labelledby="welcome">
      <h2 id="welcome">{t('title')}</h2>
      <ol>
        <li>{t(`what-${of}`)}</li>
        <li>{t(`first-${of}`)}</li>
        <li>{t('ask', { help })}</li>
      </ol>
      {teaching ? null : <KiteLegend />}
    </section>
  );
}
