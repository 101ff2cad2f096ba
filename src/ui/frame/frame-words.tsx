'use client';

import { usePathname } from 'next/navigation';
import { addressOf, type Place } from '@/core/places';
import { PlaceLink } from '@/ui/common/place-link';
import classes from './frame.module.css';

export interface FrameWord {
  readonly to: Place;
  readonly word: string;
}

/** The places one can go to, the present one on a piece of thread. Within the office they are those of the office. */
export function FrameWords({
  words,
  ofOffice,
  label,
}: {
  readonly words: readonly FrameWord[];
  readonly ofOffice: readonly FrameWord[];
  readonly label: string;
}) {
  const path = usePathname();
  const shown = path.startsWith('/office/') && ofOffice.length > 0 ? ofOffice : words;
  return (
    <nav className={classes.words} aria-label={label} data-many={shown.length > 5 || undefined}>
      {shown.map(({ to, word }) => (
        <PlaceLink key={to.at} to={to} aria-current={path.startsWith(addressOf(to)) ? 'page' : undefined}>
          {word}
        </PlaceLink>
      ))}
    </nav>
  );
}
