'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useRef, useState } from 'react';
import type { DocNode } from '@/core/text/document-json';
import type { Reading } from '@/core/text/reading';
import type { FileView } from '@/server/kinds/material/index';
import { DocumentView } from '@/ui/common/document-view';
import type { Following } from './following';
import classes from './material.module.css';
import { MaterialTools } from './material-tools';
import { ReadAloud } from './read-aloud';
import { ReadingLine } from './reading-line';
import { useScrolled } from './use-scrolled';

interface Chapter {
  readonly title: string;
  readonly body: DocNode;
  readonly reading: Reading;
}

interface Props extends Following {
  readonly material: string;
  readonly file: FileView;
  readonly title: string;
  readonly author: string;
  readonly chapters: readonly string[];
  readonly lang: string;
}

type Loaded = { readonly at: number; readonly chapter: Chapter | null };

/** A book by chapters. Where one left off is kept as the chapter's number and how far in it. */
export function BookView({ material, file, title, author, chapters, lang, spot, moved, seenAll }: Props) {
  const t = useTranslations('material');
  const [at, setAt] = useState(Math.min(chapters.length - 1, Math.floor(spot)));
  const [within, setWithin] = useState(spot % 1);
  const [loaded, setLoaded] = useState<Loaded | null>(null);
  const turnTo = (chapter: number) => {
    setAt(chapter);
    setWithin(0);
    moved(chapter);
  };
  useEffect(() => {
    let wanted = true;
    const load = async () => {
      try {
        const answer = await fetch(`/api/materials/${material}/chapters/${at + 1}`);
        const chapter = answer.ok ? ((await answer.json()) as Chapter) : null;
        if (wanted) setLoaded({ at, chapter });
      } catch {
        if (wanted) setTimeout(load, 2000);
      }
    };
    void load();
    return () => {
      wanted = false;
    };
  }, [material, at]);
  return (
    <>
      <MaterialTools file={file}>
        <select
          className="field"
          aria-label={t('chapter')}
          value={at}
          onChange={(event) => turnTo(Number(event.target.value))}
        >
          {chapters.map((name, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: two chapters may have one name
            <option key={i} value={i}>
              {name}
            </option>
          ))}
        </select>
        <span className="soft">{t('chapter-of', { n: at + 1, of: chapters.length })}</span>
      </MaterialTools>
      {loaded?.at === at && loaded.chapter ? (
        <ChapterView
          key={at}
          chapter={loaded.chapter}
          lang={lang}
          head={at === 0 ? { title, author } : null}
          turn={{
            back: at > 0 ? () => turnTo(at - 1) : null,
            on: at < chapters.length - 1 ? () => turnTo(at + 1) : null,
            to: (chapter) => turnTo(Math.max(0, Math.min(chapters.length - 1, chapter))),
          }}
          spot={within}
          moved={(share) => moved(at + Math.min(0.99, share))}
          seenAll={() => (at === chapters.length - 1 ? seenAll() : undefined)}
        />
      ) : (
        <p className={classes.says} role="status">
          {loaded?.at === at ? t('broken-broken') : t('opening-chapter')}
        </p>
      )}
    </>
  );
}

interface ChapterProps extends Following {
  readonly chapter: Chapter;
  readonly lang: string;
  readonly head: { readonly title: string; readonly author: string } | null;
  readonly turn: {
    readonly back: (() => void) | null;
    readonly on: (() => void) | null;
    readonly to: (chapter: number) => void;
  };
}

function ChapterView({ chapter, lang, head, turn, ...following }: ChapterProps) {
  const t = useTranslations('material');
  const box = useRef<HTMLElement>(null);
  const end = useScrolled(box, chapter.reading.minutes, following);
  const { to } = turn;
  const latest = useRef(to);
  latest.current = to;
  useEffect(() => {
    const box_ = box.current;
    // A link within the book turns to its chapter, and leaves the address of the page as it is.
    const follow = (event: MouseEvent) => {
      const link = event.target instanceof Element ? event.target.closest('a[href^="#chapter="]') : null;
      if (!link) return;
      event.preventDefault();
      latest.current(Number(link.getAttribute('href')?.slice('#chapter='.length)) - 1);
    };
    box_?.addEventListener('click', follow);
    return () => box_?.removeEventListener('click', follow);
  }, []);
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key
    <section ref={box} className={classes.scroll} aria-label={chapter.title} tabIndex={0} data-print>
      {head ? (
        <header className={classes.cover}>
          <bdi>{head.title}</bdi> <bdi className="soft">{head.author}</bdi>
        </header>
      ) : null}
      <p className={classes.aid}>
        <ReadingLine reading={chapter.reading} /> <ReadAloud text={box} lang={lang} />
      </p>
      <DocumentView document={chapter.body} lang={lang} />
      <div ref={end} />
      <nav className={classes.turn} aria-label={t('chapters')}>
        {turn.back ? (
          <button type="button" className="quiet" onClick={turn.back}>
            {t('chapter-back')}
          </button>
        ) : null}
        {turn.on ? (
          <button type="button" className="quiet" onClick={turn.on}>
            {t('chapter-on')}
          </button>
        ) : null}
      </nav>
    </section>
  );
}
