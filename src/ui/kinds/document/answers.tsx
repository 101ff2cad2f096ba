'use client';

import { useMemo } from 'react';
import { type AnswersContent, answersText } from '@/core/kinds/document/answers';
import { markedDocument } from '@/core/remarks/marked-document';
import { DocumentView } from '@/ui/common/document-view';
import type { DocumentScreen } from './kind';

/** Answers are given on the stage of their questions; everywhere else they are read. */
export const answers: DocumentScreen<AnswersContent> = {
  Editor: ({ title }) => <p>{title}</p>,
  First: null,
  soon: null,
  View: ({ content, lang }) => <DocumentView document={answersText(content)} lang={lang} />,
  Marked: ({ content, lang, highlights }) => {
    const shown = useMemo(() => markedDocument(answersText(content), highlights), [content, highlights]);
    return <DocumentView document={shown} lang={lang} />;
  },
};
