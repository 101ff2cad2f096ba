import { type ReactNode, Suspense, use } from 'react';
import type { FirstWords } from '@/server/reading/desk/first-words';
import { DocumentFirst } from '@/ui/kinds/document';

interface Props {
  readonly words: Promise<FirstWords | null> | null;
  readonly document: string;
  readonly lang: string;
  /** Stands there while they come, and where none do. */
  readonly opening: ReactNode;
}

function Words({ words, document, lang, opening }: Props) {
  const found = words ? use(words) : null;
  if (found?.document !== document) return opening;
  return <DocumentFirst written={found.written} lang={lang} instead={opening} />;
}

/** What came with the page of what is written in a document. */
export const WordsFirst = (props: Props) => (
  <Suspense fallback={props.opening}>
    <Words {...props} />
  </Suspense>
);
