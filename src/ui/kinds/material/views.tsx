'use client';

import dynamic from 'next/dynamic';
import { useTranslations } from 'next-intl';
import type { ComponentType } from 'react';
import type { FileView, MaterialContent } from '@/server/kinds/material';
import type { Following } from '@/ui/material/following';
import { ImageView } from '@/ui/material/image-view';
import { LinkView } from '@/ui/material/link-view';
import classes from '@/ui/material/material.module.css';
import { MediaView } from '@/ui/material/media-view';
import { SheetView } from '@/ui/material/sheet-view';
import { TextView } from '@/ui/material/text-view';

const PdfView = dynamic(() => import('@/ui/material/pdf-view').then(({ PdfView: loaded }) => loaded), { ssr: false });
const BookView = dynamic(() => import('@/ui/material/book-view').then(({ BookView: loaded }) => loaded), {
  ssr: false,
});

type Kind = MaterialContent['kind'];

interface Shown<Of extends Kind> {
  readonly id: string;
  readonly content: Extract<MaterialContent, { readonly kind: Of }>;
  readonly lang: string;
  readonly following: Following;
}

function Download({ file }: { file: FileView }) {
  const t = useTranslations('material');
  return (
    <a className="quiet" href={`${file.address}?download`} download={file.name}>
      {t('download')}
    </a>
  );
}

function Unshown({ content }: Shown<'unshown'>) {
  const t = useTranslations('material');
  return (
    <div className={classes.says}>
      <p>{t('unshown', { name: content.file.name })}</p>
      <Download file={content.file} />
    </div>
  );
}

function Broken({ content }: Shown<'broken'>) {
  const t = useTranslations('material');
  return (
    <div className={classes.says} role="status">
      <p>{t(`broken-${content.why}`)}</p>
      {content.file ? <Download file={content.file} /> : null}
    </div>
  );
}

const Media = ({ content, lang, following }: Shown<'video' | 'audio'>) => (
  <MediaView {...content} lang={lang} {...following} />
);

/** Each kind of content, in place; what cannot be shown says so and offers the download. */
const VIEWS: { readonly [Of in Kind]: ComponentType<Shown<Of>> } = {
  text: ({ content, lang, following }) => (
    <TextView body={content.body} reading={content.reading} take={content.take} lang={lang} {...following} />
  ),
  pdf: ({ content, following }) => <PdfView file={content.file} oneByOne={false} {...following} />,
  slides: ({ content, following }) => <PdfView file={content.file} oneByOne {...following} />,
  image: ({ content, following }) => <ImageView file={content.file} alt={content.alt} {...following} />,
  video: Media as ComponentType<Shown<'video'>>,
  audio: Media as ComponentType<Shown<'audio'>>,
  sheet: ({ content, following }) => <SheetView file={content.file} sheets={content.sheets} {...following} />,
  link: ({ content, lang, following }) => <LinkView {...content} lang={lang} {...following} />,
  book: ({ id, content, lang, following }) => <BookView {...content} material={id} lang={lang} {...following} />,
  unshown: Unshown,
  broken: Broken,
};

/** Whatever kind of content it is, in place. */
export function ContentShown(shown: Shown<Kind>) {
  const View = VIEWS[shown.content.kind] as ComponentType<Shown<Kind>>;
  return <View {...shown} />;
}
