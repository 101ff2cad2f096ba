'use client';

import { type KeyboardEvent, type ReactNode, useLayoutEffect, useRef } from 'react';
import { STRING_SIZES } from '@/core/plan/string-layout';
import classes from './sky-string.module.css';

interface Props {
  readonly label: string;
  readonly earlier: string;
  readonly later: string;
  readonly back: string;
  /** Where now is, in px from the start edge. */
  readonly to: number;
  readonly children: ReactNode;
}

/** Lets the String be scrolled by a day and back to now. */
export function SkyScroll({ label, earlier, later, back, to, children }: Props) {
  const box = useRef<HTMLElement>(null);
  const sign = () => (box.current && getComputedStyle(box.current).direction === 'rtl' ? -1 : 1);
  const lead = () => Math.min(250, (box.current?.clientWidth ?? 0) / 4);
  const toNow = (behavior: ScrollBehavior) => box.current?.scrollTo({ left: sign() * (to - lead()), behavior });
  const by = (days: number) => box.current?.scrollBy({ left: sign() * days * STRING_SIZES.day, behavior: 'smooth' });
  // Home goes back to now; Page up and down move by a day, from wherever one is on the String.
  const byKey = (event: KeyboardEvent) => {
    if (event.key === 'Home') toNow('smooth');
    else if (event.key === 'PageUp') by(-1);
    else if (event.key === 'PageDown') by(1);
    else return;
    event.preventDefault();
  };
  const placed = useRef(false);
  useLayoutEffect(() => {
    if (placed.current || !box.current) return;
    placed.current = true;
    const start = getComputedStyle(box.current).direction === 'rtl' ? -1 : 1;
    box.current.scrollLeft = start * (to - Math.min(250, box.current.clientWidth / 4));
  }, [to]);
  return (
    <div className={classes.frame}>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key */}
      <section ref={box} className={classes.scroll} aria-label={label} tabIndex={0} onKeyDown={byKey}>
        {children}
      </section>
      <div className={classes.moves}>
        <button type="button" className="quiet" onClick={() => by(-1)}>
          {earlier}
        </button>
        <button type="button" className="quiet" onClick={() => toNow('smooth')}>
          {back}
        </button>
        <button type="button" className="quiet" onClick={() => by(1)}>
          {later}
        </button>
      </div>
    </div>
  );
}
