'use client';

import { type ReactNode, Suspense } from 'react';
import type { ContentOf, DocumentName, Written } from '@/core/kinds/document';
import type { Annotation } from '@/core/remarks/annotation';
import type { Highlight } from '@/core/remarks/marked-document';
import { answers } from './answers';
import type { DocumentScreen, EditorProps, PlaceMarking } from './kind';
import { pages } from './pages';
import { part } from './part';
import { text } from './text';

/** How each kind of document looks. */
export const DOCUMENT_SCREENS: { readonly [Name in DocumentName]: DocumentScreen<ContentOf<Name>> } = {
  text,
  answers,
  part,
  pages,
};

const screenOf = (name: DocumentName) => DOCUMENT_SCREENS[name] as unknown as DocumentScreen<ContentOf>;

/** A document to be written in, whichever kind it is of; until its editor is there, what stands meanwhile. */
export function DocumentEditor({ kind, ...props }: EditorProps & { kind: DocumentName }) {
  const { Editor } = DOCUMENT_SCREENS[kind];
  return (
    <Suspense fallback={props.meanwhile ?? null}>
      <Editor {...props} />
    </Suspense>
  );
}

/** Has a kind of document something to be read before its editor is there? */
export const isReadFirst = (kind: DocumentName): boolean => DOCUMENT_SCREENS[kind].First !== null;

/** What there is to read of a document before its editor is there; `instead` where nothing is. */
export function DocumentFirst({ written, lang, instead }: { written: Written; lang: string; instead: ReactNode }) {
  const { First } = screenOf(written.kind);
  return First ? <First content={written.content} lang={lang} /> : instead;
}

/** A document to be read, whichever kind it is of. */
export function DocumentShown({ written, lang }: { written: Written; lang: string }) {
  const { View } = screenOf(written.kind);
  return <View content={written.content} lang={lang} />;
}

/** A document to be read with stretches that stand out. */
export function DocumentMarked({
  written,
  lang,
  highlights,
  remarks,
  marking = null,
}: {
  written: Written;
  lang: string;
  highlights: readonly Highlight[];
  remarks?: readonly Annotation[];
  marking?: PlaceMarking | null;
}) {
  const { Marked } = screenOf(written.kind);
  return (
    <Marked
      content={written.content}
      lang={lang}
      highlights={highlights}
      {...(remarks ? { remarks } : {})}
      marking={marking}
    />
  );
}

/** Has made ready what the editor of a document will need, while the document is on its way. */
export const soonFor = ({ kind, content }: Written): void => screenOf(kind).soon?.(content);
