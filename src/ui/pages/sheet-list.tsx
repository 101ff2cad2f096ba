'use client';

import { useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import { RULINGS, type Ruling, type Sheet } from '@/core/pages/given';
import { Choices, Slot } from '@/ui/set/slot';
import classes from './sheet-list.module.css';

interface Props {
  readonly sheets: readonly Sheet[];
  readonly at: string | null;
  /** How many boxes of a sheet are still empty, and whether anything stands on it. */
  readonly stateOf: (sheet: string) => { readonly boxes: number; readonly empty: number; readonly things: number };
  readonly thumbOf: (sheet: Sheet) => ReactNode;
  readonly go: (sheet: string) => void;
  /** Adds a sheet of paper; `null` where nothing is added. */
  readonly add: ((ruling: Ruling) => void) | null;
  /** Goes to the photographs from which sheets are made; `null` where nothing is added. */
  readonly press: (() => void) | null;
  /** What stands below. */
  readonly children: ReactNode;
}

/** The sheets on their line, one below the other: how far each is, and another one. */
export function SheetList({ sheets, at, stateOf, thumbOf, go, add, press, children }: Props) {
  const t = useTranslations('pages');
  const pressed = useTranslations('press');
  return (
    <nav className={classes.list} aria-label={t('sheets')}>
      <ol>
        {sheets.map((sheet, i) => {
          const { id } = sheet;
          const { boxes, empty, things } = stateOf(id);
          const says =
            boxes > 0
              ? empty > 0
                ? t('empty-boxes', { n: empty })
                : t('all-filled')
              : sheet.under && things === 0
                ? t('photographed')
                : t('written', { n: things });
          return (
            <li key={id}>
              <button type="button" aria-current={id === at ? 'true' : undefined} onClick={() => go(id)}>
                <b>
                  {thumbOf(sheet)}
                  <span>{t('number', { n: i + 1 })}</span>
                </b>
                <small>{says}</small>
              </button>
            </li>
          );
        })}
      </ol>
      {add ? (
        <div className={classes.more}>
          <Slot words={t('a-sheet')} label={t('add-sheet')}>
            {(close) => (
              <Choices
                choices={RULINGS.map((ruling) => ({ value: ruling, words: t(`ruling-${ruling}`) }))}
                chosen={null as Ruling | null}
                choose={(ruling) => {
                  close();
                  if (ruling) add(ruling);
                }}
              />
            )}
          </Slot>
        </div>
      ) : null}
      {press ? (
        <div className={classes.more}>
          <button type="button" className="quiet" onClick={press}>
            {pressed('to-photographs')}
          </button>
        </div>
      ) : null}
      <div className={classes.more}>{children}</div>
    </nav>
  );
}
