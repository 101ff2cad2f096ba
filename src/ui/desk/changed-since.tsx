'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import type * as Y from 'yjs';
import { type AskedAnew, askedAnew } from '@/core/setting/asked';
import type { Doc } from '@/core/text/nodes';
import { untilThere } from '@/ui/common/until-there';
import classes from './stage.module.css';

/** So long what is written rests before it is held against what is asked by now. */
const SETTLE = 1500;

/**
 * What the teacher asks by now where a student has answered already: an answer stays as it is, with the words that it was given
 * to, and here stands what they are now.
 */
export function ChangedSince({ ydoc, starter }: { ydoc: Y.Doc; starter: Doc }) {
  const t = useTranslations('desk');
  const [changed, setChanged] = useState<readonly AskedAnew[]>([]);
  useEffect(() => {
    let here = true;
    const look = async () => {
      // What reads a copy comes with its session, and not with the page.
      const { documentJson } = await untilThere(() => import('@/core/documents/text-document'));
      if (here) setChanged(askedAnew(documentJson(ydoc), starter));
    };
    let timer = setTimeout(look, 0);
    const later = () => {
      clearTimeout(timer);
      timer = setTimeout(look, SETTLE);
    };
    ydoc.on('update', later);
    return () => {
      here = false;
      clearTimeout(timer);
      ydoc.off('update', later);
    };
  }, [ydoc, starter]);
  if (changed.length === 0) return null;
  return (
    <div className={classes.understood} role="status">
      <ul>
        {changed.map(({ id, number, text }) => (
          <li key={id}>
            {text === null ? t('question-gone', { n: number }) : t('question-anew', { n: number, text })}
          </li>
        ))}
      </ul>
    </div>
  );
}
