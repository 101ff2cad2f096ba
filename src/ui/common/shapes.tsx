'use client';

import type { Weave } from '@/core/setting/weaves';
import { STATES, type State } from '@/core/work/standing';
import { hueOf } from './sail';
import { WEAVE_HUES } from './tokens';

const SHAPE = 'M12 2L20.5 10.5L12 22L3.5 10.5Z';

const Outline = (props: { strokeDasharray?: string }) => <path d={SHAPE} fill="var(--kite-inside, none)" {...props} />;
const Filled = () => <path d={SHAPE} fill="currentColor" />;
const LowerHalf = () => <path d="M3.5 10.5H20.5L12 22Z" fill="currentColor" stroke="none" />;
const Tail = () => <path d="M12 22c3 2 3 3.5 0 4.7s-3 2.7-.5 4" />;
const Knot = () => <path d="M9 25l6 3.4M15 25l-6 3.4" />;
const Loop = () => <path d="M12 22c0 6 9.5 7.5 10.5 1.5M22.6 22.6l-2.6 2.2M22.6 22.6l2 2.9" stroke="var(--thread)" />;

const DRAWN: Record<State, React.ReactNode> = {
  'opens-later': <Outline strokeDasharray="2 2.6" />,
  'not-started': <Outline />,
  'under-way': (
    <>
      <Outline />
      <LowerHalf />
    </>
  ),
  'handed-in': (
    <>
      <Filled />
      <Tail />
    </>
  ),
  'handed-in-late': (
    <>
      <Filled />
      <Tail />
      <Knot />
    </>
  ),
  'handed-back': (
    <>
      <Filled />
      <Loop />
    </>
  ),
  'another-go': (
    <>
      <Outline />
      <LowerHalf />
      <Loop />
    </>
  ),
  overdue: (
    <g style={{ color: 'var(--plum)' }}>
      <Outline />
      <path d="M6.5 14.5h11" strokeWidth={3} />
    </g>
  ),
  closed: (
    <g style={{ color: 'var(--ink-soft)' }}>
      <Outline />
      <path d="M3 21L21 4" />
    </g>
  ),
};

const PATTERNS: Record<Weave, React.ReactNode> = {
  stripe: <path d="M0 0L8 8M-2 6l4 4M6-2l4 4" stroke="currentColor" strokeWidth="2.2" />,
  check: <path d="M0 0h4v4H0zM4 4h4v4H4z" fill="currentColor" />,
  waves: (
    <path d="M0 3c2-3 4-3 4 0s2 3 4 0M0 7c2-3 4-3 4 0s2 3 4 0" fill="none" stroke="currentColor" strokeWidth="1.3" />
  ),
  herringbone: <path d="M0 4l4-4 4 4M0 8l4-4 4 4" fill="none" stroke="currentColor" strokeWidth="1.5" />,
  dots: (
    <g fill="currentColor">
      <circle cx="2" cy="2" r="1.35" />
      <circle cx="6" cy="6" r="1.35" />
    </g>
  ),
  bars: <path d="M1.5 0v8M5.5 0v8" stroke="currentColor" strokeWidth="1.7" />,
  diamonds: <path d="M4 .8L7.2 4 4 7.2.8 4z" fill="currentColor" />,
  plain: <path d="M0 0h8v8H0z" fill="currentColor" />,
};

/**
 * The shapes of kites and the weaves of classes, once a page: every kite and sail on it is one of them. They are drawn by the
 * browser's own program, so that a page need not carry them a second time as data, and say themselves in what they are measured.
 */
export function Shapes() {
  return (
    <svg className="shapes" aria-hidden="true">
      <defs>
        {STATES.map((state) => (
          <symbol key={state} id={`kite-${state}`} viewBox="0 0 24 31">
            {DRAWN[state]}
          </symbol>
        ))}
        {(Object.keys(WEAVE_HUES) as Weave[]).map((name) => (
          <pattern
            key={name}
            id={`weave-${name}`}
            width="8"
            height="8"
            patternUnits="userSpaceOnUse"
            style={{ color: hueOf(name) }}
          >
            <rect width="8" height="8" fill="currentColor" opacity=".16" />
            {PATTERNS[name]}
          </pattern>
        ))}
        <path id="sail" d="M1.5 19C2 10 5 4 12 1c-1 7 0 12 4 18z" />
        {(Object.keys(WEAVE_HUES) as Weave[]).map((name) => (
          <symbol key={name} id={`sail-${name}`} viewBox="0 0 17 20">
            <use href="#sail" fill={`url(#weave-${name})`} stroke={hueOf(name)} />
          </symbol>
        ))}
      </defs>
    </svg>
  );
}
