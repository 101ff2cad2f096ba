'use client';

import { useSyncExternalStore } from 'react';

const CHANGED = 'kite-address';

/**
 * The router does not hear of an address that was typed, kept or followed past it, and puts the one before back as soon as the
 * screen is drawn anew: what was opened by it would close when something happens. It hears of what is put in the place of an entry.
 */
const tellRouter = () => window.history.replaceState(null, '', window.location.href);

function subscribe(listener: () => void): () => void {
  const heard = () => {
    tellRouter();
    listener();
  };
  window.addEventListener('hashchange', heard);
  window.addEventListener(CHANGED, listener);
  return () => {
    window.removeEventListener('hashchange', heard);
    window.removeEventListener(CHANGED, listener);
  };
}

/**
 * Keeps step and sheet in the part of the address behind the #: it can be reloaded and shared, and
 * changing it asks nothing of the server, so it works while that is away.
 */
export function useAddress() {
  const hash = useSyncExternalStore(
    subscribe,
    () => window.location.hash,
    () => '',
  );
  const here = new URLSearchParams(hash.slice(1));
  const change = (key: 'step' | 'sheet' | 'piece' | 'question', value: string | null) => {
    const next = new URLSearchParams(window.location.hash.slice(1));
    if (value === null) next.delete(key);
    else next.set(key, value);
    window.history.replaceState(null, '', `${window.location.pathname}#${next}`);
    window.dispatchEvent(new Event(CHANGED));
  };
  return {
    step: here.get('step'),
    sheet: here.get('sheet'),
    piece: here.get('piece'),
    question: here.get('question'),
    change,
  };
}
