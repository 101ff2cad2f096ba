import { randomly } from '../questions/randomly';

/**
 * People in groups, in the order of a list. Groups differ by one at most, and none is smaller than two where there are two.
 *
 * @param size how many are in a group, as nearly as it can be
 */
export function byNumber<Person>(people: readonly Person[], size: number): readonly (readonly Person[])[] {
  if (people.length === 0) return [];
  const wanted = Math.round(people.length / Math.max(1, size));
  const n = Math.max(1, size < 2 ? wanted : Math.min(wanted, Math.floor(people.length / 2)));
  return Array.from({ length: n }, (_, i) =>
    people.slice(Math.floor((i * people.length) / n), Math.floor(((i + 1) * people.length) / n)),
  );
}

/**
 * The same by chance.
 *
 * @param seed by the same one the same people come to the same groups
 */
export const atRandom = <Person>(
  people: readonly Person[],
  size: number,
  seed: string,
): readonly (readonly Person[])[] => byNumber(randomly(seed).shuffled(people), size);
