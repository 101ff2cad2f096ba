'use client';

import { useTranslations } from 'next-intl';
import { useRef } from 'react';
import type { DocNode } from '@/core/text/document-json';
import type { Reading } from '@/core/text/reading';
import { DocumentView } from '@/ui/common/document-view';
import type { Following } from './following';
import classes from './material.module.css';
import { MaterialTools } from './material-tools';
import { ReadAloud } from './read-aloud';
import { ReadingLine } from './reading-line';
import { useScrolled } from './use-scrolled';

interface Props extends Following {
  readonly body: DocNode;
  readonly reading: Reading;
  readonly lang: string;
  readonly take: string | null;
}

/** A text with pictures, with how long it takes, how hard it is, and a voice that reads it. */
export function TextView({ body, reading, lang, take, ...following }: Props) {
  const t = useTranslations('material');
  const box = useRef<HTMLElement>(null);
  const end = useScrolled(box, reading.minutes, following);
  return (
    <>
      <MaterialTools take={take}>
        <ReadingLine reading={reading} />
        <ReadAloud text={box} lang={lang} />
      </MaterialTools>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key */}
      <section ref={box} className={classes.scroll} aria-label={t('kind-text')} tabIndex={0} data-print>
        <DocumentView document={body} lang={lang} />
        <div ref={end} />
      </section>
    </>
  );
}
