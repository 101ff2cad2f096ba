'use client';

import { useTranslations } from 'next-intl';
import { useEffect } from 'react';
import type { DeskView } from '@/server/reading/desk/desk';
import { Kite } from '@/ui/common/kite';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import type { Times } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import { answersOf, copyOf } from '@/ui/kinds/step';
import { Countdown } from './countdown';
import classes from './desk.module.css';
import type { SessionState } from './document-session';
import { SafetyWords } from './safety-words';

/** Asks for the screen again when the next of its times passes: opening, due, closing. */
export function useBoundaries(view: DeskView, now: number): void {
  const refresh = useRefresh();
  useEffect(() => {
    // Counted from the school's clock when the screen was made: that of this device may be wrong.
    const coming = [view.opensAt, view.dueAt, view.closesAt].filter((at) => at !== null && at > now) as number[];
    if (coming.length === 0) return;
    const wait = Math.min(...coming) - now + 600;
    if (wait > 2 ** 31 - 1) return;
    const timer = setTimeout(refresh, wait);
    return () => clearTimeout(timer);
  }, [view, now, refresh]);
}

interface Props {
  readonly view: DeskView;
  /** How safe what is typed is. */
  readonly safety: SessionState;
  readonly done: boolean;
  readonly times: Times;
  readonly now: number;
  /** Are the words of the frame there, on a phone? */
  readonly framed: boolean;
  readonly setFramed: (framed: boolean) => void;
}

/** What the work is, when it is due, and how it stands. */
export function DeskHead({ view, safety, done, times, now, framed, setFramed }: Props) {
  const t = useTranslations('desk');
  const state = useTranslations('state');
  return (
    <div className={classes.head}>
      <div className={classes.name}>
        <button
          type="button"
          className={classes.kite}
          aria-label={t('places')}
          aria-expanded={framed}
          onClick={() => setFramed(!framed)}
        >
          <Kite state={view.state} />
        </button>
        <p className={classes.crumb}>
          <PlaceLink to={{ at: 'class', class: view.class.id }}>
            <bdi>{view.class.name}</bdi>
          </PlaceLink>
          {view.unit ? (
            <>
              {' · '}
              <bdi>{view.unit}</bdi>
            </>
          ) : null}
        </p>
        <h1>
          <Sail weave={view.class.weave} size={20} />
          <bdi>{view.title}</bdi>
        </h1>
        {view.dueAt === null ? null : (
          <span className={classes.dueShort} aria-hidden="true">
            {times.moment(view.dueAt, now)}
          </span>
        )}
      </div>
      <div className={classes.facts}>
        <p>
          {view.dueAt === null
            ? t('no-due')
            : t.rich('due', { when: times.moment(view.dueAt, now), strong: (words) => <strong>{words}</strong> })}
          {view.points === null ? null : `, ${t('points', { n: view.points })}`}
          {`, ${t('about', { length: times.length(view.minutes) })}`} <Countdown view={view} now={now} />
        </p>
        <p className={classes.standing}>
          <Kite state={view.state} />
          <span>{state(view.state)}</span>
          {view.steps.some((step) => copyOf(step) ?? answersOf(step)) && !done ? (
            <>
              <span aria-hidden="true">·</span>
              <SafetyWords state={safety} times={times} />
            </>
          ) : null}
        </p>
      </div>
    </div>
  );
}
