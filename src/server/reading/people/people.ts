import { teachersOf } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { demoPeople, type Person, type School } from '@/store/people';

/** Whom the sign-in page of the demo offers; nobody elsewhere. */
export const offeredPeople = async (db: Queryable, school: School) =>
  school.demo ? (await demoPeople(db)).map(({ id, name, role }) => ({ id, name, role })) : [];

/** The teachers whom somebody can ask. */
export const teachersToAsk = (db: Queryable, person: Person) => teachersOf(db, person.id);
