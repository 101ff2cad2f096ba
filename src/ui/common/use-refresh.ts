'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef } from 'react';

const AGAIN = 4000;

/**
 * Asks for the present screen again, but only once the server answers: a refresh that fails would leave
 * the browser's own error page in the place of what the person is working on.
 */
export function useRefresh(): () => void {
  const router = useRouter();
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const here = useRef(true);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
      clearTimeout(timer.current);
    };
  }, []);
  return useCallback(() => {
    const attempt = async () => {
      clearTimeout(timer.current);
      const reached = await fetch('/api/health', { cache: 'no-store' }).then(
        ({ ok }) => ok,
        () => false,
      );
      if (reached) router.refresh();
      // A dialog that closed over what it did still has its screen drawn anew; who has left waits for no server.
      else if (here.current) timer.current = setTimeout(attempt, AGAIN);
    };
    void attempt();
  }, [router]);
}
