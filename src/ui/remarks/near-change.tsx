'use client';

import { useTranslations } from 'next-intl';
import { useMemo } from 'react';
import type { Comparison } from '@/core/compare/compare';
import { runsOf, type Written } from '@/core/kinds/document';
import { anchorText, findAnchor } from '@/core/remarks/anchor';
import type { Annotation } from '@/core/remarks/annotation';
import { changesNear, isTouched } from '@/core/remarks/near';
import { Parts } from '@/ui/compare/comparison-view';
import classes from './remarks.module.css';

interface Props {
  readonly remark: Annotation;
  /** The text on which the remark was made. */
  readonly was: Written;
  readonly comparison: Comparison;
  readonly lang: string;
}

/** What was changed near the words of a remark since it was made. */
export function NearChange({ remark, was, comparison, lang }: Props) {
  const t = useTranslations('remarks');
  const near = useMemo(() => {
    const runs = runsOf(was);
    const text = anchorText(runs);
    const found = findAnchor(remark.target.selector, text, text, lang);
    return found ? changesNear(comparison, runs, found.start, found.end) : [];
  }, [remark, was, comparison, lang]);
  if (!isTouched(near)) return <p className="soft">{t('untouched')}</p>;
  return (
    <div className={classes.near} lang={lang}>
      <p className="soft">{t('near')}</p>
      {near.map((block, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a comparison never changes while it is shown
        <p key={i} dir="auto">
          <Parts block={block} />
        </p>
      ))}
    </div>
  );
}
