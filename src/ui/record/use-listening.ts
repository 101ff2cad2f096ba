'use client';

import { useEffect, useState } from 'react';

/** What was recorded as something to be heard: made when it is asked for, and let go when it is another. */
export function useListening(stretches: () => Promise<readonly Blob[]>, seconds: number) {
  const [url, setUrl] = useState<string | null>(null);
  const [state, setState] = useState<'still' | 'making' | 'broke'>('still');
  // biome-ignore lint/correctness/useExhaustiveDependencies: another length is another recording
  useEffect(() => () => setUrl(null), [seconds]);
  useEffect(() => {
    if (url) return () => URL.revokeObjectURL(url);
  }, [url]);
  const listen = async () => {
    setState('making');
    try {
      const { joined } = await import('./joined');
      setUrl(URL.createObjectURL(await joined(await stretches())));
      setState('still');
    } catch {
      setState('broke');
    }
  };
  return { url, state, listen };
}
