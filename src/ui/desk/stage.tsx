'use client';

import { useTranslations } from 'next-intl';
import { type ReactNode, type TouchEvent, useRef, useState } from 'react';
import { Group, Panel, Separator, useDefaultLayout } from 'react-resizable-panels';
import classes from './stage.module.css';

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

/** So far a finger has to go across for a swipe, in pixels; and so much farther across than up or down. */
const SWIPE = { far: 60, across: 2 };

/** Hears a finger that goes across; `onwards` in the direction of reading. A second finger means something else. */
function useSwipe(swiped: (onwards: boolean) => void) {
  const from = useRef<{ readonly x: number; readonly y: number } | null>(null);
  return {
    onTouchStart: ({ touches }: TouchEvent) => {
      const finger = touches[0];
      from.current = finger && touches.length === 1 ? { x: finger.clientX, y: finger.clientY } : null;
    },
    onTouchEnd: ({ changedTouches, currentTarget }: TouchEvent<HTMLElement>) => {
      const finger = changedTouches[0];
      if (!from.current || !finger) return;
      const across = finger.clientX - from.current.x;
      const down = Math.abs(finger.clientY - from.current.y);
      from.current = null;
      if (Math.abs(across) < SWIPE.far || Math.abs(across) < SWIPE.across * down) return;
      swiped(across < 0 === (getComputedStyle(currentTarget).direction === 'ltr'));
    },
  };
}

/** Reading and writing side by side, the divider where it was left; on a phone one of the two at a time. */
export function SideBySide({ beside, main }: Props) {
  const t = useTranslations('desk');
  const [shown, setShown] = useState<'beside' | 'main'>('main');
  const swipe = useSwipe((onwards) => setShown(onwards ? 'main' : 'beside'));
  const { defaultLayout, onLayoutChanged } = useDefaultLayout({
    id: 'kite-stage',
    storage: typeof window === 'undefined' ? nowhere : localStorage,
  });
  return (
    <div className={classes.both} data-shown={shown} {...swipe}>
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
