'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useRef } from 'react';
import classes from './record.module.css';
import type { RecordProps } from './record-props';

/** What the camera sees, while it is recorded. */
export function Seen({ recorder: { stream } }: Pick<RecordProps, 'recorder'>) {
  const t = useTranslations('record');
  const video = useRef<HTMLVideoElement>(null);
  useEffect(() => {
    if (video.current) video.current.srcObject = stream;
  }, [stream]);
  return (
    <video
      ref={video}
      className={classes.seen}
      muted
      playsInline
      autoPlay
      hidden={stream === null}
      aria-label={t('camera-sees')}
    />
  );
}
