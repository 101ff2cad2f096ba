'use client';

/** Told to the window when something in a talk is other than before: its id, or nothing where it may be any. */
const TALK_EVENT = 'kite-talk';

export const tellTalks = (talk: string | null): void => {
  window.dispatchEvent(new CustomEvent<string | null>(TALK_EVENT, { detail: talk }));
};

/** Calls back when something in a talk is other than before. Gives back how to stop. */
export function hearTalks(hear: (talk: string | null) => void): () => void {
  const listen = (event: Event) => hear((event as CustomEvent<string | null>).detail);
  window.addEventListener(TALK_EVENT, listen);
  return () => window.removeEventListener(TALK_EVENT, listen);
}
