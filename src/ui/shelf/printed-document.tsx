'use client';

import { useTranslations } from 'next-intl';
import type { DocNode } from '@/core/text/document-json';
import { DocumentView } from '@/ui/common/document-view';
import { Foreign } from '@/ui/common/foreign';
import classes from './printed-document.module.css';

/** A document as it comes out on paper, or as a PDF: nothing around it is printed. */
export function PrintedDocument({ title, content, lang }: { title: string; content: DocNode | null; lang: string }) {
  const t = useTranslations('writing');
  return (
    <main className={classes.main} id="main">
      <p className={classes.acts}>
        <button type="button" className="quiet" onClick={() => window.print()}>
          {t('print-now')}
        </button>{' '}
        <span className="soft">{t('print-says')}</span>
      </p>
      <article className={classes.sheet}>
        <h1 dir="auto">{title}</h1>
        <Foreign download={null}>{content ? <DocumentView document={content} lang={lang} /> : null}</Foreign>
      </article>
    </main>
  );
}
