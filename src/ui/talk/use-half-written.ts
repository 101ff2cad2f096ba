'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { Doc } from '@/core/text/nodes';
import { post } from '@/ui/common/client-request';
import { draftKey } from '@/ui/common/kept-draft';
import { keepWords, wordsHere } from '@/ui/device/kept-words';

interface Kept {
  readonly body: Doc;
  readonly at: number;
}

/** So long nothing was typed before it goes to the school, in milliseconds. */
const PAUSE = 1200;

function here(place: string): Kept | null {
  try {
    return JSON.parse(wordsHere(draftKey(`post ${place}`)) ?? 'null') as Kept | null;
  } catch {
    return null;
  }
}

/** Keeps what is to be sent from a place on this device. */
export function keepHere(place: string, kept: Kept | null): void {
  keepWords(draftKey(`post ${place}`), kept && JSON.stringify(kept));
}

/**
 * What was begun to be written at a place and not sent: kept on this device with each word, and at the school after a pause, so
 * that other devices have it. `first` is what there was, once that is known; the later of the two.
 */
export function useHalfWritten(place: string) {
  const [first, setFirst] = useState<{ readonly place: string; readonly body: Doc | null } | null>(null);
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
  const unsent = useRef<Doc | null | undefined>(undefined);

  useEffect(() => {
    let left = false;
    const own = here(place);
    const there = fetch(`/api/half-written?place=${encodeURIComponent(place)}`)
      .then((answer) => answer.json() as Promise<{ readonly ok: boolean; readonly written?: Kept | null }>)
      .then(({ written }) => written ?? null)
      .catch(() => null);
    void there.then((kept) => {
      if (left) return;
      const later = kept && (!own || kept.at > own.at) ? kept : own;
      setFirst({ place, body: later?.body ?? null });
    });
    return () => {
      left = true;
    };
  }, [place]);

  const send = useCallback(() => {
    clearTimeout(waiting.current);
    if (unsent.current === undefined) return;
    const body = unsent.current;
    unsent.current = undefined;
    void post('/api/half-written', { place, body });
  }, [place]);

  const keep = useCallback(
    (body: Doc | null) => {
      keepHere(place, body && { body, at: Date.now() });
      unsent.current = body;
      clearTimeout(waiting.current);
      waiting.current = setTimeout(send, PAUSE);
    },
    [place, send],
  );
  /** It was sent, or thrown away: nothing is half written any more. */
  const drop = useCallback(() => {
    keepHere(place, null);
    unsent.current = null;
    send();
  }, [place, send]);
  // Whoever goes on to another screen has it on other devices, too.
  useEffect(() => send, [send]);
  return { first: first?.place === place ? first : null, keep, drop };
}
