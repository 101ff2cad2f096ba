import type { ReactNode } from 'react';
import { FetchedWords } from '@/ui/common/fetched-words';

const WORDS = {
  en: () => import('@messages/en/pages.json'),
  ar: () => import('@messages/ar/pages.json'),
} as const;

/** Gives its words to what shows sheets. */
export const PagesWords = ({ children }: { readonly children: ReactNode }) => (
  <FetchedWords of={WORDS}>{children}</FetchedWords>
);
