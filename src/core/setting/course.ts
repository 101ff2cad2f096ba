import { wallText } from '../calendar/lesson-times';
import type { AssignmentId, Instant } from '../ids';
import { showsMaterial } from '../kinds/step';
import { copied } from './copied';
import type { AssignmentDraft } from './draft';
import { dayBegins, type Laid, type Lay, layer } from './laying';

/** A unit of a course that is copied. */
export interface CourseUnit {
  readonly id: string;
  readonly title: string;
  readonly startsAt: Instant | null;
  readonly endsAt: Instant | null;
}

/** Something posted in it, with what it says now. */
export interface CourseWork {
  readonly id: AssignmentId;
  readonly postedAt: Instant;
  readonly brief: AssignmentDraft;
}

export interface CourseMaterial {
  readonly id: string;
  readonly title: string;
  readonly unit: string | null;
  readonly postedAt: Instant;
  readonly opensAt: Instant | null;
  readonly closesAt: Instant | null;
  /** Does it stand in the class by itself? */
  readonly listed: boolean;
}

/** Everything in a class that can be used again, in the order of the course. */
export interface Course {
  readonly units: readonly CourseUnit[];
  readonly works: readonly CourseWork[];
  readonly materials: readonly CourseMaterial[];
}

/** One unit of a course with what is in it. */
export const unitAlone = ({ units, works, materials }: Course, unit: string): Course => ({
  units: units.filter(({ id }) => id === unit),
  works: works.filter(({ brief }) => brief.unit === unit),
  materials: materials.filter((material) => material.unit === unit || !material.listed),
});

/** When a course began: with whatever in it came first; `null` for one in which nothing has a time. */
export function courseBegan({ units, works, materials }: Course): Instant | null {
  const moments = [
    ...units.map(({ startsAt }) => startsAt),
    ...works.map(({ postedAt, brief }) => Math.min(postedAt, brief.opensAt ?? postedAt)),
    ...materials.flatMap(({ listed, postedAt }) => (listed ? [postedAt] : [])),
  ].filter((at) => at !== null);
  return moments.length === 0 ? null : Math.min(...moments);
}

/**
 * How a course is laid anew: by lessons, from the day on which it began to a day of another year.
 *
 * @param first on which day it is to begin: `2027-09-13`
 * @returns `null` for what is no day
 */
export function courseLay(
  course: Course,
  from: Omit<Laid, 'from'>,
  to: Omit<Laid, 'from'>,
  first: string,
  zone: string,
): Lay | null {
  const began = courseBegan(course);
  const begins = dayBegins(first, zone);
  if (began === null || begins === null) return null;
  const day = dayBegins(wallText(began, zone).slice(0, 10), zone) ?? began;
  return layer({ ...from, from: day }, { ...to, from: begins }, zone);
}

/** One work as it would lie in the other class. */
export interface LaidWork {
  readonly id: AssignmentId;
  readonly title: string;
  readonly unit: string | null;
  readonly was: { readonly postedAt: Instant; readonly dueAt: Instant | null };
  readonly postedAt: Instant;
  readonly dueAt: Instant | null;
}

/** What would come of the copying, in the order of the new times: nothing of it is done yet. */
export const laidWorks = ({ works }: Course, lay: Lay): readonly LaidWork[] =>
  works
    .map(({ id, postedAt, brief: { title, unit, dueAt } }) => ({
      id,
      title,
      unit,
      was: { postedAt, dueAt },
      postedAt: lay(postedAt),
      dueAt: dueAt === null ? null : lay(dueAt),
    }))
    .sort((a, b) => (a.dueAt ?? a.postedAt) - (b.dueAt ?? b.postedAt));

/** A material as it is put into another class as well: under which id it stands there, and where. */
export interface CopiedMaterial {
  readonly from: string;
  readonly to: string;
  readonly unit: string | null;
  readonly postedAt: Instant;
  /** Does it stand in the list of the class? */
  readonly listed: boolean;
  readonly opensAt: Instant | null;
  readonly closesAt: Instant | null;
}

/** A course as it is put into another class. */
export interface CopiedCourse {
  readonly units: readonly (CourseUnit & { readonly of: string })[];
  readonly materials: readonly CopiedMaterial[];
  readonly works: readonly { readonly id: AssignmentId; readonly postedAt: Instant; readonly draft: AssignmentDraft }[];
}

/**
 * Copies a course: units, what stands in them to be read, and work, which waits for the same work as before where that comes
 * along. Of the materials that stand in no list only those come that a step opens.
 *
 * @param chosen which works; the others stay behind
 * @param now when it is copied
 */
export function copiedCourse(
  course: Course,
  chosen: ReadonlySet<AssignmentId>,
  lay: Lay,
  newId: () => string,
  now: Instant,
): CopiedCourse {
  const works = course.works.filter(({ id }) => chosen.has(id));
  const laid = (at: Instant | null) => (at === null ? null : lay(at));
  const ids = new Map(works.map(({ id }) => [id, newId() as AssignmentId]));
  const units = new Map(course.units.map(({ id }) => [id, newId()]));
  const unitOf = (unit: string | null) => (unit === null ? null : (units.get(unit) ?? null));
  const opened = new Set(
    works.flatMap(({ brief }) =>
      brief.steps.flatMap(({ kind, material }) => (showsMaterial(kind) && material !== null ? [material] : [])),
    ),
  );
  const taken = course.materials.filter(({ id, listed }) => listed || opened.has(id));
  const materials = new Map(taken.map(({ id }) => [id, newId()]));
  return {
    units: course.units.map(({ id, title, startsAt, endsAt }) => ({
      of: id,
      id: units.get(id) ?? '',
      title,
      startsAt: laid(startsAt),
      endsAt: laid(endsAt),
    })),
    materials: taken.map(({ id, unit, postedAt, listed, opensAt, closesAt }) => ({
      from: id,
      to: materials.get(id) ?? '',
      unit: unitOf(unit),
      // What stands in no list is there as soon as a step opens it.
      postedAt: listed ? lay(postedAt) : now,
      listed,
      opensAt: laid(opensAt),
      closesAt: laid(closesAt),
    })),
    works: works.map(({ id, postedAt, brief }) => ({
      id: ids.get(id) as AssignmentId,
      postedAt: lay(postedAt),
      draft: copied(brief, {
        lay,
        materials,
        newId,
        own: { unit: unitOf(brief.unit), after: brief.after.flatMap((one) => ids.get(one) ?? []) },
      }),
    })),
  };
}
