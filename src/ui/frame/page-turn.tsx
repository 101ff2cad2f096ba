'use client';

import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { useEffect, useTransition } from 'react';
import classes from './page-turn.module.css';

/** Is a click meant to turn the page here, and not to open it elsewhere or to take something away? */
const isPlain = (event: MouseEvent): boolean =>
  event.button === 0 && !event.defaultPrevented && !event.metaKey && !event.ctrlKey && !event.shiftKey && !event.altKey;

/** The place that a click leads to, by the nearest link that names one; `null` where it leads nowhere of ours. */
function placeOf(event: MouseEvent): string | null {
  const link = event.target instanceof Element ? event.target.closest('a[data-place]') : null;
  if (!link || (link.getAttribute('target') ?? '_self') !== '_self' || link.hasAttribute('download')) return null;
  return link.getAttribute('href');
}

/**
 * Turns pages for all links to places, one listener for all of them. The present page stays until the next one is there;
 * where that takes a moment it says so, first as a thread, then in words.
 */
export function PageTurn() {
  const t = useTranslations('frame');
  const router = useRouter();
  const [pending, start] = useTransition();
  useEffect(() => {
    const turn = (event: MouseEvent) => {
      const place = isPlain(event) ? placeOf(event) : null;
      if (place === null) return;
      event.preventDefault();
      start(() => router.push(place));
    };
    document.addEventListener('click', turn);
    return () => document.removeEventListener('click', turn);
  }, [router]);
  return (
    <span role="status">
      {pending ? (
        <span className={classes.waiting}>
          <span className={classes.words}>{t('fetching')}</span>
        </span>
      ) : null}
    </span>
  );
}
