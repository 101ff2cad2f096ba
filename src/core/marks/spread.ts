/** How the points of a class lie: the quarters, and how many fall into each tenth of what could be won. */
export interface Spread {
  readonly n: number;
  readonly outOf: number;
  readonly lowest: number;
  readonly lowerQuarter: number;
  readonly median: number;
  readonly upperQuarter: number;
  readonly highest: number;
  readonly mean: number;
  /** Ten counts, from the lowest tenth to the highest; the most that can be won is in the last. */
  readonly tenths: readonly number[];
}

/**
 * The value below which a share of the sorted values lies, between two neighbours in proportion (Hyndman and Fan 1996,
 * type 7, as spreadsheets and the language R take it).
 */
export function quantile(sorted: readonly number[], share: number): number {
  const at = (sorted.length - 1) * share;
  const [below, above] = [sorted[Math.floor(at)] ?? 0, sorted[Math.ceil(at)] ?? 0];
  return below + (above - below) * (at - Math.floor(at));
}

/** The spread of some grades; `null` while there are none, or nothing could be won. */
export function spreadOf(grades: readonly number[], outOf: number): Spread | null {
  if (grades.length === 0 || outOf <= 0) return null;
  const sorted = [...grades].sort((a, b) => a - b);
  const tenths = Array.from({ length: 10 }, () => 0);
  for (const grade of sorted) {
    const tenth = Math.min(9, Math.max(0, Math.floor((10 * grade) / outOf)));
    tenths[tenth] = (tenths[tenth] ?? 0) + 1;
  }
  return {
    n: sorted.length,
    outOf,
    lowest: sorted[0] ?? 0,
    lowerQuarter: quantile(sorted, 0.25),
    median: quantile(sorted, 0.5),
    upperQuarter: quantile(sorted, 0.75),
    highest: sorted.at(-1) ?? 0,
    mean: sorted.reduce((sum, grade) => sum + grade, 0) / sorted.length,
    tenths,
  };
}
