'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import { useCallback, useRef } from 'react';
import type { MaterialView as Shown } from '@/server/reading/materials/materials';
import { post } from '@/ui/common/client-request';
import type { Following } from './following';
import { ImageView } from './image-view';
import { LinkView } from './link-view';
import classes from './material.module.css';
import { MediaView } from './media-view';
import { SheetView } from './sheet-view';
import { TextView } from './text-view';

const PdfView = dynamic(() => import('./pdf-view').then(({ PdfView: loaded }) => loaded), { ssr: false });
const BookView = dynamic(() => import('./book-view').then(({ BookView: loaded }) => loaded), { ssr: false });

const SETTLE = 1500;

/** Sends where the person is once they have rested there, and when they leave. */
function usePlace(material: string): (spot: number) => void {
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  return useCallback(
    (spot: number) => {
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void post(`/api/materials/${material}/place`, { spot }), SETTLE);
    },
    [material],
  );
}

/** A material in place. Where the person is in it follows to their other devices. */
export function MaterialView({ material, seenAll }: { material: Shown; seenAll?: () => void }) {
  const moved = usePlace(material.id);
  const following: Following = { spot: material.spot, moved, seenAll: seenAll ?? (() => {}) };
  return <ContentView id={material.id} content={material.content} lang={material.lang} following={following} />;
}

/** For what is only looked at: nobody asks where one left off. */
const UNFOLLOWED: Following = { spot: 0, moved: () => {}, seenAll: () => {} };

interface ContentProps {
  readonly id: string;
  readonly content: Shown['content'];
  readonly lang: string;
  readonly following?: Following;
}

/** Whatever kind of content it is, in place; what cannot be shown says so and offers the download. */
export function ContentView({ id, content, lang, following = UNFOLLOWED }: ContentProps) {
  const t = useTranslations('material');
  switch (content.kind) {
    case 'text':
      return <TextView body={content.body} reading={content.reading} lang={lang} {...following} />;
    case 'pdf':
    case 'slides':
      return <PdfView file={content.file} oneByOne={content.kind === 'slides'} {...following} />;
    case 'image':
      return <ImageView file={content.file} alt={content.alt} {...following} />;
    case 'video':
    case 'audio':
      return <MediaView {...content} lang={lang} {...following} />;
    case 'sheet':
      return <SheetView file={content.file} sheets={content.sheets} {...following} />;
    case 'link':
      return <LinkView {...content} lang={lang} {...following} />;
    case 'book':
      return <BookView {...content} material={id} lang={lang} {...following} />;
    case 'unshown':
      return (
        <div className={classes.says}>
          <p>{t('unshown', { name: content.file.name })}</p>
          <a className="quiet" href={`${content.file.address}?download`} download={content.file.name}>
            {t('download')}
          </a>
        </div>
      );
    case 'broken':
      return (
        <div className={classes.says} role="status">
          <p>{t(`broken-${content.why}`)}</p>
          {content.file ? (
            <a className="quiet" href={`${content.file.address}?download`} download={content.file.name}>
              {t('download')}
            </a>
          ) : null}
        </div>
      );
  }
}
