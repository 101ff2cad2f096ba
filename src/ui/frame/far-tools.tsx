'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import { PlaceLink } from '@/ui/common/place-link';
import type { WhereAtWork } from '@/ui/find/commands';
import classes from './frame.module.css';
import { LaterWords } from './later-words';

const FindDialog = dynamic(() => import('@/ui/find/find-dialog').then((loaded) => loaded.FindDialog), { ssr: false });
const HelpHere = dynamic(() => import('@/ui/help/help-here').then((loaded) => loaded.HelpHere), { ssr: false });

/** Find, What's new and Help, at the far side of the bar. Ctrl K finds from anywhere. */
export function FarTools({
  unread,
  messages,
  help,
  where,
}: {
  readonly unread: number;
  readonly messages: number;
  readonly help: string;
  readonly where: WhereAtWork;
}) {
  const t = useTranslations('frame');
  const [open, setOpen] = useState<'find' | 'help' | null>(null);
  useEffect(() => {
    const byKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return;
      event.preventDefault();
      setOpen('find');
    };
    window.addEventListener('keydown', byKey);
    return () => window.removeEventListener('keydown', byKey);
  }, []);
  return (
    <>
      <button type="button" className={classes.tool} onClick={() => setOpen('find')} aria-keyshortcuts="Control+K">
        {t('find')} <kbd className={classes.key}>Ctrl K</kbd>
      </button>
      <PlaceLink to={{ at: 'news' }} className={classes.tool}>
        {t('new')}{' '}
        <strong className="num" data-unread={unread}>
          {unread === 0 ? '' : unread >= 100 ? '99+' : unread}
        </strong>
        <span className="visually-hidden">{t('unread', { n: unread })}</span>
      </PlaceLink>
      {where.classes ? (
        <PlaceLink to={{ at: 'messages' }} className={classes.tool}>
          {t('messages')} <strong className="num">{messages === 0 ? '' : messages >= 100 ? '99+' : messages}</strong>
          <span className="visually-hidden">{t('unread', { n: messages })}</span>
        </PlaceLink>
      ) : null}
      <button type="button" className={`${classes.tool} ${classes.helps}`} onClick={() => setOpen('help')}>
        {t('help')}
      </button>
      {open === null ? null : (
        <LaterWords>
          {open === 'find' ? (
            <FindDialog where={where} close={() => setOpen(null)} />
          ) : (
            <HelpHere help={help} close={() => setOpen(null)} />
          )}
        </LaterWords>
      )}
    </>
  );
}
