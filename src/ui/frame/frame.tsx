import { useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import type { Screen } from '@/core/places';
import { PlaceLink } from '@/ui/common/place-link';
import { DeviceKeeper } from '@/ui/device/keeper';
import { Clock } from './clock';
import { FarTools } from './far-tools';
import classes from './frame.module.css';
import { FrameWords } from './frame-words';
import { LiveUpdates } from './live-updates';
import { Mark } from './mark';
import { PageTurn } from './page-turn';
import { PersonMenu } from './person-menu';

interface Props {
  readonly shortName: string;
  readonly teaching: boolean;
  readonly unread: number;
  /** Whom to ask, as the school says it. */
  readonly help: string;
  readonly now: number;
  /** Up to where what happens has gone into this screen. */
  readonly heard: string;
  /** By what this browser tells whose words it keeps. */
  readonly tag: string;
  readonly children: ReactNode;
}

/** What stands around every screen: the bar above, and on a phone the words below. */
export function Frame({ shortName, teaching, unread, help, now, heard, tag, children }: Props) {
  const t = useTranslations('frame');
  const words: readonly { readonly at: Screen; readonly word: string }[] = [
    { at: 'today', word: t('today') },
    ...(teaching ? [] : [{ at: 'work' as const, word: t('work') }]),
    { at: 'classes', word: t('classes') },
    teaching ? { at: 'asides', word: t('asides') } : { at: 'shelf', word: t('shelf') },
  ];
  return (
    <div className={classes.frame} data-device={tag}>
      <a className="skip" href="#main">
        {t('skip')}
      </a>
      <header className={classes.bar}>
        <PlaceLink to={{ at: 'today' }} className={classes.mark}>
          <Mark name={t('name')} />
        </PlaceLink>
        <FrameWords words={words} label={t('places')} />
        <div className={classes.far}>
          <FarTools unread={unread} help={help} />
          <PersonMenu name={shortName} teaching={teaching} />
        </div>
      </header>
      {children}
      <Clock server={now} />
      <PageTurn />
      <LiveUpdates from={heard} />
      {tag === '' ? null : <DeviceKeeper tag={tag} />}
    </div>
  );
}
