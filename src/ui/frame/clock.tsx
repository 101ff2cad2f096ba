'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import classes from './frame.module.css';

/** A clock that is off by less than this changes nothing that anybody would notice. */
const TOLERATED = 3 * 60_000;

/** Says when the clock of this device is wrong, and that the school's counts. */
export function Clock({ server }: { server: number }) {
  const t = useTranslations('frame');
  const [off, setOff] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the time of the page is compared once, when it arrives
  useEffect(() => setOff(Date.now() - server), []);
  const minutes = Math.round(Math.abs(off) / 60_000);
  if (Math.abs(off) < TOLERATED) return null;
  return (
    <p className={classes.clock} role="status">
      {t(off > 0 ? 'clock-fast' : 'clock-slow', { n: minutes })}
    </p>
  );
}
