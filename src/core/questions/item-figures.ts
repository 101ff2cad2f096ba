/** What one person got in one part, and in the rest of the attempt. */
export interface ItemResult {
  /** Share of the points of the part, 0 to 1. */
  readonly share: number;
  /** Points in everything else. */
  readonly rest: number;
}

/** How a part did its work. */
export interface ItemFigures {
  readonly n: number;
  /** The mean share: 1 where everybody was right. In the trade: facility. */
  readonly facility: number | null;
  /**
   * How far those who got it right are those who got the rest right: the product-moment correlation of share and rest, which
   * for right and wrong is the point-biserial one. `null` where everybody has the same.
   */
  readonly discrimination: number | null;
}

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

/**
 * Facility and discrimination of one part (F. M. Lord and M. R. Novick, Statistical Theories of Mental Test Scores, 1968,
 * chapter 15; from memory). The part itself is left out of what it is compared with.
 */
export function itemFigures(results: readonly ItemResult[]): ItemFigures {
  const n = results.length;
  if (n === 0) return { n, facility: null, discrimination: null };
  const shares = results.map(({ share }) => share);
  const rests = results.map(({ rest }) => rest);
  const facility = mean(shares);
  const middle = mean(rests);
  let both = 0;
  let ofShares = 0;
  let ofRests = 0;
  for (const { share, rest } of results) {
    both += (share - facility) * (rest - middle);
    ofShares += (share - facility) ** 2;
    ofRests += (rest - middle) ** 2;
  }
  const spread = Math.sqrt(ofShares * ofRests);
  return { n, facility, discrimination: n < 2 || spread < 1e-12 ? null : both / spread };
}
