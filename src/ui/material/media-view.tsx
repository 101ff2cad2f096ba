'use client';

import { useFormatter, useTranslations } from 'next-intl';
import { useEffect, useRef, useState } from 'react';
import type { DocNode } from '@/core/text/document-json';
import type { FileView } from '@/server/kinds/material/index';
import { DocumentView } from '@/ui/common/document-view';
import type { Following } from './following';
import classes from './material.module.css';
import { MaterialTools } from './material-tools';
import { placeWords, ReadAlong } from './read-along';

const SPEEDS = [0.75, 1, 1.25, 1.5] as const;
/** So much of a recording counts as all of it: nobody has to hear the last second of silence. */
const ALL = 0.9;

interface Props extends Following {
  readonly kind: 'video' | 'audio';
  readonly file: FileView;
  readonly captions: string | null;
  readonly body: DocNode;
  readonly lang: string;
}

/** How much of a recording has really been played, as a share. */
function playedShare(media: HTMLMediaElement): number {
  let played = 0;
  for (let i = 0; i < media.played.length; i += 1) played += media.played.end(i) - media.played.start(i);
  return media.duration > 0 ? played / media.duration : 0;
}

/** A recording: seek, speed, captions, and on from where one left off. */
export function MediaView({ kind, file, captions, body, lang, spot, moved, seenAll }: Props) {
  const t = useTranslations('material');
  const format = useFormatter();
  const media = useRef<HTMLVideoElement & HTMLAudioElement>(null);
  const [speed, setSpeed] = useState(1);
  const [broken, setBroken] = useState(false);
  const [wentOn, setWentOn] = useState(false);
  const choose = (rate: number) => {
    setSpeed(rate);
    if (media.current) media.current.playbackRate = rate;
  };
  const begin = () => {
    const here = media.current;
    if (!here || spot < 3 || spot > here.duration - 3) return;
    here.currentTime = spot;
    setWentOn(true);
  };
  // What the browser found out before this page came to life is not told again: it is looked up.
  const started = useRef(begin);
  started.current = begin;
  useEffect(() => {
    const here = media.current;
    // Not by `networkState`: while a browser chooses what to play, it says that there is no source.
    if (here?.error) setBroken(true);
    else if (here && here.readyState >= HTMLMediaElement.HAVE_METADATA) started.current();
  }, []);
  const Tag = kind;
  return (
    <>
      <MaterialTools file={file} print={null}>
        <fieldset className={classes.choices}>
          <legend className="visually-hidden">{t('speed')}</legend>
          {SPEEDS.map((rate) => (
            <button
              key={rate}
              type="button"
              className={classes.choice}
              aria-pressed={rate === speed}
              onClick={() => choose(rate)}
            >
              {t('times', { n: format.number(rate) })}
            </button>
          ))}
        </fieldset>
      </MaterialTools>
      <div className={classes.recording}>
        {broken ? <p role="status">{t('broken-broken')}</p> : null}
        <Tag
          ref={media}
          src={file.address}
          controls
          playsInline
          preload="metadata"
          hidden={broken}
          aria-label={file.name}
          onLoadedMetadata={begin}
          onError={() => setBroken(true)}
          onTimeUpdate={(event) => moved(event.currentTarget.currentTime)}
          onPause={(event) => {
            if (playedShare(event.currentTarget) >= ALL) seenAll();
          }}
          onEnded={(event) => {
            moved(0);
            if (playedShare(event.currentTarget) >= ALL) seenAll();
          }}
        >
          {captions ? <track kind="captions" src={captions} srcLang={lang} label={t('captions')} default /> : null}
        </Tag>
        {captions && !broken ? <ReadAlong media={media} captions={captions} lang={lang} /> : null}
        {wentOn ? (
          <p className="soft" role="status">
            {t('left-off', { at: placeWords(spot) })}{' '}
            <button
              type="button"
              className="quiet"
              onClick={() => {
                if (media.current) media.current.currentTime = 0;
                setWentOn(false);
              }}
            >
              {t('from-start')}
            </button>
          </p>
        ) : null}
        <DocumentView document={body} lang={lang} />
      </div>
    </>
  );
}
