'use client';

import { useTranslations } from 'next-intl';
import classes from './rope.module.css';

export interface Knot {
  readonly id: string;
  readonly title: string;
  readonly says: string;
  readonly done: boolean;
  /** It opens when the steps before it are done. */
  readonly locked: boolean;
}

interface Props {
  readonly knots: readonly Knot[];
  readonly current: string;
  readonly tight: boolean;
  readonly go: (id: string) => void;
}

/** The steps as knots on a rope, filled as they are done. It draws tight when the work is handed in. */
export function Rope({ knots, current, tight, go }: Props) {
  const t = useTranslations('desk');
  return (
    <nav className={classes.rope} aria-label={t('steps')} data-tight={tight || undefined}>
      <ol>
        {knots.map((knot, i) => (
          <li
            key={knot.id}
            className={knot.done ? classes.done : knot.locked ? classes.locked : undefined}
            style={{ '--knot': i } as React.CSSProperties}
          >
            <button type="button" aria-current={knot.id === current ? 'step' : undefined} onClick={() => go(knot.id)}>
              <span className={classes.knot} aria-hidden="true" />
              <span>
                <span className={classes.title}>
                  <bdi>{knot.title}</bdi>
                </span>
                {knot.done ? <span className="visually-hidden">{t('done')}</span> : null}
                <small>{knot.says}</small>
              </span>
            </button>
          </li>
        ))}
      </ol>
    </nav>
  );
}
