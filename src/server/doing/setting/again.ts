import type { AssignmentId, Instant, PersonId } from '@/core/ids';
import { copied } from '@/core/setting/copied';
import type { AssignmentDraft } from '@/core/setting/draft';
import type { Lay } from '@/core/setting/laying';
import { newId } from '@/server/secrets';
import { findClass } from '@/store/classes';
import { type Queryable, readTogether } from '@/store/database';
import { findPerson } from '@/store/people';
import { versionOf } from '@/store/postings';
import { knownInClass } from '@/store/setting';
import { findAssignment } from '@/store/work';
import { newDraft } from './new-draft';
import { post } from './posting';
import { weekLaterOf } from './weekly';

/** What an assignment says, once more: for those who are in the class by now, by its lessons. */
function oneMore(brief: AssignmentDraft, lay: Lay, students: ReadonlySet<PersonId>): AssignmentDraft {
  const still = (people: readonly PersonId[]) => people.filter((one) => students.has(one));
  const materials = new Map(
    brief.steps.flatMap(({ material }) => (material === null ? [] : [[material, material] as const])),
  );
  return copied(brief, {
    lay,
    materials,
    newId,
    own: {
      unit: brief.unit,
      groups: brief.groups.map(still).filter((group) => group.length > 0),
      only: still(brief.only),
      arranged: brief.arranged.filter(({ student }) => students.has(student)),
      again: brief.again,
    },
  });
}

/**
 * Posts once more what comes every week, as the newest version of it says. What cannot be posted any more as it is becomes a
 * draft; where the class is over, the work was taken back or its last week is past, nothing comes.
 */
export async function effectAgain(
  tx: Queryable,
  given: { readonly assignment: AssignmentId; readonly teacher: PersonId },
  now: Instant,
): Promise<Instant | null> {
  const { assignment, version } = await readTogether(tx, {
    assignment: findAssignment(given.assignment),
    version: versionOf(given.assignment),
  });
  const teacher = await findPerson(tx, given.teacher);
  if (!assignment || assignment.withdrawnAt !== null || !version?.brief.again || !teacher) return null;
  const { classId, postedAt } = assignment;
  const lay = await weekLaterOf(tx, classId, postedAt);
  const at = lay(postedAt);
  if (at > now) return at;
  const { known, of } = await readTogether(tx, { known: knownInClass(classId), of: findClass(classId) });
  if (at > version.brief.again.until || (of?.ended_at ?? now + 1) <= now) return null;
  const draft = oneMore(version.brief, lay, known.students);
  const id = newId() as AssignmentId;
  const posted = await post(tx, teacher, { id, classId, draft, postedAt: at }, now);
  if (!posted.ok && posted.code === 'unmet') await newDraft(tx, teacher, classId, draft, now);
  return null;
}
