'use client';

import { useTranslations } from 'next-intl';
import { useEffect } from 'react';
import { type AttemptStanding, minutesToSay } from '@/core/questions/attempt';
import type { Times } from '@/ui/common/times';
import classes from './questions.module.css';
import { useSchoolClock } from './school-clock';

const MINUTE = 60_000;
const WIDE = 1000;

interface Props {
  readonly standing: AttemptStanding;
  readonly working: number | null;
  readonly times: Times;
  readonly now: number;
  /** The time is over: the server is asked what became of it. */
  readonly over: () => void;
}

/** Time as a thread that gets shorter, with words. What is left of it is drawn; what is used has gone slack. */
export function TimeThread({ standing, working, times, now, over }: Props) {
  const t = useTranslations('questions');
  const here = useSchoolClock(now);
  const { phase, answersUntil, workingUntil, begunAt } = standing;
  const end = phase === 'working' ? workingUntil : answersUntil;
  const past = end !== null && here >= end;
  useEffect(() => {
    if (!past) return;
    over();
    const timer = setInterval(over, 2500);
    return () => clearInterval(timer);
  }, [past, over]);
  if (end === null) return null;
  const left = Math.max(0, end - here);
  const minutes = Math.ceil(left / MINUTE);
  const last = workingUntil ?? (working === null ? end : end + working * MINUTE);
  const x = (at: number) => Math.min(WIDE, Math.max(0, ((at - begunAt) / (last - begunAt)) * WIDE));
  const [from, to] = [x(Math.min(here, end)), x(end)];
  const say = minutesToSay(here, end);
  const length = left < MINUTE ? t('seconds-left', { n: Math.ceil(left / 1000) }) : times.length(minutes);
  return (
    <div className={classes.time}>
      <p>
        <strong className="num">
          {t(phase === 'working' ? 'working-left' : 'left', { left: length, at: times.clock(end) })}
        </strong>
        {phase === 'answering' && working !== null ? (
          <span className={classes.then}>{t('then-working', { length: times.length(working) })}</span>
        ) : null}
      </p>
      {/* Said aloud at ten, five and one minute, and not in between. */}
      <p className="visually-hidden" role="status">
        {past ? t('time-over') : say === null ? '' : t('minutes-left', { n: say })}
      </p>
      <svg viewBox={`0 0 ${WIDE} 24`} preserveAspectRatio="none" aria-hidden="true">
        <path
          d={`M0 10H${from}`}
          stroke="var(--edge)"
          strokeWidth="1.5"
          strokeDasharray="1 5"
          vectorEffect="non-scaling-stroke"
        />
        <path
          d={`M${from} 10Q${(from + to) / 2} ${10 + Math.min(12, (to - from) / 30)} ${to} 10`}
          fill="none"
          stroke="var(--thread)"
          strokeWidth="3"
          vectorEffect="non-scaling-stroke"
        />
        {to < WIDE ? (
          <path
            d={`M${to} 10H${WIDE}`}
            stroke="var(--ink)"
            strokeWidth="2"
            strokeDasharray="9 5"
            vectorEffect="non-scaling-stroke"
          />
        ) : null}
        <path d={`M${from} 3v14M${to} 3v14`} stroke="var(--thread)" strokeWidth="3" vectorEffect="non-scaling-stroke" />
      </svg>
    </div>
  );
}
