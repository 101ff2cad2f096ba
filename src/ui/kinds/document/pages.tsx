'use client';

import dynamic from 'next/dynamic';
import type { PagesContent } from '@/core/kinds/document/pages';
import type { DocumentScreen } from './kind';

const Editor = dynamic(() => import('@/ui/pages/pages-editor').then(({ PagesEditor }) => PagesEditor), { ssr: false });
const View = dynamic(() => import('@/ui/pages/pages-view').then(({ PagesView }) => PagesView), { ssr: false });

/** Sheets that are written on, and read as they were written on. */
export const pages: DocumentScreen<PagesContent> = {
  Editor,
  View: ({ content, lang }) => <View content={content} lang={lang} />,
  Marked: ({ content, lang, highlights }) => <View content={content} lang={lang} highlights={highlights} />,
};
