'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { addressOf, type Place } from '@/core/places';

/** Alt with an arrow goes to the student before or after. */
export function NextByKey({ before, after }: { before: Place | undefined; after: Place | undefined }) {
  const router = useRouter();
  useEffect(() => {
    const turn = (event: KeyboardEvent) => {
      const to = event.key === 'ArrowUp' ? before : event.key === 'ArrowDown' ? after : undefined;
      if (!event.altKey || !to) return;
      event.preventDefault();
      router.push(addressOf(to));
    };
    window.addEventListener('keydown', turn);
    return () => window.removeEventListener('keydown', turn);
  }, [before, after, router]);
  return null;
}
