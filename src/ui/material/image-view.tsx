'use client';

import { useTranslations } from 'next-intl';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { FileView } from '@/server/kinds/material/index';
import type { Following } from './following';
import classes from './material.module.css';
import { MaterialTools } from './material-tools';

const SIZES = ['fit', 'actual', 'double'] as const;

/** A picture: fitted into the pane, in its own size, or twice that. */
export function ImageView({ file, alt, seenAll }: { file: FileView; alt: string } & Following) {
  const t = useTranslations('material');
  const [size, setSize] = useState<(typeof SIZES)[number]>('fit');
  const [broken, setBroken] = useState(false);
  const picture = useRef<HTMLImageElement>(null);
  const shown = useCallback(
    (image: HTMLImageElement) => {
      image.style.setProperty('--own', `${image.naturalWidth}px`);
      seenAll();
    },
    [seenAll],
  );
  // A picture that was there, or broken, before this page came to life is not told of again.
  useEffect(() => {
    const image = picture.current;
    if (!image?.complete) return;
    if (image.naturalWidth > 0) shown(image);
    else setBroken(true);
  }, [shown]);
  return (
    <>
      <MaterialTools file={file}>
        {SIZES.map((one) => (
          <button
            key={one}
            type="button"
            className={classes.choice}
            aria-pressed={size === one}
            onClick={() => setSize(one)}
          >
            {t(`size-${one}`)}
          </button>
        ))}
      </MaterialTools>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key */}
      <section className={classes.picture} aria-label={file.name} tabIndex={0} data-print data-size={size}>
        {broken ? (
          <p role="status">{t('broken-broken')}</p>
        ) : (
          // biome-ignore lint/performance/noImgElement: a file of the school, served after a permission check
          <img
            ref={picture}
            src={file.address}
            alt={alt}
            onLoad={(event) => shown(event.currentTarget)}
            onError={() => setBroken(true)}
          />
        )}
      </section>
    </>
  );
}
