'use client';

import { useEffect, useState } from 'react';
import type { HandedInWhole } from '@/server/reading/documents/piece-view';

/** What was handed in never changes, so it is fetched once. */
const fetched = new Map<string, Promise<HandedInWhole | null>>();

async function fetchHandIn(id: string): Promise<HandedInWhole | null> {
  try {
    const response = await fetch(`/api/hand-ins/${id}`);
    const answer = (await response.json()) as { ok: boolean } & HandedInWhole;
    if (answer.ok) return answer;
  } catch {
    // Away: asked again at the next visit.
  }
  fetched.delete(id);
  return null;
}

/** A hand-in as it was, with the words of its texts; `null` until it is here. */
export function useHandedIn(id: string | null): HandedInWhole | null {
  const [found, setFound] = useState<{ id: string; whole: HandedInWhole } | null>(null);
  useEffect(() => {
    if (id === null) return;
    let left = false;
    const asked = fetched.get(id) ?? fetchHandIn(id);
    fetched.set(id, asked);
    void asked.then((whole) => {
      if (!left && whole) setFound({ id, whole });
    });
    return () => {
      left = true;
    };
  }, [id]);
  return found?.id === id ? found.whole : null;
}
