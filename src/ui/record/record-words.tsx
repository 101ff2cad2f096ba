import type { ReactNode } from 'react';
import { FetchedWords } from '@/ui/common/fetched-words';

const WORDS = {
  en: () => import('@messages/en/record.json'),
  ar: () => import('@messages/ar/record.json'),
} as const;

/** Gives its words to what records. */
export const RecordWords = ({ children }: { readonly children: ReactNode }) => (
  <FetchedWords of={WORDS}>{children}</FetchedWords>
);
