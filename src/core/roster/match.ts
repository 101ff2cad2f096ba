import type { Known, KnownClass, KnownPerson } from './known';
import { classKey, type Roster, type RosterPerson } from './roster';

const single = <Key, Value>(pairs: Iterable<readonly [Key, Value]>): Map<Key, Value> => {
  const found = new Map<Key, Value>();
  const twice = new Set<Key>();
  for (const [key, value] of pairs) {
    if (found.has(key)) twice.add(key);
    found.set(key, value);
  }
  for (const key of twice) found.delete(key);
  return found;
};

/** Which class of the school a class of the roster is: by its id, or by its name where that is nobody else's. */
export function matchClasses(roster: Roster, known: Known): Map<string, KnownClass> {
  const ids = new Map(known.classes.flatMap((one) => [[one.id, one] as const, [one.sourceId ?? one.id, one] as const]));
  const running = single(known.classes.filter((one) => !one.ended).map((one) => [classKey(one.name), one]));
  const named = single(known.classes.map((one) => [classKey(one.name), one]));
  const found = new Map<string, KnownClass>();
  for (const one of roster.classes) {
    const byId = one.sourceId === null ? undefined : ids.get(one.sourceId);
    const byName = running.get(classKey(one.name)) ?? named.get(classKey(one.name));
    const match = byId ?? (byName && (byName.sourceId === null || one.sourceId === null) ? byName : undefined);
    if (match && ![...found.values()].includes(match)) found.set(one.key, match);
  }
  return found;
}

/**
 * Whom of the school each line means: by the roster's id, then by the user name; at last somebody of the same name and role who
 * is in one of the same classes, whom nobody else of the roster is. To take one person for another would give away their work, so a
 * name alone is never enough.
 */
export function matchPeople(
  roster: Roster,
  known: Known,
  classes: ReadonlyMap<string, KnownClass>,
): Map<string, KnownPerson> {
  const ids = new Map(known.people.flatMap((one) => [[one.id, one] as const, [one.sourceId ?? one.id, one] as const]));
  const userNames = new Map(known.people.map((one) => [one.userName, one]));
  const found = new Map<string, KnownPerson>();
  const taken = new Set<string>();
  const take = (person: RosterPerson, match: KnownPerson | undefined): boolean => {
    if (!match || taken.has(match.id)) return false;
    found.set(person.key, match);
    taken.add(match.id);
    return true;
  };
  const rest = roster.people.filter((one) => one.sourceId === null || !take(one, ids.get(one.sourceId)));
  const unknown = rest.filter((one) => {
    const match = userNames.get(one.userName);
    return !take(one, match && (match.sourceId === null || one.sourceId === null) ? match : undefined);
  });
  const inClasses = new Map<string, Set<string>>();
  for (const { person, class: key } of roster.members) {
    const match = classes.get(key);
    if (match) inClasses.set(person, (inClasses.get(person) ?? new Set()).add(match.id));
  }
  const classesOf = new Map<string, string[]>();
  for (const one of known.members) classesOf.set(one.person, [...(classesOf.get(one.person) ?? []), one.class]);
  const named = single(known.people.filter((one) => !one.left).map((one) => [one.name, one]));
  const once = single(roster.people.map((one) => [one.name, one]));
  for (const person of unknown) {
    const match = once.has(person.name) ? named.get(person.name) : undefined;
    const shared = match && classesOf.get(match.id)?.some((one) => inClasses.get(person.key)?.has(one));
    if (match && shared && (person.role ?? match.role) === match.role && person.sourceId === null) take(person, match);
  }
  return found;
}
