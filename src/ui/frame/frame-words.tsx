'use client';

import Link, { useLinkStatus } from 'next/link';
import { usePathname } from 'next/navigation';
import classes from './frame.module.css';

function Waiting() {
  const { pending } = useLinkStatus();
  return pending ? <span className={classes.waiting} aria-hidden="true" /> : null;
}

/** The places one can go to, the present one on a piece of thread. */
export function FrameWords({ words, label }: { words: { href: string; word: string }[]; label: string }) {
  const path = usePathname();
  return (
    <nav className={classes.words} aria-label={label}>
      {words.map(({ href, word }) => (
        <Link key={href} href={href} prefetch={false} aria-current={path.startsWith(href) ? 'page' : undefined}>
          {word}
          <Waiting />
        </Link>
      ))}
    </nav>
  );
}
