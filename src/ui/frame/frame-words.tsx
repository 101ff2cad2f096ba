'use client';

import { usePathname } from 'next/navigation';
import { addressOf, type Screen } from '@/core/places';
import { PlaceLink } from '@/ui/common/place-link';
import classes from './frame.module.css';

/** The places one can go to, the present one on a piece of thread. */
export function FrameWords({
  words,
  label,
}: {
  words: readonly { readonly at: Screen; readonly word: string }[];
  label: string;
}) {
  const path = usePathname();
  return (
    <nav className={classes.words} aria-label={label}>
      {words.map(({ at, word }) => (
        <PlaceLink key={at} to={{ at }} aria-current={path.startsWith(addressOf({ at })) ? 'page' : undefined}>
          {word}
        </PlaceLink>
      ))}
    </nav>
  );
}
