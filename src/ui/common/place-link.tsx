'use client';

import Link, { useLinkStatus } from 'next/link';
import { useTranslations } from 'next-intl';
import type { ComponentProps } from 'react';
import { addressOf, type Place } from '@/core/places';
import classes from './place-link.module.css';

/** Says that the next page is on its way, once it has taken a moment: first as a thread, then in words. */
function Waiting() {
  const { pending } = useLinkStatus();
  const t = useTranslations('frame');
  if (!pending) return null;
  return (
    <span className={classes.waiting} role="status">
      <span className={classes.words}>{t('fetching')}</span>
    </span>
  );
}

/** A link to a place of our own. The present page stays until the next one is there. */
export function PlaceLink({
  to,
  children,
  ...props
}: Omit<ComponentProps<typeof Link>, 'prefetch' | 'href'> & { readonly to: Place }) {
  return (
    <Link {...props} href={addressOf(to)} prefetch={false}>
      {children}
      <Waiting />
    </Link>
  );
}
