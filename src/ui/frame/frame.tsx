import { useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import { PlaceLink } from '@/ui/common/place-link';
import classes from './frame.module.css';
import { FrameWords } from './frame-words';
import { LiveUpdates } from './live-updates';
import { Mark } from './mark';
import { PersonMenu } from './person-menu';

/** What stands around every screen: the bar above, and on a phone the words below. */
export function Frame({ shortName, children }: { shortName: string; children: ReactNode }) {
  const t = useTranslations('frame');
  const words = [
    { href: '/today', word: t('today') },
    { href: '/classes', word: t('classes') },
  ];
  return (
    <div className={classes.frame}>
      <a className="skip" href="#main">
        {t('skip')}
      </a>
      <header className={classes.bar}>
        <PlaceLink href="/today" className={classes.mark}>
          <Mark name={t('name')} />
        </PlaceLink>
        <FrameWords words={words} label={t('places')} />
        <div className={classes.far}>
          <PersonMenu name={shortName} />
        </div>
      </header>
      {children}
      <LiveUpdates />
    </div>
  );
}
