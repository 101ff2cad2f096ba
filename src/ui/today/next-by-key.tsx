'use client';

import { useEffect } from 'react';

/** What Alt with the arrow keys goes through: each thing to do next, by its name. */
const STOPS = '[data-next] a:first-of-type';

/** Alt with the arrow keys goes to what to do next, and from one thing to the other, from wherever one is on the page. */
export function NextByKey() {
  useEffect(() => {
    const byKey = (event: KeyboardEvent) => {
      if (!event.altKey || event.ctrlKey || event.metaKey) return;
      if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
      const stops = [...document.querySelectorAll<HTMLElement>(STOPS)];
      const at = stops.indexOf(document.activeElement as HTMLElement);
      const to = event.key === 'ArrowDown' ? at + 1 : Math.max(0, at - 1);
      const stop = stops[Math.min(to, stops.length - 1)];
      if (!stop) return;
      event.preventDefault();
      stop.focus();
    };
    window.addEventListener('keydown', byKey);
    return () => window.removeEventListener('keydown', byKey);
  }, []);
  return null;
}
