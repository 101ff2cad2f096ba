'use client';

import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import type { ContentOf, DocumentName, Written } from '@/core/kinds/document';

type Compared<Content> = ComponentType<{
  readonly before: Content;
  readonly after: Content;
  readonly lang: string;
}>;

const Sheets = dynamic(() => import('@/ui/pages/compared-sheets').then(({ ComparedSheets }) => ComparedSheets), {
  ssr: false,
});

/** How two states of a kind of document are seen beside each other; `null` where their words say it all. */
const COMPARED: { readonly [Name in DocumentName]: Compared<ContentOf<Name>> | null } = {
  text: null,
  answers: null,
  part: null,
  pages: (props) => <Sheets {...props} />,
};

/** Two states of a document beside each other; `null` where they are of different kinds, or their words say it all. */
export function comparedAs(before: Written, after: Written, lang: string) {
  const Both = COMPARED[after.kind] as Compared<ContentOf> | null | undefined;
  return before.kind === after.kind && Both ? <Both before={before.content} after={after.content} lang={lang} /> : null;
}
