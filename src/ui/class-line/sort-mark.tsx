import {
  IconBook2,
  IconDownload,
  IconFileText,
  IconHeadphones,
  IconLink,
  IconMovie,
  IconPhoto,
  IconPresentation,
  IconSpeakerphone,
  IconTable,
  IconTextPlus,
} from '@tabler/icons-react';
import type { MaterialKind } from '@/core/kinds/material/index';
import classes from './class-line.module.css';

const MARKS = {
  text: IconTextPlus,
  pdf: IconFileText,
  slides: IconPresentation,
  sheet: IconTable,
  image: IconPhoto,
  video: IconMovie,
  audio: IconHeadphones,
  link: IconLink,
  book: IconBook2,
  other: IconDownload,
  announcement: IconSpeakerphone,
} as const;

/** The mark of a kind of material, always beside its word. */
export function SortMark({ sort }: { sort: MaterialKind | 'announcement' }) {
  const Mark = MARKS[sort];
  return <Mark className={classes.mark ?? ''} stroke={1.5} aria-hidden="true" />;
}
