import type { AbstractIntlMessages } from 'next-intl';
import { type ReactNode, useEffect, useState } from 'react';
import { localeOf } from '@/i18n/locales';
import { MoreWords } from '@/ui/common/more-words';

const WORDS = {
  en: () => import('@messages/en/pages.json'),
  ar: () => import('@messages/ar/pages.json'),
} as const;

/** Gives its words to what shows sheets: they are fetched with it, since most screens show none. */
export function PagesWords({ children }: { readonly children: ReactNode }) {
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
