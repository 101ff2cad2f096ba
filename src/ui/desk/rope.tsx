'use client';

import { useTranslations } from 'next-intl';
import classes from './rope.module.css';

/** A question of an attempt that runs. */
export interface SheetKnot {
  readonly id: string;
  readonly number: number;
  readonly state: 'answered' | 'begun' | 'empty';
  /** Somebody wanted to come back to it. */
  readonly loop: boolean;
  readonly here: boolean;
}

export interface Knot {
  readonly id: string;
  readonly title: string;
  /** Asked where it is drawn. */
  readonly says: () => string;
  readonly done: boolean;
  /** It opens when the steps before it are done. */
  readonly locked: boolean;
  /** The answers of the step, one by one: where each is, and whether it is there. */
  readonly sheets?: readonly SheetKnot[];
  readonly answers?: readonly { readonly id: string; readonly number: number; readonly answered: boolean }[];
}

interface Props {
  readonly knots: readonly Knot[];
  readonly current: string;
  readonly tight: boolean;
  readonly go: (id: string) => void;
  /** Goes to one answer of a step. */
  readonly goToAnswer: (step: string, answer: string) => void;
}

/** The steps as knots on a rope, filled as they are done. It draws tight when the work is handed in. */
export function Rope({ knots, current, tight, go, goToAnswer }: Props) {
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
                <small>{knot.says()}</small>
              </span>
            </button>
            {knot.sheets && knot.sheets.length > 0 ? (
              <SheetKnots sheets={knot.sheets} go={(id) => goToAnswer(knot.id, id)} />
            ) : null}
            {knot.answers && knot.answers.length > 1 && !knot.locked ? (
              <ul className={classes.answers}>
                {knot.answers.map(({ id, number, answered }) => (
                  <li key={id}>
                    <button
                      type="button"
                      data-answered={answered || undefined}
                      aria-label={t(answered ? 'answer-there' : 'answer-missing', { number })}
                      onClick={() => goToAnswer(knot.id, id)}
                    >
                      {number}
                    </button>
                  </li>
                ))}
              </ul>
            ) : null}
          </li>
        ))}
      </ol>
    </nav>
  );
}

/** One small knot a question, with a loop where somebody wanted to come back. */
function SheetKnots({ sheets, go }: { sheets: readonly SheetKnot[]; go: (id: string) => void }) {
  const t = useTranslations('desk');
  return (
    <ol className={classes.sheets}>
      {sheets.map(({ id, number, state, loop, here }) => (
        <li key={id} data-answered={state === 'answered' || undefined}>
          <button type="button" aria-current={here ? 'true' : undefined} onClick={() => go(id)}>
            {loop ? (
              <svg width="13" height="22" viewBox="0 0 13 22" aria-hidden="true">
                <path
                  d="M13 9.5C6 9.5 5 3.5 -1 4C-7 4.5 -9 9 -9 11C-9 13 -7 17.5 -1 18C5 18.5 6 12.5 13 12.5"
                  fill="none"
                  stroke="var(--thread)"
                  strokeWidth="2"
                  strokeLinecap="round"
                />
              </svg>
            ) : null}
            <i aria-hidden="true" />
            <b className="num">{number}</b>
            <span>{loop ? t('sheet-loop') : t(`sheet-${state}`)}</span>
          </button>
        </li>
      ))}
    </ol>
  );
}

interface LineProps {
  readonly knots: readonly Knot[];
  readonly current: string;
  readonly unfolded: boolean;
  readonly unfold: (open: boolean) => void;
}

/** The rope of a phone: one thin line with its knots and the name of where one is. It unfolds into the whole. */
export function RopeLine({ knots, current, unfolded, unfold }: LineProps) {
  const t = useTranslations('desk');
  const at = Math.max(
    knots.findIndex(({ id }) => id === current),
    0,
  );
  const dots = (some: readonly Knot[]) =>
    some.map(({ id, done }) => <i key={id} className={classes.dot} data-done={done || undefined} />);
  const here = knots[at];
  return (
    <button type="button" className={classes.line} aria-expanded={unfolded} onClick={() => unfold(!unfolded)}>
      <span className={classes.dots} aria-hidden="true">
        {dots(knots.slice(0, at))}
        <i className={classes.dot} data-here />
      </span>
      <strong>
        <bdi>{here?.title}</bdi>
      </strong>{' '}
      <small>{here?.says()}</small>
      <span className={classes.dots} data-after aria-hidden="true">
        {dots(knots.slice(at + 1))}
      </span>{' '}
      <span className={classes.more}>{unfolded ? t('less') : t('more')}</span>
    </button>
  );
}
