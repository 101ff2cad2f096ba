'use client';

import { useEffect } from 'react';

/** Is this a phone, by the room there is? The same width as in `media.css`. */
export const onPhone = (): boolean =>
  typeof window.matchMedia === 'function' && window.matchMedia('(max-width: 640px)').matches;

/** Below so many pixels of height there is a keyboard on the screen. */
const SHORT = 520;

/**
 * Tells the styles how much of the window can be seen: a keyboard that lies over it covers the rest, and may have
 * pushed it up. `--seen` is the height, `--seen-from` where it begins, `data-short` that there is little of it. Until one comes
 * to something there is no keyboard, and nothing is told: to measure a page that has just come costs a slow phone a moment.
 */
export function useSeen(): void {
  useEffect(() => {
    const seen = window.visualViewport;
    const { documentElement: html } = document;
    if (!seen) return;
    const tell = () => {
      // Who made the page larger with two fingers has not lost height to a keyboard.
      if (seen.scale > 1.01) return;
      html.style.setProperty('--seen', `${seen.height}px`);
      html.style.setProperty('--seen-from', `${seen.offsetTop}px`);
      html.toggleAttribute('data-short', seen.height < SHORT);
    };
    if (document.activeElement !== document.body) tell();
    else document.addEventListener('focusin', tell, { once: true });
    seen.addEventListener('resize', tell);
    seen.addEventListener('scroll', tell);
    return () => {
      document.removeEventListener('focusin', tell);
      seen.removeEventListener('resize', tell);
      seen.removeEventListener('scroll', tell);
      html.style.removeProperty('--seen');
      html.style.removeProperty('--seen-from');
      html.removeAttribute('data-short');
    };
  }, []);
}
