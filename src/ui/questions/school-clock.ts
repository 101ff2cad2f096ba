'use client';

import { useEffect, useState } from 'react';

/**
 * The school's clock, which is not that of this device: it goes on from when the screen was made.
 *
 * @param now when the server made the screen
 * @param every how often to look, in milliseconds
 */
export function useSchoolClock(now: number, every = 1000): number {
  const [passed, setPassed] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: counted anew from every time the school says
  useEffect(() => {
    const begun = performance.now();
    setPassed(0);
    const timer = setInterval(() => setPassed(performance.now() - begun), every);
    return () => clearInterval(timer);
  }, [now, every]);
  return now + passed;
}
