'use client';

import { startTransition, useCallback, useEffect, useRef, useState } from 'react';

/** What was not drawn within this is drawn at once, in milliseconds. */
const LONGEST = 1000;

/**
 * Something that changes often and that much of a screen says: it is drawn piece by piece, so that whoever types meanwhile is
 * heard. A page that is being fetched holds up whatever is drawn so, and on a network that fails it may never come: after a
 * while it is drawn all the same.
 */
export function useInPieces<Value>(first: Value): readonly [Value, (next: Value) => void] {
  const [drawn, draw] = useState(first);
  const latest = useRef(first);
  const late = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(
    () => () => {
      clearTimeout(late.current);
      late.current = undefined;
    },
    [],
  );
  const say = useCallback((next: Value) => {
    latest.current = next;
    startTransition(() => draw(next));
    late.current ??= setTimeout(() => {
      late.current = undefined;
      draw(latest.current);
    }, LONGEST);
  }, []);
  return [drawn, say];
}
