'use client';

import { useTranslations } from 'next-intl';
import { type Annotation, placeOnSheet, quotedBy } from '@/core/remarks/annotation';

/** What a remark is about, in words: those that it quotes, or the sheet on which it is. */
export function useQuoted(): (remark: Annotation) => string {
  const t = useTranslations('remarks');
  return (remark) => {
    const place = placeOnSheet(remark.target.selector);
    return place ? t('on-sheet', { n: place.page }) : quotedBy(remark);
  };
}
