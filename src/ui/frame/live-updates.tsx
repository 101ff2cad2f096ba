'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

const SETTLE = 250;

/**
 * Hears what happens elsewhere and asks for the present screen again. After a gap (a dropped stream, a
 * sleeping laptop) it asks as well, since something may have been missed.
 */
export function LiveUpdates() {
  const router = useRouter();
  useEffect(() => {
    let wait: ReturnType<typeof setTimeout> | undefined;
    let dropped = false;
    const ask = () => {
      clearTimeout(wait);
      wait = setTimeout(() => router.refresh(), SETTLE);
    };
    const stream = new EventSource('/api/events');
    stream.onmessage = ask;
    stream.onerror = () => {
      dropped = true;
    };
    stream.onopen = () => {
      if (dropped) ask();
      dropped = false;
    };
    return () => {
      clearTimeout(wait);
      stream.close();
    };
  }, [router]);
  return null;
}
