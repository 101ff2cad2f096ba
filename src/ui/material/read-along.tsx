'use client';

import { useTranslations } from 'next-intl';
import { type RefObject, useEffect, useRef, useState } from 'react';
import { type Cue, readVtt } from '@/core/formats/webvtt';
import classes from './read-along.module.css';

/** A place in a recording as it is said: minutes and seconds. */
export const placeWords = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

interface Props {
  readonly media: RefObject<HTMLMediaElement | null>;
  /** Where the words are had, as WebVTT. */
  readonly captions: string;
  readonly lang: string;
}

/** What is said in a recording, line by line; the line that is said stands out, and one that is pressed is heard. */
export function ReadAlong({ media, captions, lang }: Props) {
  const t = useTranslations('material');
  const list = useRef<HTMLOListElement>(null);
  const [cues, setCues] = useState<readonly Cue[]>([]);
  const [now, setNow] = useState(-1);
  useEffect(() => {
    let left = false;
    fetch(captions)
      .then((answer) => (answer.ok ? answer.text() : ''))
      .then((text) => left || setCues(readVtt(text)))
      .catch(() => {
        // It is heard all the same.
      });
    return () => {
      left = true;
    };
  }, [captions]);
  useEffect(() => {
    const element = media.current;
    if (!element) return;
    const look = () => {
      const at = element.currentTime;
      setNow(cues.findLastIndex(({ from, to }) => from <= at && at < to));
    };
    element.addEventListener('timeupdate', look);
    return () => element.removeEventListener('timeupdate', look);
  }, [media, cues]);
  useEffect(() => {
    const [all, said] = [list.current, list.current?.children[now] as HTMLElement | undefined];
    // Within its own list: the page stays where it is.
    if (all && said) all.scrollTop = said.offsetTop - all.clientHeight / 3;
  }, [now]);
  if (cues.length === 0) return null;
  return (
    <ol ref={list} className={classes.lines} aria-label={t('read-along')} lang={lang} dir="auto">
      {cues.map(({ from, words }, i) => (
        <li key={`${from} ${words}`} aria-current={i === now ? 'true' : undefined}>
          <button
            type="button"
            onClick={() => {
              if (!media.current) return;
              media.current.currentTime = from;
              void media.current.play().catch(() => {});
            }}
          >
            <span dir="ltr">{placeWords(from)}</span> <bdi>{words}</bdi>
          </button>
        </li>
      ))}
    </ol>
  );
}
