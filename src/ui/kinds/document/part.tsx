'use client';

import { useMemo } from 'react';
import { type PartContent, partText } from '@/core/kinds/document/part';
import { markedDocument } from '@/core/remarks/marked-document';
import { DocumentView } from '@/ui/common/document-view';
import type { DocumentScreen } from './kind';

/** What somebody said in a discussion is said on its stage; everywhere else it is read, each post behind what it answers. */
export const part: DocumentScreen<PartContent> = {
  Editor: ({ title }) => <p>{title}</p>,
  First: null,
  soon: null,
  View: ({ content, lang }) => <DocumentView document={partText(content)} lang={lang} />,
  Marked: ({ content, lang, highlights }) => {
    const shown = useMemo(() => markedDocument(partText(content), highlights), [content, highlights]);
    return <DocumentView document={shown} lang={lang} />;
  },
};
