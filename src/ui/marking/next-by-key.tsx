'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

/** Alt with an arrow goes to the student before or after. */
export function NextByKey({ before, after }: { before: string | undefined; after: string | undefined }) {
  const router = useRouter();
  useEffect(() => {
    const turn = (event: KeyboardEvent) => {
      const to = event.key === 'ArrowUp' ? before : event.key === 'ArrowDown' ? after : undefined;
      if (!event.altKey || !to) return;
      event.preventDefault();
      router.push(to);
    };
    window.addEventListener('keydown', turn);
    return () => window.removeEventListener('keydown', turn);
  }, [before, after, router]);
  return null;
}
