'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import type { DeskView } from '@/server/reading/desk/desk';

/** From so long before an end on, the time to it is counted down. */
const SHOWN = 6 * 3_600_000;
const MINUTE = 60_000;

/** The next end that lies ahead: of being on time, or of being taken at all. */
function nextEnd(view: Pick<DeskView, 'dueAt' | 'closesAt' | 'moves'>, now: number) {
  if (!view.moves.includes('hand-in') && !view.moves.includes('tick-off')) return null;
  const ends = [
    { kind: 'due' as const, at: view.dueAt },
    { kind: 'closes' as const, at: view.closesAt },
  ];
  return ends.find((end): end is typeof end & { at: number } => end.at !== null && end.at > now) ?? null;
}

/** Counts down to the next end by the school's clock, not by that of this device. */
export function Countdown({ view, now }: { view: Pick<DeskView, 'dueAt' | 'closesAt' | 'moves'>; now: number }) {
  const t = useTranslations('countdown');
  const [passed, setPassed] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: counted anew from every time the school says
  useEffect(() => {
    const begun = performance.now();
    setPassed(0);
    const timer = setInterval(() => setPassed(performance.now() - begun), 1000);
    return () => clearInterval(timer);
  }, [now]);
  const here = now + passed;
  const end = nextEnd(view, here);
  if (!end || end.at - here > SHOWN) return null;
  const left = end.at - here;
  const minutes = Math.floor(left / MINUTE);
  const says =
    left < 2 * MINUTE
      ? t('seconds', { n: Math.ceil(left / 1000) })
      : minutes < 90
        ? t('minutes', { n: minutes })
        : t('hours', { h: Math.floor(minutes / 60), m: minutes % 60 });
  return (
    <span className="amber num" role="timer" data-left={end.kind}>
      {t(end.kind, { left: says })}
    </span>
  );
}
