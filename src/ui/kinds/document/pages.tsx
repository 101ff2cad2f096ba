'use client';

import dynamic from 'next/dynamic';
import type { PagesContent } from '@/core/kinds/document/pages';
import { untilThere } from '@/ui/common/until-there';
import type { DocumentScreen } from './kind';

const Editor = dynamic(
  () => untilThere(() => import('@/ui/pages/written-or-pressed')).then(({ PagesEditor }) => PagesEditor),
  { ssr: false },
);
const Seen = dynamic(() => import('@/ui/pages/pages-view').then(({ PagesView }) => PagesView), { ssr: false });

/** Sheets that are written on, read as they were written on, and marked where something stands. */
export const pages: DocumentScreen<PagesContent> = {
  Editor,
  First: null,
  soon: ({ file }) => {
    if (file?.type === 'application/pdf') void import('@/ui/material/pdf').then(({ readyForPdf }) => readyForPdf());
  },
  View: (props) => <Seen {...props} />,
  Marked: (props) => <Seen {...props} />,
};
