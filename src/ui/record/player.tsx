'use client';

import { type RefObject, useRef } from 'react';
import { ReadAlong } from '@/ui/material/read-along';
import classes from './record.module.css';

interface Props {
  readonly of: 'sound' | 'video';
  readonly src: string;
  readonly label: string;
  /** What is said in it, where it was written down. */
  readonly captions?: { readonly src: string; readonly lang: string; readonly label: string } | null;
  readonly media?: RefObject<(HTMLAudioElement & HTMLVideoElement) | null>;
}

/** A recording, to be heard or seen. */
export function Player({ of, src, label, captions = null, media }: Props) {
  const own = useRef<HTMLAudioElement & HTMLVideoElement>(null);
  const element = media ?? own;
  const Tag = of === 'sound' ? 'audio' : 'video';
  return (
    <>
      <Tag ref={element} className={classes.player} controls preload="metadata" src={src} aria-label={label}>
        {captions ? (
          <track
            key={captions.src}
            kind="captions"
            src={captions.src}
            srcLang={captions.lang}
            label={captions.label}
            default
          />
        ) : null}
      </Tag>
      {captions ? <ReadAlong media={element} captions={captions.src} lang={captions.lang} /> : null}
    </>
  );
}
