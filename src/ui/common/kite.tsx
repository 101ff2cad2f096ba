import { useTranslations } from 'next-intl';
import { STATES, type State } from '@/core/work/standing';

const SHAPE = 'M12 2 L20.5 10.5 L12 22 L3.5 10.5 Z';
const stroke = { stroke: 'currentColor', strokeWidth: 1.7, strokeLinejoin: 'round', strokeLinecap: 'round' } as const;

const Outline = (props: { strokeDasharray?: string }) => (
  <path d={SHAPE} fill="var(--kite-inside, none)" {...stroke} {...props} />
);
const Filled = () => <path d={SHAPE} fill="currentColor" {...stroke} />;
const LowerHalf = () => <path d="M3.5 10.5 H20.5 L12 22 Z" fill="currentColor" />;
const Tail = () => <path d="M12 22c3 2 3 3.5 0 4.7s-3 2.7-.5 4" fill="none" {...stroke} />;
const Knot = () => <path d="M9 25l6 3.4M15 25l-6 3.4" {...stroke} />;
const Loop = () => (
  <path
    d="M12 22c0 6 9.5 7.5 10.5 1.5M22.6 22.6l-2.6 2.2M22.6 22.6l2 2.9"
    fill="none"
    {...stroke}
    stroke="var(--thread)"
  />
);

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
      <path d="M6.5 14.5h11" {...stroke} strokeWidth={3} />
    </g>
  ),
  closed: (
    <g style={{ color: 'var(--ink-soft)' }}>
      <Outline />
      <path d="M3 21L21 4" {...stroke} />
    </g>
  ),
};

/** The shapes, once a page: every kite on it is one of them. */
export function KiteDefinitions() {
  return (
    <svg className="kite-defs" aria-hidden="true">
      <defs>
        {STATES.map((state) => (
          <g key={state} id={`kite-${state}`}>
            {DRAWN[state]}
          </g>
        ))}
      </defs>
    </svg>
  );
}

/** The shape code of a state. Where its word does not stand beside it, the word is its label. */
export function Kite({ state, labelled = false, color }: { state: State; labelled?: boolean; color?: string }) {
  const t = useTranslations('state');
  return (
    // biome-ignore lint/a11y/noSvgWithoutTitle: it is labelled, or hidden where its word stands beside it
    <svg
      className="kite"
      viewBox="0 0 24 31"
      style={color ? { color } : undefined}
      {...(labelled ? { role: 'img', 'aria-label': t(state) } : { 'aria-hidden': true })}
    >
      <use href={`#kite-${state}`} />
    </svg>
  );
}
