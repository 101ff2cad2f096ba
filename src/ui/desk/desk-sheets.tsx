'use client';

import { useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import { SHEETS, type SheetName } from '@/core/places';
import type { DeskView } from '@/server/reading/desk/desk';
import classes from './desk.module.css';

/** The sheets that there are on a Desk now. */
export const sheetsOf = (view: DeskView): readonly SheetName[] =>
  SHEETS.filter((name) => {
    if (name === 'feedback') return view.feedback.length > 0;
    // Before it opens there is nothing to attach to, to note, or to ask about.
    if (name !== 'brief' && view.state === 'opens-later') return false;
    return name !== 'pieces' || view.takes === 'pieces';
  });

interface Props {
  readonly view: DeskView;
  readonly open: SheetName | null;
  readonly choose: (sheet: SheetName | null) => void;
  readonly bodies: Readonly<Record<SheetName, () => ReactNode>>;
}

/** The tabs at the edge of the Desk, and the sheet that is open. */
export function DeskSheets({ view, open, choose, bodies }: Props) {
  const t = useTranslations('desk');
  const unread = view.aside.filter((message) => message.unread).length;
  return (
    <>
      <nav className={classes.tabs} aria-label={t('sheets')}>
        {sheetsOf(view).map((name) => (
          <button
            key={name}
            type="button"
            aria-expanded={open === name}
            onClick={() => choose(open === name ? null : name)}
          >
            {t(`sheet-${name}`)}
            {name === 'floor' && view.floorUnread > 0 ? (
              <span className={classes.dot}>
                <span className="visually-hidden">{t('unread', { n: view.floorUnread })}</span>
              </span>
            ) : null}
            {name === 'aside' && unread > 0 ? (
              <span className={classes.dot}>
                <span className="visually-hidden">{t('unread', { n: unread })}</span>
              </span>
            ) : null}
          </button>
        ))}
      </nav>
      {open ? (
        <aside className={classes.sheet} aria-label={t(`sheet-${open}`)}>
          <header>
            <h2>{t(`sheet-${open}`)}</h2>
            <button type="button" className="quiet" onClick={() => choose(null)}>
              {t('close-sheet')}
            </button>
          </header>
          {bodies[open]()}
        </aside>
      ) : null}
    </>
  );
}
