import { type ReactNode, Suspense, use, useEffect } from 'react';
import type { FirstWords, WordsToCome } from '@/server/reading/desk/first-words';
import { page } from '@/ui/common/use-awake';
import { DocumentFirst } from '@/ui/kinds/document';
import { wasOpenHere } from './use-sessions';

interface Props {
  readonly words: WordsToCome | null;
  readonly document: string;
  readonly lang: string;
  /** Stands there while they come, and where none do. */
  readonly opening: ReactNode;
}

type Found = Omit<Props, 'words'> & { readonly found: FirstWords | null };

function Words({ found, document, lang, opening }: Found) {
  // What came with the page is old where it was written in since: one may have come back to a page that was kept.
  const shown = found?.document === document && !wasOpenHere(document) ? found : null;
  useEffect(() => {
    if (!shown) page.wake();
  }, [shown]);
  if (!shown) return opening;
  return <DocumentFirst written={shown.written} lang={lang} instead={opening} />;
}

function WordsLater({ later, ...props }: Omit<Found, 'found'> & { readonly later: Promise<FirstWords | null> }) {
  return <Words {...props} found={use(later)} />;
}

/** What came with the page of what is written in a document. */
export const WordsFirst = ({ words, ...props }: Props) =>
  words?.later ? (
    <Suspense fallback={props.opening}>
      <WordsLater {...props} later={words.later} />
    </Suspense>
  ) : (
    <Words {...props} found={words?.now ?? null} />
  );
