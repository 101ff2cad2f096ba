'use client';

import { useState } from 'react';

/**
 * What is typed into a field that others write in, too: what they wrote comes in, unless something that was typed here is still
 * on its way.
 *
 * @param value what is written by now
 */
export function useTyped(value: string): readonly [string, (typed: string) => void] {
  const [typed, setTyped] = useState(value);
  const [told, setTold] = useState(value);
  if (told !== value) {
    setTold(value);
    if (typed === told) setTyped(value);
  }
  return [typed, setTyped];
}
