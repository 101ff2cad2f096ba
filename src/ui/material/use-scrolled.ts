'use client';

import { type RefObject, useEffect, useRef } from 'react';
import type { Following } from './following';

/** The end counts as reached once so much of the time that the text takes has gone by: a share, and at most 20 s. */
const SHARE = 0.15;
const AT_MOST = 20_000;

/**
 * Follows how far a text has been scrolled: begins where the person left off, says where they are, and
 * that all has been seen when its end has come into view after a while of reading.
 *
 * @param minutes how long the text takes
 * @returns what marks the end of the text
 */
export function useScrolled(box: RefObject<HTMLElement | null>, minutes: number, { spot, moved, seenAll }: Following) {
  const end = useRef<HTMLDivElement>(null);
  const latest = useRef({ moved, seenAll });
  latest.current = { moved, seenAll };
  const start = useRef(spot);
  useEffect(() => {
    const scrolls = box.current;
    const mark = end.current;
    if (!scrolls || !mark) return;
    const way = () => scrolls.scrollHeight - scrolls.clientHeight;
    const follow = () => latest.current.moved(way() > 0 ? Math.min(1, Math.abs(scrolls.scrollTop) / way()) : 0);
    scrolls.addEventListener('scroll', follow, { passive: true });
    // Whoever scrolled before the page was awake is where they are, and not where they once left off.
    if (scrolls.scrollTop !== 0) follow();
    else if (start.current > 0.03 && start.current < 0.97) scrolls.scrollTop = start.current * way();
    const readyAt = Date.now() + Math.min(AT_MOST, minutes * 60_000 * SHARE);
    let timer: ReturnType<typeof setTimeout> | undefined;
    const watch = new IntersectionObserver(([entry]) => {
      clearTimeout(timer);
      if (entry?.isIntersecting) timer = setTimeout(() => latest.current.seenAll(), Math.max(0, readyAt - Date.now()));
    });
    watch.observe(mark);
    return () => {
      scrolls.removeEventListener('scroll', follow);
      clearTimeout(timer);
      watch.disconnect();
    };
  }, [box, minutes]);
  return end;
}
