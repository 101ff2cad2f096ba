'use client';

import { useEffect, useState } from 'react';

/** Clears this browser of whoever was signed in before. Says whether something lies locked in it. */
export function useClearedDevice(): boolean {
  const [locked, setLocked] = useState(false);
  useEffect(() => {
    void import('./kept-here')
      .then(({ clearOthers }) => clearOthers(null))
      .then(setLocked)
      .catch(() => {
        // A browser that keeps nothing has nothing to clear.
      });
  }, []);
  return locked;
}
