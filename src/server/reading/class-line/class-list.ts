import type { Instant } from '@/core/ids';
import { isToDo } from '@/core/work/standing';
import { workOf } from '@/server/reading/work/work-list';
import { classesOf, lessonsOf } from '@/store/classes';
import type { Queryable } from '@/store/database';
import type { Person } from '@/store/people';

/** The classes of a person, with how much is open in each, and the week's lessons. */
export async function classList(db: Queryable, person: Person, now: Instant) {
  const open = new Map<string, number>();
  for (const item of await workOf(db, person, null, now)) {
    if (isToDo(item.state)) open.set(item.classId, (open.get(item.classId) ?? 0) + 1);
  }
  const list = (await classesOf(db, person.id)).map((found) => ({
    ...found,
    open: person.role === 'student' && found.ended_at === null ? (open.get(found.id) ?? 0) : null,
  }));
  return { list, lessons: await lessonsOf(db, person.id) };
}
