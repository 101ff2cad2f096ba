'use client';

import classes from './record.module.css';

interface Props {
  readonly of: 'sound' | 'video';
  readonly src: string;
  readonly label: string;
}

/** A recording, to be heard or seen. */
export function Player({ of: Of, src, label }: Props) {
  const Tag = Of === 'sound' ? 'audio' : 'video';
  return <Tag className={classes.player} controls preload="metadata" src={src} aria-label={label} />;
}
