import type { State } from '@/core/work/standing';

/** The shape of a state, drawn by `Shapes`. Its word is its label; none where it stands beside it. */
export function KiteShape({ state, word, color }: { state: State; word?: string | undefined; color?: string }) {
  return (
    // biome-ignore lint/a11y/noSvgWithoutTitle: it is labelled, or hidden where its word stands beside it
    <svg
      className="kite"
      {...(color ? { style: { color } } : {})}
      {...(word === undefined ? { 'aria-hidden': true } : { role: 'img', 'aria-label': word })}
    >
      <use href={`#kite-${state}`} />
    </svg>
  );
}
