'use client';

import { type KeyboardEvent, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { STRING_SIZES } from '@/core/plan/string-layout';
import type { State } from '@/core/work/standing';
import { KiteShape } from '@/ui/common/kite-shape';
import { PlaceLink } from '@/ui/common/place-link';
import { hueOf } from '@/ui/common/sail';
import classes from './sky-string.module.css';

/**
 * One kite as it hangs: where, and what stands beside it. A list, since there are many of them: their parts named one by one are
 * a twentieth of the page. `thread` is what is seen of it, as a path; `x` counts from the edge on the side where the line begins,
 * or from the other where its label stands `before` it, and `y` from above, in px.
 */
export type HungKite = readonly [
  x: number,
  before: boolean,
  thread: string,
  state: State,
  y: number,
  id: string,
  title: string,
  weave: string,
  when: string,
  length: string,
];

interface Props {
  readonly size: readonly [width: number, height: number];
  /** The line, as a path. */
  readonly line: string;
  readonly now: { readonly x: number; readonly y: number; readonly word: string };
  readonly days: readonly {
    readonly x: number;
    readonly y: number;
    readonly word: string;
    readonly today?: boolean;
    /** How much work is due on it, where that is much. */
    readonly load?: string;
  }[];
  readonly kites: readonly HungKite[];
  /** What the states of these kites are called. */
  readonly states: Readonly<Partial<Record<State, string>>>;
  readonly words: Readonly<Record<'label' | 'list' | 'earlier' | 'later' | 'back', string>>;
}

/** What is seen at first, in px from now: a day and a half back, and as far ahead as the screen of a school laptop shows. */
const SEEN = { before: 1.5 * STRING_SIZES.day, after: 5.6 * STRING_SIZES.day } as const;

/** Draws the String, and lets it be scrolled by a day and back to now. What is off the screen follows once the page is awake. */
export function SkyView({ size: [width, height], line, now, days, kites, states, words }: Props) {
  const box = useRef<HTMLElement>(null);
  const sign = () => (box.current && getComputedStyle(box.current).direction === 'rtl' ? -1 : 1);
  const lead = () => Math.min(250, (box.current?.clientWidth ?? 0) / 4);
  const toNow = (behavior: ScrollBehavior) => box.current?.scrollTo({ left: sign() * (now.x - lead()), behavior });
  const by = (count: number) => box.current?.scrollBy({ left: sign() * count * STRING_SIZES.day, behavior: 'smooth' });
  // Home goes back to now; Page up and down move by a day, from wherever one is on the String.
  const byKey = (event: KeyboardEvent) => {
    if (event.key === 'Home') toNow('smooth');
    else if (event.key === 'PageUp') by(-1);
    else if (event.key === 'PageDown') by(1);
    else return;
    event.preventDefault();
  };
  const placed = useRef(false);
  useLayoutEffect(() => {
    if (placed.current || !box.current) return;
    placed.current = true;
    const start = getComputedStyle(box.current).direction === 'rtl' ? -1 : 1;
    box.current.scrollLeft = start * (now.x - Math.min(250, box.current.clientWidth / 4));
  }, [now.x]);
  const [whole, setWhole] = useState(false);
  useEffect(() => setWhole(true), []);
  const isSeen = (x: number) => whole || (x >= now.x - SEEN.before && x <= now.x + SEEN.after);
  const seenDays = days.filter(({ x }) => isSeen(x));
  const seenKites = kites.filter(([x, before]) => isSeen(before ? width - x : x));
  return (
    <div className={classes.frame}>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls has to be reachable by key */}
      <section ref={box} className={classes.scroll} aria-label={words.label} tabIndex={0} onKeyDown={byKey}>
        <div className={classes.sky} style={{ inlineSize: width, blockSize: height }}>
          <svg className={classes.drawn} width={width} height={height} aria-hidden="true">
            <path d={line} className={classes.line} />
            <path d={seenDays.map(({ x, y }) => `M${x} ${y - 5}v10`).join('')} className={classes.line} />
            <path d={seenKites.map(([, , thread]) => thread).join('')} className={classes.hanging} />
            <circle cx={now.x} cy={now.y} r="5.5" className={classes.now} />
          </svg>
          {seenDays.map(({ x, y, today, word, load }) => (
            <span
              key={x}
              aria-hidden="true"
              className={today ? `${classes.day} ${classes.today}` : classes.day}
              style={{ insetInlineStart: x + 6, insetBlockStart: y - 30 }}
            >
              {word}
              {load === undefined ? null : <span className={classes.load}> {load}</span>}
            </span>
          ))}
          <span
            aria-hidden="true"
            className={`${classes.day} ${classes.nowWord}`}
            style={{ insetInlineStart: now.x + 9, insetBlockStart: now.y + 4 }}
          >
            {now.word}
          </span>
          <ol className={classes.kites} aria-label={words.list}>
            {seenKites.map(([x, before, , state, y, id, title, weave, when, length]) => (
              <li
                key={id}
                {...(before ? { 'data-before': '' } : {})}
                style={{ [before ? 'insetInlineEnd' : 'insetInlineStart']: x, insetBlockStart: y }}
              >
                <PlaceLink to={{ at: 'desk', assignment: id }} className={classes.kite}>
                  <KiteShape state={state} word={states[state]} color={hueOf(weave)} />
                  <span>
                    <bdi className={state === 'overdue' ? 'plum' : undefined}>{title}</bdi>
                    <small className="soft">
                      <span className="visually-hidden">{`${when}, `}</span>
                      {length}
                    </small>
                  </span>
                </PlaceLink>
              </li>
            ))}
          </ol>
        </div>
      </section>
      <div className={classes.moves}>
        <button type="button" className="quiet" onClick={() => by(-1)}>
          {words.earlier}
        </button>
        <button type="button" className="quiet" onClick={() => toNow('smooth')}>
          {words.back}
        </button>
        <button type="button" className="quiet" onClick={() => by(1)}>
          {words.later}
        </button>
      </div>
    </div>
  );
}
