'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import classes from './frame.module.css';
import { LaterWords } from './later-words';

/** A clock that is off by less than this changes nothing that anybody would notice. */
const TOLERATED = 3 * 60_000;

function Says({ off }: { off: number }) {
  const t = useTranslations('told');
  return <>{t(off > 0 ? 'clock-fast' : 'clock-slow', { n: Math.round(Math.abs(off) / 60_000) })}</>;
}

/** Says when the clock of this device is wrong, and that the school's counts. */
export function Clock({ server }: { server: number }) {
  const [off, setOff] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the time of the page is compared once, when it arrives
  useEffect(() => setOff(Date.now() - server), []);
  if (Math.abs(off) < TOLERATED) return null;
  return (
    <p className={classes.clock} role="status">
      <LaterWords>
        <Says off={off} />
      </LaterWords>
    </p>
  );
}
