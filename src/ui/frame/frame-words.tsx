'use client';

import { usePathname } from 'next/navigation';
import { PlaceLink } from '@/ui/common/place-link';
import classes from './frame.module.css';

/** The places one can go to, the present one on a piece of thread. */
export function FrameWords({ words, label }: { words: { href: string; word: string }[]; label: string }) {
  const path = usePathname();
  return (
    <nav className={classes.words} aria-label={label}>
      {words.map(({ href, word }) => (
        <PlaceLink key={href} href={href} aria-current={path.startsWith(href) ? 'page' : undefined}>
          {word}
        </PlaceLink>
      ))}
    </nav>
  );
}
