import type { Share } from '@/core/roster/compare';
import classes from './roster.module.css';

const WIDTH = 470;

/** Slanted lines, of what is other than it was. */
export function Hatch() {
  return (
    <svg width="0" height="0" aria-hidden="true" style={{ position: 'absolute' }}>
      <pattern id="hatch" width="6" height="6" patternTransform="rotate(45)" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" fill="var(--sheet)" />
        <line x1="0" y1="0" x2="0" y2="6" stroke="var(--ink)" strokeWidth="1.6" />
      </pattern>
    </svg>
  );
}

const KINDS = ['same', 'changed', 'gone', 'added'] as const;
/** What is not said in the styles. */
const FILLS: Partial<Record<(typeof KINDS)[number], object>> = { changed: { fill: 'url(#hatch)' } };

/** What stays, what is other, what is not in the file and what is new, as long as there is of each. */
export function RosterBand({ share, label }: { readonly share: Share; readonly label: string }) {
  const all = Math.max(1, share.same + share.changed + share.gone + share.added);
  let at = 0;
  return (
    <svg className={classes.band} viewBox={`0 0 ${WIDTH} 14`} preserveAspectRatio="none" role="img" aria-label={label}>
      {KINDS.map((kind) => {
        // What there is at all is seen, however little it is.
        const width = share[kind] === 0 ? 0 : Math.max(3, (share[kind] / all) * (WIDTH - 12));
        const x = at;
        at += width + (width === 0 ? 0 : 1);
        return width === 0 ? null : (
          <rect
            key={kind}
            x={x + 0.5}
            y="0.5"
            width={Math.max(1, Math.min(width, WIDTH - x - 1))}
            height="13"
            className={classes[kind]}
            {...FILLS[kind]}
          />
        );
      })}
    </svg>
  );
}

/** What the marks of the band mean. */
export function Legend({ words }: { readonly words: Readonly<Record<(typeof KINDS)[number], string>> }) {
  return (
    <ul className={classes.legend}>
      {KINDS.map((kind) => (
        <li key={kind}>
          <svg viewBox="0 0 20 14" aria-hidden="true">
            <rect x="0.5" y="0.5" width="19" height="13" className={classes[kind]} {...FILLS[kind]} />
          </svg>
          {words[kind]}
        </li>
      ))}
    </ul>
  );
}
