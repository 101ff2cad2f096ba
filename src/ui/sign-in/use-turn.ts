'use client';

import { useCallback, useState } from 'react';
import { newAct } from '@/ui/common/act';

/** Nobody who is let in at once need hear of a line. */
const BEFORE_ASKING = 1500;
const AGAIN = 2000;

/**
 * Does something for which one may have to wait for a turn, and says meanwhile about how long it will be.
 *
 * @returns `inLine` seconds, 0 while nobody waits
 */
export function useTurn(): {
  readonly inLine: number;
  readonly inTurn: <Value>(work: (ticket: string) => Promise<Value>) => Promise<Value>;
} {
  const [inLine, setInLine] = useState(0);
  const inTurn = useCallback(async <Value>(work: (ticket: string) => Promise<Value>): Promise<Value> => {
    const ticket = newAct();
    let timer: ReturnType<typeof setTimeout> | undefined;
    let done = false;
    const ask = async () => {
      const seconds = await fetch(`/api/sign-in/wait?ticket=${ticket}`)
        .then((response) => response.json() as Promise<{ seconds?: number }>)
        .then((answer) => answer.seconds ?? 0)
        .catch(() => 0);
      if (done) return;
      setInLine(seconds);
      timer = setTimeout(ask, AGAIN);
    };
    timer = setTimeout(ask, BEFORE_ASKING);
    try {
      return await work(ticket);
    } finally {
      done = true;
      clearTimeout(timer);
      setInLine(0);
    }
  }, []);
  return { inLine, inTurn };
}
