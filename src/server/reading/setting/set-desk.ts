import type { AssignmentId, DocumentId, Instant } from '@/core/ids';
import type { Criterion } from '@/core/marks/rubric';
import type { KnownMaterial } from '@/core/setting/minutes';
import { classesTaughtBy, findClass, lessonsOfClass, peopleOf, unitsOf } from '@/store/classes';
import { type Queryable, read, readTogether } from '@/store/database';
import { findDraftDocument } from '@/store/drafts';
import { holidays } from '@/store/holidays';
import { materialsElsewhere, materialsToSet } from '@/store/materials';
import { spellingOf } from '@/store/own-words';
import type { Person } from '@/store/people';
import { groupedBefore, newestOf, rubricsOf, versionsOf, workBegun } from '@/store/postings';
import { knownInClass } from '@/store/setting';

/** What has happened to what was posted of a draft. */
export interface PostedBefore {
  readonly assignment: AssignmentId;
  readonly version: number;
  /** From when on it is there for students. */
  readonly postedAt: Instant;
  /** How many students have begun it, and how many have handed it in. */
  readonly begun: number;
  readonly handedIn: number;
  /** Is it taken back from the class? */
  readonly withdrawn: boolean;
}

/** What the Desk on which work is set is given: what there is in the class that can be set. */
export async function setDesk(db: Queryable, teacher: Person, documentId: DocumentId) {
  const found = await read(db, findDraftDocument(documentId));
  if (!found) return null;
  const classId = found.class_id;
  const posted = found.assignment_id;
  const asked = await readTogether(db, {
    class: findClass(classId),
    units: unitsOf(classId),
    materials: materialsToSet(classId),
    elsewhere: materialsElsewhere(teacher.id, classId),
    known: knownInClass(classId),
    students: peopleOf(classId, 'student'),
    lessons: lessonsOfClass(classId),
    holidays,
    grouped: groupedBefore(classId, posted),
    rubrics: rubricsOf(teacher.id),
    newest: newestOf(posted),
    versions: versionsOf(posted),
    classes: classesTaughtBy(teacher.id),
    begun: workBegun(posted),
    spelling: spellingOf(teacher),
  });
  if (!asked.class) return null;
  return {
    draft: documentId,
    class: asked.class,
    units: asked.units.map(({ id, title }) => ({ id, title })),
    materials: asked.materials satisfies readonly KnownMaterial[],
    /** What can be taken from other classes, with the names of these. */
    elsewhere: asked.elsewhere,
    /** The other assignments of the class, by title. */
    others: asked.known.titles.filter(({ id }) => id !== posted),
    known: {
      assignments: [...asked.known.assignments].map(([id, after]) => ({ id, after })),
    },
    students: asked.students.map(({ id, name }) => ({ id, name })),
    lessons: asked.lessons,
    holidays: asked.holidays,
    /** Who worked together before, the newest first. */
    grouped: asked.grouped,
    spelling: asked.spelling,
    /** What was posted of it, version by version, the newest first. */
    versions: asked.versions,
    /** The classes into which it can be copied. */
    classes: asked.classes,
    rubrics: asked.rubrics satisfies readonly { readonly title: string; readonly rubric: readonly Criterion[] }[],
    posted:
      posted && asked.newest
        ? ({
            assignment: posted,
            version: asked.newest.number,
            postedAt: asked.newest.posted_at,
            begun: asked.begun.begun,
            handedIn: asked.begun.handedIn,
            withdrawn: asked.newest.withdrawn_at !== null,
          } satisfies PostedBefore)
        : null,
  };
}

export type SetDesk = NonNullable<Awaited<ReturnType<typeof setDesk>>>;
