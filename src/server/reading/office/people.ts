import type { Instant, PersonId } from '@/core/ids';
import { LINES, type PeopleShown } from '@/core/office/people-shown';
import { type Queryable, readTogether } from '@/store/database';
import { actsAbout } from '@/store/office-acts';
import { classNames } from '@/store/office-classes';
import { classesOfPerson, countShown, listedPeople, peopleCounts, personForOffice } from '@/store/office-people';

/** The people of the school as their list shows them, with one of them beside it. */
export async function peopleScreen(
  db: Queryable,
  shown: PeopleShown,
  { from, person }: { readonly from: number; readonly person: PersonId | null },
  now: Instant,
) {
  const asked = await readTogether(db, {
    counts: peopleCounts,
    total: countShown(shown, now),
    list: listedPeople(shown, from, LINES, now),
    classes: classNames,
  });
  return { ...asked, from, shown, beside: person === null ? null : await onePerson(db, person) };
}

export type PeopleView = Awaited<ReturnType<typeof peopleScreen>>;

/** Somebody as the office sees them: how they sign in, in which classes they are, and what happened. Never their work. */
async function onePerson(db: Queryable, id: PersonId) {
  const { found, ...asked } = await readTogether(db, {
    found: personForOffice(id),
    classes: classesOfPerson(id),
    acts: actsAbout('person', id),
  });
  return found ? { ...found, ...asked } : null;
}

export type PersonBeside = NonNullable<Awaited<ReturnType<typeof onePerson>>>;
