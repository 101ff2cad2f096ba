import { useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import type { Role } from '@/core/office/person';
import { PlaceLink } from '@/ui/common/place-link';
import { DeviceKeeper } from '@/ui/device/keeper';
import { Clock } from './clock';
import { FarTools } from './far-tools';
import classes from './frame.module.css';
import { type FrameWord, FrameWords } from './frame-words';
import { LiveUpdates } from './live-updates';
import { Mark } from './mark';
import { PageTurn } from './page-turn';
import { PersonMenu } from './person-menu';

interface Props {
  readonly shortName: string;
  readonly role: Role;
  /** Looks after people, classes and the year. */
  readonly office: boolean;
  readonly unread: number;
  /** Messages that were not read. */
  readonly messages: number;
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
export function Frame({ shortName, role, office, unread, messages, help, now, heard, tag, children }: Props) {
  const t = useTranslations('frame');
  const teaching = role === 'teacher';
  const today = { to: { at: 'today' }, word: t('today') } as const;
  const ofOffice: readonly FrameWord[] = [
    today,
    { to: { at: 'people' }, word: t('people') },
    { to: { at: 'office-classes' }, word: t('classes') },
    { to: { at: 'lessons' }, word: t('lessons') },
    { to: { at: 'year' }, word: t('year') },
    { to: { at: 'rosters' }, word: t('rosters') },
  ];
  const own: readonly FrameWord[] = [
    today,
    ...(teaching ? [] : [{ to: { at: 'work' }, word: t('work') } as const]),
    { to: { at: 'classes' }, word: t('classes') },
    teaching ? { to: { at: 'asides' }, word: t('asides') } : { to: { at: 'shelf' }, word: t('shelf') },
    ...(office ? [{ to: { at: 'people' }, word: t('office') } as const] : []),
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
        <FrameWords words={role === 'office' ? ofOffice : own} ofOffice={office ? ofOffice : []} label={t('places')} />
        <div className={classes.far}>
          <FarTools unread={unread} messages={messages} help={help} where={{ classes: role !== 'office', office }} />
          <PersonMenu name={shortName} role={role} />
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
