import type { Instant } from '@/core/ids';
import { isToDo } from '@/core/work/standing';
import { workItems, workQueries } from '@/server/reading/work/work-list';
import { lessonsOf } from '@/store/classes';
import { type Queryable, readTogether } from '@/store/database';
import type { Person } from '@/store/people';

/** The classes of a person, with how much is open in each, and the week's lessons. */
export async function classList(db: Queryable, person: Person, now: Instant) {
  const { lessons, ...asked } = await readTogether(db, {
    ...workQueries(person, null, now),
    lessons: lessonsOf(person.id),
  });
  const open = new Map<string, number>();
  for (const item of workItems(asked, now)) {
    if (isToDo(item.state) && !item.before) open.set(item.classId, (open.get(item.classId) ?? 0) + 1);
  }
  const list = asked.classes.map((found) => ({
    ...found,
    open: person.role === 'student' && found.ended_at === null ? (open.get(found.id) ?? 0) : null,
  }));
  return { list, lessons };
}
