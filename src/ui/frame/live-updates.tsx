'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import { useRefresh } from '@/ui/common/use-refresh';
import classes from './frame.module.css';
import { waitForScreens } from './patient-fetch';

const SETTLE = 250;

/**
 * Hears what happens elsewhere and asks for the present screen again. After a gap (a dropped stream, a
 * sleeping laptop) it asks as well, since something may have been missed. While the server is away it
 * says so, and keeps links from leaving for a page that cannot come.
 */
export function LiveUpdates() {
  const t = useTranslations('frame');
  const refresh = useRefresh();
  const [away, setAway] = useState(false);
  useEffect(waitForScreens, []);
  useEffect(() => {
    let wait: ReturnType<typeof setTimeout> | undefined;
    let dropped = false;
    const ask = () => {
      clearTimeout(wait);
      wait = setTimeout(refresh, SETTLE);
    };
    const stream = new EventSource('/api/events');
    stream.onmessage = ask;
    stream.onerror = () => {
      dropped = true;
      setAway(true);
    };
    stream.onopen = () => {
      if (dropped) ask();
      dropped = false;
      setAway(false);
    };
    return () => {
      clearTimeout(wait);
      stream.close();
    };
  }, [refresh]);
  useEffect(() => {
    if (!away) return;
    const stay = (event: MouseEvent) => {
      const link = event.target instanceof Element ? event.target.closest('a[href^="/"]') : null;
      if (!link) return;
      event.preventDefault();
      event.stopPropagation();
    };
    document.addEventListener('click', stay, true);
    return () => document.removeEventListener('click', stay, true);
  }, [away]);
  return (
    <p role="status" className={classes.away}>
      {away ? t('away') : null}
    </p>
  );
}
