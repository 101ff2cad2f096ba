import { createHash } from 'node:crypto';
import { lacking } from '@/core/roster/columns';
import { type Choices, compare, type Picture } from '@/core/roster/compare';
import type { Known } from '@/core/roster/known';
import { readRoster } from '@/core/roster/read';
import type { KeptRoster } from '@/store/rosters';

/** Holds a roster against the school as it is now. */
export function pictureOf(kept: KeptRoster, known: Known): Picture {
  const usable = kept.files.map((file) =>
    lacking(file).length === 0 ? file : { ...file, form: 'set-aside' as const },
  );
  const names = known.classes.map(({ name }) => name);
  return compare(readRoster(usable, kept.mended, names, kept.confirmed), known, kept.choices);
}

/** By what two pictures are told apart: whoever does a roster does what they have seen. */
export function digestOf({ people, classes, members }: Picture, choices: Choices): string {
  const said = [
    people.adding.map(({ key, name, userName, role }) => [key, name, userName, role]),
    people.changing.map(({ id, to }) => [id, to.name, to.userName, to.role]),
    people.going.map(({ id }) => id),
    classes.adding.map(({ key, name }) => [key, name]),
    classes.changing.map(({ id, to }) => [id, to]),
    classes.going.map(({ id }) => id),
    members.adding.map((one) => [one.person, one.class, one.role]),
    members.changing.map((one) => [one.person, one.class, one.role]),
    members.going.map((one) => [one.person, one.class]),
    choices,
  ];
  return createHash('sha256').update(JSON.stringify(said)).digest('base64url');
}
