'use client';

import type { AddedPost } from '@/server/reading/talk/floor';

/** Told to the window when something in a talk is other than before: which, or nothing where it may be any, and what was added. */
export interface HeardTalk {
  readonly talk: string | null;
  readonly post: AddedPost | null;
}

const TALK_EVENT = 'kite-talk';

export const tellTalks = (talk: string | null, post: AddedPost | null = null): void => {
  window.dispatchEvent(new CustomEvent<HeardTalk>(TALK_EVENT, { detail: { talk, post } }));
};

/** Calls back when something in a talk is other than before. Gives back how to stop. */
export function hearTalks(hear: (heard: HeardTalk) => void): () => void {
  const listen = (event: Event) => hear((event as CustomEvent<HeardTalk>).detail);
  window.addEventListener(TALK_EVENT, listen);
  return () => window.removeEventListener(TALK_EVENT, listen);
}
