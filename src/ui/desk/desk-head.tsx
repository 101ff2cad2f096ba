'use client';

import { useTranslations } from 'next-intl';
import { useEffect } from 'react';
import type { DeskView } from '@/server/reading/desk/desk';
import { Kite } from '@/ui/common/kite';
import { PlaceLink } from '@/ui/common/place-link';
import { Sail } from '@/ui/common/sail';
import type { Times } from '@/ui/common/times';
import { useRefresh } from '@/ui/common/use-refresh';
import { copyOf } from '@/ui/kinds/step';
import { Countdown } from './countdown';
import classes from './desk.module.css';
import type { Safety, SessionState } from './document-session';

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

const LOOK: Readonly<Partial<Record<Safety, string>>> = {
  saved: 'moss',
  kept: 'plum',
  gone: 'plum',
  'too-long': 'plum',
  'too-intricate': 'plum',
  away: 'amber',
};

function SafetyWords({ state, times }: { state: SessionState; times: Times }) {
  const t = useTranslations('safety');
  return (
    <span className={LOOK[state.safety]} role="status" data-safety={state.safety}>
      {t(state.safety, { at: state.savedAt === null ? '' : times.clock(state.savedAt) })}
    </span>
  );
}

interface Props {
  readonly view: DeskView;
  /** How safe what is typed is. */
  readonly safety: SessionState;
  readonly done: boolean;
  readonly times: Times;
  readonly now: number;
}

/** What the work is, when it is due, and how it stands. */
export function DeskHead({ view, safety, done, times, now }: Props) {
  const t = useTranslations('desk');
  const state = useTranslations('state');
  return (
    <div className={classes.head}>
      <div>
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
          {view.steps.some(copyOf) && !done ? (
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
