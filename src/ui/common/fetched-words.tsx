import type { AbstractIntlMessages } from 'next-intl';
import { type ReactNode, useEffect, useState } from 'react';
import { type Locale, localeOf } from '@/i18n/locales';
import { MoreWords } from './more-words';
import { untilThere } from './until-there';

interface Props {
  /** Fetches the words, by language. */
  readonly of: Readonly<Record<Locale, () => Promise<{ readonly default: AbstractIntlMessages }>>>;
  readonly children: ReactNode;
  /** What stands there until they have come: as large as what comes, where something below it is reached for. */
  readonly meanwhile?: ReactNode;
}

/** Gives its words to what most screens do not show: they are fetched with it, in the language of the page. */
export function FetchedWords({ of, children, meanwhile = null }: Props) {
  const [words, setWords] = useState<AbstractIntlMessages>();
  useEffect(() => {
    let here = true;
    const load = of[localeOf(document.documentElement.lang)];
    void untilThere(load).then((loaded) => here && setWords(loaded.default));
    return () => {
      here = false;
    };
  }, [of]);
  return words ? <MoreWords words={words}>{children}</MoreWords> : meanwhile;
}
