import type { SchoolDraft } from '@/core/office/school';
import { teachersOf } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { demoPeople, findSchool, type Person, type School } from '@/store/people';

/** Whom the sign-in page of the demo offers; nobody elsewhere. */
export const offeredPeople = async (db: Queryable, school: School) =>
  school.demo ? (await demoPeople(db)).map(({ id, name, role }) => ({ id, name, role })) : [];

/** What the school says of itself, as its office said it and not as a page reads it. */
export async function schoolAsSaid(db: Queryable): Promise<SchoolDraft> {
  const { name = '', zone = '', help = '', languages = [], said = {} } = (await findSchool(db)) ?? {};
  return { name, zone, help, languages, said };
}

/** The teachers whom somebody can ask. */
export const teachersToAsk = (db: Queryable, person: Person) => teachersOf(db, person.id);
