import type { PersonId } from '../ids';
import { randomly } from '../questions/randomly';

/** Who works together: each in one group at most. */
export type Groups = readonly (readonly PersonId[])[];

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

/**
 * Groups after one person has gone into another of them. What nobody is left in is no group any more.
 *
 * @param to into which, from 0; one more than there are makes a new one, -1 leaves the person alone
 */
export function movedInto(groups: Groups, person: PersonId, to: number): Groups {
  const left = groups.map((members) => members.filter((one) => one !== person));
  const all = to === groups.length ? [...left, []] : left;
  return all.map((members, i) => (i === to ? [...members, person] : members)).filter((members) => members.length > 0);
}
