/** The letters of a number: A to Z, then AA and on. */
export function lettersOf(n: number): string {
  const letter = String.fromCharCode(65 + (n % 26));
  return n < 26 ? letter : `${lettersOf(Math.floor(n / 26) - 1)}${letter}`;
}

/**
 * By which letters people of a discussion are called, so that nobody can tell who they are: in an order that follows from a hash.
 *
 * @param keys a hash of each person and this discussion, by person: nothing of it can be told from the order of names
 */
export function pseudonyms(keys: ReadonlyMap<string, string>): ReadonlyMap<string, string> {
  const ordered = [...keys].sort(([, a], [, b]) => (a < b ? -1 : a > b ? 1 : 0));
  return new Map(ordered.map(([person], i) => [person, lettersOf(i)]));
}
