import type { ClassId } from '@/core/ids';
import { LINES } from '@/core/office/people-shown';
import { findClass, unitsOf } from '@/store/classes';
import { type Queryable, readTogether } from '@/store/database';
import { actsAbout } from '@/store/office-acts';
import { countClasses, listedClasses, membersOfClass, numberedLessons, weekOfSchool } from '@/store/office-classes';
import { lessonTimes } from '@/store/year';

export const classesScreen = async (db: Queryable, find: string, from: number) => ({
  find,
  from,
  ...(await readTogether(db, { total: countClasses(find), list: listedClasses(find, from, LINES) })),
});

export type ClassesView = Awaited<ReturnType<typeof classesScreen>>;

/** A class as the office sees it: what it is called, who is in it and when it is held. Nothing that stands in it. */
export async function classScreen(db: Queryable, classId: ClassId) {
  const { found, ...asked } = await readTogether(db, {
    found: findClass(classId),
    members: membersOfClass(classId),
    lessons: numberedLessons(classId),
    times: lessonTimes,
    units: unitsOf(classId),
    acts: actsAbout('class', classId),
  });
  return found ? { ...found, ...asked } : null;
}

export type ClassView = NonNullable<Awaited<ReturnType<typeof classScreen>>>;

/** The week of the whole school. */
export const lessonsScreen = (db: Queryable) => readTogether(db, { week: weekOfSchool, times: lessonTimes });

export type LessonsView = Awaited<ReturnType<typeof lessonsScreen>>;
