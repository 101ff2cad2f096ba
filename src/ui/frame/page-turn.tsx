'use client';

import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { useEffect, useTransition } from 'react';
import classes from './page-turn.module.css';

/** Is a click meant to turn the page here, and not to open it elsewhere or to take something away? */
const isPlain = (event: MouseEvent): boolean =>
  event.button === 0 && !event.defaultPrevented && !event.metaKey && !event.ctrlKey && !event.shiftKey && !event.altKey;

/** The nearest link to a place that was clicked; `null` where it leads nowhere of ours. */
function placeOf(event: MouseEvent): HTMLAnchorElement | null {
  const link = event.target instanceof Element ? event.target.closest<HTMLAnchorElement>('a[href^="/"]') : null;
  const leaves = !link || link.hasAttribute('download') || link.target !== '' || link.pathname.startsWith('/api/');
  return leaves ? null : link;
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
      const link = isPlain(event) ? placeOf(event) : null;
      if (link === null) return;
      event.preventDefault();
      const address = link.getAttribute('href') ?? '/';
      // A fold is no page of its own: what was scrolled to stays, and Back leads to the page before.
      start(() =>
        link.matches('[data-fold], [aria-expanded]')
          ? router.replace(address, { scroll: false })
          : router.push(address),
      );
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
