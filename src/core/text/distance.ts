/**
 * How many slips lie between two words: letters changed, added, left out, or swapped with their neighbour
 * (the restricted edit distance of Damerau 1964 and Levenshtein 1966). Cost: the product of the lengths.
 *
 * @param most of words that lie further apart nothing more is asked: anything above it may come back
 */
export function distance(a: string, b: string, most = Number.POSITIVE_INFINITY): number {
  const [from, to] = [[...a], [...b]];
  if (Math.abs(from.length - to.length) > most) return most + 1;
  let before: number[] = [];
  let row = Array.from({ length: to.length + 1 }, (_, j) => j);
  for (let i = 1; i <= from.length; i += 1) {
    const next = [i];
    for (let j = 1; j <= to.length; j += 1) {
      const same = from[i - 1] === to[j - 1] ? 0 : 1;
      let least = Math.min((row[j] ?? 0) + 1, (next[j - 1] ?? 0) + 1, (row[j - 1] ?? 0) + same);
      if (i > 1 && j > 1 && from[i - 1] === to[j - 2] && from[i - 2] === to[j - 1]) {
        least = Math.min(least, (before[j - 2] ?? 0) + 1);
      }
      next.push(least);
    }
    if (Math.min(...next) > most) return most + 1;
    before = row;
    row = next;
  }
  return row[to.length] ?? 0;
}
