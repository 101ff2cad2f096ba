'use client';

import { lazy, useMemo } from 'react';
import { markedDocument } from '@/core/remarks/marked-document';
import type { Doc } from '@/core/text/nodes';
import { DocumentView } from '@/ui/common/document-view';
import { untilThere } from '@/ui/common/until-there';
import { WrittenText } from '@/ui/desk/written-text';
import type { DocumentScreen } from './kind';

const Writing = lazy(() =>
  untilThere(() => import('@/ui/desk/writing')).then(({ Writing: loaded }) => ({ default: loaded })),
);

export const text: DocumentScreen<Doc> = {
  Editor: Writing,
  First: WrittenText,
  soon: null,
  View: ({ content, lang }) => <DocumentView document={content} lang={lang} />,
  Marked: ({ content, lang, highlights }) => {
    const shown = useMemo(() => markedDocument(content, highlights), [content, highlights]);
    return <DocumentView document={shown} lang={lang} />;
  },
};
