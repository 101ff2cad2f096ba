'use client';

import { useTranslations } from 'next-intl';
import { type ReactNode, useState } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import classes from './desk.module.css';

/** One pane of the stage. */
export function Pane({ children, label }: { children: ReactNode; label: string }) {
  return (
    <section className={classes.pane} aria-label={label}>
      {children}
    </section>
  );
}

const nowhere = { getItem: () => null, setItem: () => {} };

interface Props {
  readonly beside: { readonly label: string; readonly pane: ReactNode };
  readonly main: { readonly label: string; readonly pane: ReactNode };
}

/** Reading and writing side by side, the divider where it was left; on a phone one of the two at a time. */
export function SideBySide({ beside, main }: Props) {
  const t = useTranslations('desk');
  const [shown, setShown] = useState<'beside' | 'main'>('main');
  const { defaultLayout, onLayoutChanged } = useDefaultLayout({
    id: 'kite-stage',
    storage: typeof window === 'undefined' ? nowhere : localStorage,
  });
  return (
    <div className={classes.both} data-shown={shown}>
      <fieldset className={classes.which}>
        <legend className="visually-hidden">{t('which')}</legend>
        {(['beside', 'main'] as const).map((side) => (
          <button key={side} type="button" aria-pressed={shown === side} onClick={() => setShown(side)}>
            {(side === 'beside' ? beside : main).label}
          </button>
        ))}
      </fieldset>
      <Group
        id="kite-stage"
        className={classes.group ?? ''}
        orientation="horizontal"
        defaultLayout={defaultLayout}
        onLayoutChanged={onLayoutChanged}
      >
        <Panel id="beside" minSize="25%" className={classes.sideBeside ?? ''}>
          {beside.pane}
        </Panel>
        <Separator className={classes.divider ?? ''} aria-label={t('divider')} />
        <Panel id="main" minSize="25%" className={classes.sideMain ?? ''}>
          {main.pane}
        </Panel>
      </Group>
    </div>
  );
}
