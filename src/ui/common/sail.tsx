import { isWeave, WEAVE_HUES, type Weave } from './tokens';

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

const weaveOf = (name: string): Weave => (isWeave(name) ? name : 'plain');

export const hueOf = (name: string): string => `var(--weave-${weaveOf(name)})`;

/** The weaves as patterns, once a page. */
export function WeaveDefinitions() {
  return (
    <svg className="wave-defs" aria-hidden="true">
      <defs>
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
      </defs>
    </svg>
  );
}

/** The swatch of a class: its weave on a small sail. */
export function Sail({ weave, size = 17 }: { weave: string; size?: number }) {
  return (
    <svg className="sail" viewBox="0 0 17 20" aria-hidden="true" style={{ inlineSize: size, blockSize: size * 1.18 }}>
      <path
        d="M1.5 19C2 10 5 4 12 1c-1 7 0 12 4 18z"
        fill={`url(#weave-${weaveOf(weave)})`}
        stroke={hueOf(weave)}
        strokeWidth="1.2"
        strokeLinejoin="round"
      />
    </svg>
  );
}

/** A thin band of a class's weave, across its screens. */
export function WeaveBand({ weave }: { weave: string }) {
  return (
    <svg width="100%" height="8" style={{ display: 'block' }} aria-hidden="true">
      <rect width="100%" height="8" fill={`url(#weave-${weaveOf(weave)})`} />
    </svg>
  );
}
