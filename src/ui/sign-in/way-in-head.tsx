'use client';

import { useLocale, useTranslations } from 'next-intl';
import { LOCALES, localeOf } from '@/i18n/locales';
import { post } from '@/ui/common/client-request';
import { Mark } from '@/ui/frame/mark';
import classes from './way-in-head.module.css';

/** What stands above every screen of those who are not in yet: the mark, and the languages. */
export function WayInHead() {
  const frame = useTranslations('frame');
  const locale = localeOf(useLocale());
  const choose = async (next: string) => {
    await post('/api/language', { locale: next });
    // The direction is on the root element, which only a full load draws anew.
    window.location.reload();
  };
  return (
    <header className={classes.head}>
      <span className={classes.mark}>
        <Mark name={frame('name')} />
      </span>
      <nav aria-label={frame('language')} className={classes.languages}>
        {Object.entries(LOCALES).map(([key, { name }]) => (
          <button
            key={key}
            type="button"
            lang={key}
            className="quiet"
            aria-current={key === locale || undefined}
            onClick={() => choose(key)}
          >
            {name}
          </button>
        ))}
      </nav>
    </header>
  );
}
