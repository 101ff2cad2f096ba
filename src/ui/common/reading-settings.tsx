'use client';

import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react';
import type { ReadingSettings } from '@/core/people/settings';
import { post } from './client-request';
import { USUAL_READING } from './reading-style';

interface Held {
  readonly settings: ReadingSettings;
  readonly change: (part: Partial<ReadingSettings>) => void;
}

const Context = createContext<Held>({ settings: USUAL_READING, change: () => {} });

/** Holds how the person likes to read, for every text on every screen; a change is shown at once and kept. */
export function ReadingProvider({ given, children }: { given: ReadingSettings; children: ReactNode }) {
  const [settings, setSettings] = useState(given);
  useEffect(() => {
    const { size, spacing, typeface } = settings;
    Object.assign(document.documentElement.dataset, {
      readingSize: size,
      readingSpacing: spacing,
      readingTypeface: typeface,
    });
  }, [settings]);
  const held = useMemo(
    () => ({
      settings,
      change: (part: Partial<ReadingSettings>) => {
        const next = { ...settings, ...part };
        setSettings(next);
        void post('/api/reading', next);
      },
    }),
    [settings],
  );
  return <Context.Provider value={held}>{children}</Context.Provider>;
}

export const useReadingSettings = (): Held => useContext(Context);
