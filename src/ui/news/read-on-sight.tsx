'use client';

import { useCallback, useEffect, useRef } from 'react';
import { apart } from '@/ui/common/apart';
import { post } from '@/ui/common/client-request';

/** So long a thing has to be in sight to count as read. */
const ON_SIGHT = 1200;
const TOGETHER = 400;

/** Notes things as read, several in one request. */
export function useReadTogether() {
  const waiting = useRef(new Set<number>());
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const send = useCallback(() => {
    const events = [...waiting.current];
    waiting.current.clear();
    if (events.length === 0) return;
    void post('/api/news/read', { events }).then((answer) => {
      if (!answer.ok) for (const id of events) waiting.current.add(id);
    });
  }, []);
  useEffect(
    () => () => {
      clearTimeout(timer.current);
      send();
    },
    [send],
  );
  return useCallback(
    (id: number) => {
      waiting.current.add(id);
      clearTimeout(timer.current);
      timer.current = setTimeout(send, TOGETHER);
    },
    [send],
  );
}

/** Says when an element has been in sight for a moment, once, as long as that is wanted. */
export function useSight<Seen extends Element>(wanted: boolean, seen: () => void) {
  const element = useRef<Seen>(null);
  const latest = useRef(seen);
  latest.current = seen;
  useEffect(() => {
    if (!wanted || !element.current) return;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const watch = new IntersectionObserver(
      ([entry]) => {
        clearTimeout(timer);
        if (entry?.isIntersecting && document.visibilityState === 'visible') {
          timer = setTimeout(() => latest.current(), ON_SIGHT);
        }
      },
      { threshold: 0.6 },
    );
    watch.observe(element.current);
    return () => {
      clearTimeout(timer);
      watch.disconnect();
    };
  }, [wanted]);
  return element;
}

/** The mark of something new that is read where it stands: once it has been in sight, it is. */
export function ReadHere({ events, className, word }: { events: readonly number[]; className?: string; word: string }) {
  const mark = useSight<HTMLSpanElement>(true, () => void post('/api/news/read', { events }));
  return (
    <span ref={mark} className={className}>
      {word}
    </span>
  );
}

/** Notes what is new about an assignment or a material as read when it is visited, and again when more has come. */
export function useVisit(about: { readonly assignment: string } | { readonly material: string }, more = 0): void {
  const key = JSON.stringify(about);
  // biome-ignore lint/correctness/useExhaustiveDependencies: more of it is a reason to say so again
  useEffect(() => void apart().then(() => post('/api/news/read', JSON.parse(key))), [key, more]);
}

/** The same for a page that is drawn on the server. */
export function Visit({ material }: { material: string }) {
  useVisit({ material });
  return null;
}
