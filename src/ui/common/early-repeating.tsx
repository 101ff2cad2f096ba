'use client';

import { useEffect } from 'react';
import { repeatEarly } from './early-acts';

/** Does what was done to the page before it was awake. */
export function EarlyRepeating() {
  useEffect(repeatEarly, []);
  return null;
}
