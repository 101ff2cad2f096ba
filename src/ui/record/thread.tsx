'use client';

import { useTranslations } from 'next-intl';
import { knotsOf, secondsOf } from '@/core/recording/take';
import classes from './record.module.css';
import type { RecordProps } from './record-props';

/** The drawing's own size; it is as wide as its place. */
const [WIDE, HIGH, MIDDLE] = [560, 140, 70];
const REACH = 46;
/** So many levels a second. */
const LEVELS = 10;

/** The voice as a string: each tenth of a second swings as far as it was loud. */
export function voicePath(levels: readonly number[], most: number): string {
  const step = WIDE / (most * LEVELS);
  return levels
    .map((level, i) => `L${(i * step).toFixed(1)} ${(MIDDLE + (i % 2 === 0 ? -1 : 1) * level * REACH).toFixed(1)}`)
    .join('');
}

/** What was said as a string with a knot at each pause, how much there is still to come, and from where it is long enough. */
export function Thread({ settings, recorder }: Pick<RecordProps, 'settings' | 'recorder'>) {
  const t = useTranslations('record');
  const { least, most } = settings;
  const { take, running, levels, state } = recorder;
  const at = Math.min(1, (secondsOf(take) + running) / most) * WIDE;
  return (
    <div className={classes.string}>
      <svg className={classes.thread} viewBox={`-12 0 ${WIDE + 24} ${HIGH}`} aria-hidden="true">
        <path d={`M0 ${MIDDLE - REACH - 6}H${WIDE}M0 ${MIDDLE + REACH + 6}H${WIDE}`} className={classes.bounds} />
        <path
          d={`M${at} ${MIDDLE}Q${(at + WIDE) / 2} ${MIDDLE + 40 * (1 - at / WIDE)} ${WIDE} ${MIDDLE}`}
          className={classes.slack}
        />
        <circle cx={WIDE} cy={MIDDLE} r="5" className={classes.end} />
        {least > 0 && least < most ? (
          <path d={`M${(least / most) * WIDE} ${MIDDLE - 12}v24`} className={classes.enough} />
        ) : null}
        <path d={`M0 ${MIDDLE}${voicePath(levels, most)}L${at} ${MIDDLE}`} className={classes.voice} />
        {knotsOf(take, settings).map((share) => (
          <circle key={share} cx={share * WIDE} cy={MIDDLE} r="5.5" className={classes.knot} />
        ))}
        {state === 'running' ? <circle cx={at} cy={MIDDLE} r="10" className={classes.now} /> : null}
      </svg>
      <p className={classes.marks}>
        <span>{t('clock', { m: 0, s: '00' })}</span>
        {least > 0 && least < most ? (
          <span className={classes.mark} style={{ left: `${(least / most) * 100}%` }}>
            {t('enough-at', { seconds: least })}
          </span>
        ) : null}
        <span>{t('clock', { m: Math.floor(most / 60), s: String(most % 60).padStart(2, '0') })}</span>
      </p>
    </div>
  );
}
