/** One stretch that was recorded without a pause. A pause ties a knot: from there on it can be said again. */
export interface Stretch {
  readonly id: string;
  /** Of sound or video, in seconds. */
  readonly seconds: number;
}

/** What was recorded so far, stretch by stretch. */
export interface Take {
  readonly stretches: readonly Stretch[];
}

/** How long something may be, in seconds, and from where on it is long enough; 0 where that is not said. */
export interface Bounds {
  readonly least: number;
  readonly most: number;
}

export const secondsOf = ({ stretches }: Take): number => stretches.reduce((sum, { seconds }) => sum + seconds, 0);

/** What is left until it has to end, in seconds; never below 0. */
export const leftOf = (take: Take, running: number, { most }: Bounds): number =>
  Math.max(0, most - secondsOf(take) - running);

/** Is it long enough? */
export const isEnough = (take: Take, running: number, { least }: Bounds): boolean => secondsOf(take) + running >= least;

/** Where its knots lie, as shares of the most that it may be: the beginning, and after each stretch. */
export function knotsOf({ stretches }: Take, { most }: Bounds): readonly number[] {
  const knots = [0];
  let at = 0;
  for (const { seconds } of stretches) {
    at += seconds;
    knots.push(Math.min(1, at / most));
  }
  return knots;
}

/** How loud something is, in words: nothing to be heard, too quiet, well, or so that it breaks. */
export const HEARD = ['silent', 'quiet', 'well', 'loud'] as const;
export type Heard = (typeof HEARD)[number];

/** Levels below full scale in decibels at which a voice is heard (common practice: speech lies between -30 and -6). */
const LEVELS = { silent: -55, quiet: -38, loud: -1 } as const;

/**
 * How loud samples are.
 *
 * @param samples between -1 and 1
 */
export function heard(samples: Float32Array): { readonly level: number; readonly heard: Heard } {
  let [square, peak] = [0, 0];
  for (const sample of samples) {
    square += sample * sample;
    peak = Math.max(peak, Math.abs(sample));
  }
  const decibels = 10 * Math.log10(square / Math.max(1, samples.length) + 1e-12);
  const level = Math.min(1, Math.max(0, (decibels + 60) / 60));
  if (20 * Math.log10(peak + 1e-12) > LEVELS.loud) return { level, heard: 'loud' };
  return { level, heard: decibels < LEVELS.silent ? 'silent' : decibels < LEVELS.quiet ? 'quiet' : 'well' };
}
