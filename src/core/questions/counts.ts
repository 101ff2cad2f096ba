/** Which attempt counts, where there are several. */
export const COUNTS = ['best', 'last', 'mean', 'first'] as const;
export type Counts = (typeof COUNTS)[number];

/**
 * What several attempts come to together; `null` where there is none.
 *
 * @param scores of the attempts that count, oldest first
 */
export function countedPoints(counts: Counts, scores: readonly { readonly points: number }[]): number | null {
  const points = scores.map((score) => score.points);
  if (points.length === 0) return null;
  switch (counts) {
    case 'best':
      return Math.max(...points);
    case 'last':
      return points.at(-1) ?? null;
    case 'first':
      return points[0] ?? null;
    case 'mean':
      return Math.round((points.reduce((sum, one) => sum + one, 0) / points.length) * 1000) / 1000;
  }
}
