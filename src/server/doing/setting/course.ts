import type { AssignmentId, ClassId, Instant } from '@/core/ids';
import { type CopiedCourse, copiedCourse } from '@/core/setting/course';
import { type TooMuch, use } from '@/server/limits';
import { type CourseChosen, courseToCopy } from '@/server/reading/setting/course';
import { newId } from '@/server/secrets';
import type { Database, Queryable } from '@/store/database';
import { copyMaterials } from '@/store/materials';
import type { Person } from '@/store/people';
import { addUnit } from '@/store/setting';
import { newDraft } from './new-draft';
import { post } from './posting';

/** How many works came, as postings that wait for their time or are there at once, and as drafts. */
interface Copied {
  readonly ok: true;
  readonly posted: number;
  readonly drafts: number;
}

type Outcome = Copied | TooMuch | { readonly ok: false; readonly code: 'not-found' | 'class-over' };

class ClassOver extends Error {}

/** Puts one work into the class, as a draft or as a posting; what cannot be posted as it is becomes a draft, to be looked at. */
async function putWork(
  tx: Queryable,
  teacher: Person,
  classId: ClassId,
  { id, postedAt, draft }: CopiedCourse['works'][number],
  as: 'drafts' | 'postings',
  now: Instant,
): Promise<'posted' | 'drafts'> {
  if (as === 'postings') {
    const posted = await post(tx, teacher, { id, classId, draft, postedAt: Math.max(postedAt, now) }, now);
    if (posted.ok) return 'posted';
    if (posted.code === 'class-over') throw new ClassOver();
  }
  await newDraft(tx, teacher, classId, { ...draft, after: [] }, now);
  return 'drafts';
}

/**
 * Copies a course, or one unit of it, into a class, all of it or nothing: units, what stands in them to be read, and the chosen
 * works, with all times laid anew by the lessons of the class.
 *
 * @param as do the works become drafts, or are they posted when their time comes?
 */
export async function copyCourse(
  db: Database,
  teacher: Person,
  classId: ClassId,
  chosen: CourseChosen & { readonly works: readonly AssignmentId[]; readonly as: 'drafts' | 'postings' },
  now: Instant,
): Promise<Outcome> {
  const found = await courseToCopy(db, teacher, classId, chosen);
  if (!found) return { ok: false, code: 'not-found' };
  const much = await use(db, teacher.id, 'courses', 1, now);
  if (much) return much;
  const made = copiedCourse(found.course, new Set(chosen.works), found.lay, newId, now);
  try {
    return await db.transaction(async (tx): Promise<Outcome> => {
      for (const { id, title, startsAt, endsAt } of made.units)
        if (!(await addUnit(tx, { id, classId, draft: { title, startsAt, endsAt } }, now))) throw new ClassOver();
      await copyMaterials(tx, classId, made.materials);
      const counts = { posted: 0, drafts: 0 };
      for (const work of made.works) counts[await putWork(tx, teacher, classId, work, chosen.as, now)] += 1;
      return { ok: true, ...counts };
    });
  } catch (error) {
    if (error instanceof ClassOver) return { ok: false, code: 'class-over' };
    throw error;
  }
}
