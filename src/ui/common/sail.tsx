import { isWeave, type Weave } from '@/core/setting/weaves';

const weaveOf = (name: string): Weave => (isWeave(name) ? name : 'plain');

export const hueOf = (name: string): string => `var(--weave-${weaveOf(name)})`;

/** The swatch of a class: its weave on a small sail, drawn by `Shapes`. */
export function Sail({ weave, size = 17 }: { weave: string; size?: number }) {
  return (
    <svg className="sail" aria-hidden="true" {...(size === 17 ? {} : { style: { inlineSize: size } })}>
      <use href={`#sail-${weaveOf(weave)}`} />
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
