'use client';

import { useDirection } from '@mantine/core';
import { useSplitter } from '@mantine/hooks';
import { IconChevronLeft } from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import {
  type CSSProperties,
  type ReactNode,
  type TouchEvent,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
} from 'react';
import { keepWords, wordsHere } from '@/ui/device/kept-words';
import { DIVIDER } from '@/ui/device/person-store';
import classes from './stage.module.css';

/** One pane of the stage. */
export function Pane({ children, label }: { children: ReactNode; label: string }) {
  return (
    <section className={classes.pane} aria-label={label}>
      {children}
    </section>
  );
}

interface Props {
  readonly beside: { readonly label: string; readonly pane: ReactNode };
  readonly main: { readonly label: string; readonly pane: ReactNode };
}

/**
 * So far a finger has to go across for a swipe, in pixels; so much farther across than up or down; and so far from the
 * edge it begins, since nearer to it the browser goes back or on.
 */
const SWIPE = { far: 60, across: 2, edge: 24 };

/** Is this in something that can itself be moved across, like a wide table? */
function goesAcross(target: EventTarget | null, within: Element | null): boolean {
  for (let at = target instanceof Element ? target : null; at && at !== within; at = at.parentElement) {
    if (at.scrollWidth > at.clientWidth + 1 && /auto|scroll/.test(getComputedStyle(at).overflowX)) return true;
  }
  return false;
}

/** Hears a finger that goes across; `onwards` in the direction of reading. A second finger means something else. */
function useSwipe(swiped: (onwards: boolean) => void) {
  const from = useRef<{ readonly x: number; readonly y: number } | null>(null);
  const area = useRef<HTMLDivElement>(null);
  // What goes across is ours: a browser that takes it for its own would leave the page, with what is typed on it.
  useEffect(() => {
    const element = area.current;
    const keep = (event: globalThis.TouchEvent) => {
      const finger = event.touches[0];
      if (!from.current || !finger || !event.cancelable || goesAcross(event.target, element)) return;
      const across = Math.abs(finger.clientX - from.current.x);
      if (across > SWIPE.across * Math.abs(finger.clientY - from.current.y)) event.preventDefault();
    };
    element?.addEventListener('touchmove', keep, { passive: false });
    return () => element?.removeEventListener('touchmove', keep);
  }, []);
  return {
    ref: area,
    onTouchStart: ({ touches }: TouchEvent) => {
      const finger = touches[0];
      const free = finger && finger.clientX >= SWIPE.edge && finger.clientX <= window.innerWidth - SWIPE.edge;
      from.current = free && touches.length === 1 ? { x: finger.clientX, y: finger.clientY } : null;
    },
    onTouchEnd: ({ changedTouches, currentTarget, target }: TouchEvent<HTMLElement>) => {
      const finger = changedTouches[0];
      if (!from.current || !finger) return;
      const across = finger.clientX - from.current.x;
      const down = Math.abs(finger.clientY - from.current.y);
      from.current = null;
      if (goesAcross(target, currentTarget)) return;
      if (Math.abs(across) < SWIPE.far || Math.abs(across) < SWIPE.across * down) return;
      swiped(across < 0 === (getComputedStyle(currentTarget).direction === 'ltr'));
    },
  };
}

/** How much of the width either side has, in hundredths. */
const SIDE = { defaultSize: 50, min: 25, max: 75 };
const SIDES = [SIDE, SIDE];

/** Said of both sides together: a page that comes slowly shows the first as wide as it will be beside the second. */
const sides = (share: number) =>
  ({ '--sides': `minmax(0, ${share}fr) 12px minmax(0, ${100 - share}fr)` }) as CSSProperties;

/** Where the divider was left on this device, if it was ever moved. */
function keptShare(): number | null {
  const share = Number(wordsHere(DIVIDER) ?? Number.NaN);
  return share >= SIDE.min && share <= SIDE.max ? share : null;
}

const keepShare = (share: number) => keepWords(DIVIDER, String(share));

/** The shares of reading and writing, and the divider between them: where it was left, and moved by hand or by key. */
function useDivider(label: string) {
  const { dir } = useDirection();
  const [share, setShare] = useState(SIDE.defaultSize);
  useLayoutEffect(() => setShare((usual) => keptShare() ?? usual), []);
  const { ref, activeHandle, getHandleProps } = useSplitter({
    panels: SIDES,
    dir,
    sizes: [share, 100 - share],
    onSizeChange: ([moved]) => {
      setShare(Number(moved));
      // While it is drawn it moves with every frame: it is kept where it is let go.
      if (activeHandle < 0) keepShare(Number(moved));
    },
    onResizeEnd: (_, [left]) => keepShare(Number(left)),
  });
  // What lies between two sides stands upright, whichever way they lie.
  const handle = { ...getHandleProps({ index: 0 }), 'aria-orientation': 'vertical', 'aria-label': label } as const;
  return { ref, share, isMoved: activeHandle >= 0, handle };
}

/** Reading and writing side by side, the divider where it was left; on a phone one of the two at a time. */
export function SideBySide({ beside, main }: Props) {
  const t = useTranslations('desk');
  const [shown, setShown] = useState<'beside' | 'main'>('main');
  const swipe = useSwipe((onwards) => setShown(onwards ? 'main' : 'beside'));
  const { ref, share, isMoved, handle } = useDivider(t('divider'));
  return (
    <div className={classes.both} data-shown={shown} {...swipe}>
      <fieldset className={classes.which}>
        <legend className="visually-hidden">{t('which')}</legend>
        {(['beside', 'main'] as const).map((side) => (
          <button
            key={side}
            type="button"
            data-side={side}
            aria-pressed={shown === side}
            onClick={() => setShown(side)}
          >
            <IconChevronLeft className={classes.arrow} size={14} stroke={2.4} aria-hidden="true" />
            <span>{(side === 'beside' ? beside : main).label}</span>
          </button>
        ))}
      </fieldset>
      <div ref={ref} className={classes.group} style={sides(share)} data-moved={isMoved || undefined}>
        <div className={classes.sideBeside}>{beside.pane}</div>
        <div {...handle} className={classes.divider} />
        <div className={classes.sideMain}>{main.pane}</div>
      </div>
    </div>
  );
}
