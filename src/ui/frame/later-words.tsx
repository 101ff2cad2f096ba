import type { ReactNode } from 'react';
import { FetchedWords } from '@/ui/common/fetched-words';

const WORDS = {
  en: () => import('@messages/en/later'),
  ar: () => import('@messages/ar/later'),
} as const;

/** Gives its words to what opens over a screen: they are fetched when that is first opened. */
export const LaterWords = ({
  children,
  meanwhile,
}: {
  readonly children: ReactNode;
  readonly meanwhile?: ReactNode;
}) => (
  <FetchedWords of={WORDS} meanwhile={meanwhile}>
    {children}
  </FetchedWords>
);
