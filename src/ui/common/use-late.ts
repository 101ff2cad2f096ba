'use client';

import { useEffect, useState } from 'react';

/** Whether something has been waited for so long, in milliseconds, since it began to be. */
export function useLate(waiting: boolean, after: number): boolean {
  const [late, setLate] = useState(false);
  useEffect(() => {
    if (!waiting) return;
    const timer = setTimeout(() => setLate(true), after);
    return () => clearTimeout(timer);
  }, [waiting, after]);
  return late;
}
