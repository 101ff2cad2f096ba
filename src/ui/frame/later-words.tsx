import type { AbstractIntlMessages } from 'next-intl';
import { type ReactNode, useEffect, useState } from 'react';
import { localeOf } from '@/i18n/locales';
import { MoreWords } from '@/ui/common/more-words';

const WORDS = {
  en: () => import('@messages/en/later'),
  ar: () => import('@messages/ar/later'),
} as const;

/** Gives its words to what opens over a screen: they are fetched when that is first opened, in the language of the page. */
export function LaterWords({ children }: { readonly children: ReactNode }) {
  const [words, setWords] = useState<AbstractIntlMessages>();
  useEffect(() => {
    let here = true;
    void WORDS[localeOf(document.documentElement.lang)]().then((loaded) => here && setWords(loaded.default));
    return () => {
      here = false;
    };
  }, []);
  return words ? <MoreWords words={words}>{children}</MoreWords> : null;
}
