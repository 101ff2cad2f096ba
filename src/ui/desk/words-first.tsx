import { type ReactNode, Suspense, use, useEffect } from 'react';
import type { FirstWords } from '@/server/reading/desk/first-words';
import { page } from '@/ui/common/use-awake';
import { DocumentFirst } from '@/ui/kinds/document';
import { wasOpenHere } from './use-sessions';

interface Props {
  readonly words: Promise<FirstWords | null> | null;
  readonly document: string;
  readonly lang: string;
  /** Stands there while they come, and where none do. */
  readonly opening: ReactNode;
}

function Words({ words, document, lang, opening }: Props) {
  const found = words ? use(words) : null;
  // What came with the page is old where it was written in since: one may have come back to a page that was kept.
  const shown = found?.document === document && !wasOpenHere(document) ? found : null;
  useEffect(() => {
    if (!shown) page.wake();
  }, [shown]);
  if (!shown) return opening;
  return <DocumentFirst written={shown.written} lang={lang} instead={opening} />;
}

/** What came with the page of what is written in a document. */
export const WordsFirst = (props: Props) => (
  <Suspense fallback={props.opening}>
    <Words {...props} />
  </Suspense>
);
