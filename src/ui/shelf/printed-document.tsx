'use client';

import { useTranslations } from 'next-intl';
import type { Written } from '@/core/kinds/document';
import { Foreign } from '@/ui/common/foreign';
import { DocumentShown } from '@/ui/kinds/document';
import classes from './printed-document.module.css';

/** A document as it comes out on paper, or as a PDF: nothing around it is printed. */
export function PrintedDocument({ title, written, lang }: { title: string; written: Written | null; lang: string }) {
  const t = useTranslations('writing');
  return (
    <main className={classes.main} id="main">
      <p className={classes.acts}>
        <button type="button" className="quiet" onClick={() => window.print()}>
          {t('print-now')}
        </button>{' '}
        <span className="soft">{t('print-says')}</span>
      </p>
      <article className={classes.sheet} data-print>
        <h1 dir="auto">{title}</h1>
        <Foreign download={null}>{written ? <DocumentShown written={written} lang={lang} /> : null}</Foreign>
      </article>
    </main>
  );
}
