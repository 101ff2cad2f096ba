import type { Holiday } from '@/core/calendar/holidays';
import { wallText } from '@/core/calendar/lesson-times';
import type { ClassId, Instant } from '@/core/ids';
import { type Course, courseLay, type LaidWork, laidWorks, unitAlone } from '@/core/setting/course';
import type { Lay } from '@/core/setting/laying';
import { findClass, lessonsOfClass, roleIn, unitsOf } from '@/store/classes';
import { classesEverTaught, courseMaterials, courseWorks } from '@/store/courses';
import { type Queryable, readTogether } from '@/store/database';
import { holidays } from '@/store/holidays';
import { findSchool, type Person } from '@/store/people';

/** From which class a course is copied, all of it or one unit, and on which day it is to begin. */
export interface CourseChosen {
  readonly from: ClassId;
  readonly unit: string | null;
  /** `2027-09-13` */
  readonly first: string;
}

interface ToCopy {
  readonly course: Course;
  readonly lay: Lay;
  readonly zone: string;
  readonly holidays: readonly Holiday[];
}

/** A course and how it would be laid in a class; `null` where the teacher has no such course, or the day is none. */
export async function courseToCopy(
  db: Queryable,
  teacher: Person,
  into: ClassId,
  { from, unit, first }: CourseChosen,
): Promise<ToCopy | null> {
  if ((await roleIn(db, teacher.id, from)) !== 'teacher') return null;
  const school = await findSchool(db);
  const zone = school?.zone ?? 'UTC';
  const asked = await readTogether(db, {
    units: unitsOf(from),
    works: courseWorks(from),
    materials: courseMaterials(from),
    before: lessonsOfClass(from),
    after: lessonsOfClass(into),
    off: holidays,
  });
  const whole: Course = {
    units: asked.units.map(({ id, title, starts_at, ends_at }) => ({
      id,
      title,
      startsAt: starts_at,
      endsAt: ends_at,
    })),
    works: asked.works,
    materials: asked.materials,
  };
  const course = unit === null ? whole : unitAlone(whole, unit);
  const { off } = asked;
  const lay = courseLay(
    course,
    { lessons: asked.before, holidays: off },
    { lessons: asked.after, holidays: off },
    first,
    zone,
  );
  return lay && { course, lay, zone, holidays: off };
}

/** What would come of copying a course, before it is done. */
export interface CoursePicture {
  readonly works: readonly LaidWork[];
  /** How many materials that stand in the list come along. */
  readonly materials: number;
  readonly units: readonly { readonly id: string; readonly title: string }[];
}

/** What the screen is given on which a course is taken over into a class. */
export async function courseScreen(
  db: Queryable,
  teacher: Person,
  into: ClassId,
  asked: { readonly from: ClassId | null; readonly unit: string | null; readonly first: string | null },
  now: Instant,
) {
  const zone = (await findSchool(db))?.zone ?? 'UTC';
  const found = await readTogether(db, {
    class: findClass(into),
    classes: classesEverTaught(teacher.id),
    off: holidays,
    lessons: lessonsOfClass(into),
  });
  if (!found.class) return null;
  const from = asked.from ?? found.classes.find(({ id }) => id !== into)?.id ?? into;
  const first = asked.first ?? wallText(now, zone).slice(0, 10);
  const whole = await courseToCopy(db, teacher, into, { from, unit: null, first });
  const toCopy = asked.unit === null ? whole : await courseToCopy(db, teacher, into, { from, unit: asked.unit, first });
  return {
    class: found.class,
    classes: found.classes.map(({ id, name, ended_at }) => ({ id, name, over: ended_at !== null && ended_at <= now })),
    holidays: found.off,
    /** Has the class lessons? Where it has none, days are counted. */
    byLessons: found.lessons.length > 0,
    from,
    unit: asked.unit,
    first,
    /** Everything that can be taken alone. */
    units: whole?.course.units.map(({ id, title }) => ({ id, title })) ?? [],
    /** `null` where there is nothing in the class yet, or the day is none. */
    picture: toCopy && pictureOf(toCopy),
  };
}

const pictureOf = ({ course, lay }: ToCopy): CoursePicture => ({
  works: laidWorks(course, lay),
  materials: course.materials.filter(({ listed }) => listed).length,
  units: course.units.map(({ id, title }) => ({ id, title })),
});

export type CourseView = NonNullable<Awaited<ReturnType<typeof courseScreen>>>;
