'use client';

import dynamic from 'next/dynamic';
import { useMemo } from 'react';
import { markedDocument } from '@/core/remarks/marked-document';
import type { Doc } from '@/core/text/nodes';
import { DocumentView } from '@/ui/common/document-view';
import type { DocumentScreen } from './kind';

const Writing = dynamic(() => import('@/ui/desk/writing').then(({ Writing: loaded }) => loaded), { ssr: false });

export const text: DocumentScreen<Doc> = {
  Editor: Writing,
  soon: null,
  View: ({ content, lang }) => <DocumentView document={content} lang={lang} />,
  Marked: ({ content, lang, highlights }) => {
    const shown = useMemo(() => markedDocument(content, highlights), [content, highlights]);
    return <DocumentView document={shown} lang={lang} />;
  },
};
