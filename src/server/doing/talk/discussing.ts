import type { Instant, PersonId, StepId } from '@/core/ids';
import { use } from '@/server/limits';
import { discussedAt, groupKey, talkIdOf } from '@/server/reading/talk/discussion';
import { groupOf } from '@/store/arrangements';
import { roleIn } from '@/store/classes';
import { type Database, read } from '@/store/database';
import type { Person } from '@/store/people';
import { openDiscussion } from '@/store/talks';
import { findAssignment } from '@/store/work';
import { type Said, type Saying, sayIn } from './posts';

/** Says something in the discussion of a step: with the class, or with one's own group. A teacher says to which. */
export async function sayAtStep(
  db: Database,
  author: Person,
  saying: Omit<Saying, 'talkId'> & { readonly stepId: StepId; readonly groupId: PersonId | null },
  now: Instant,
): Promise<Said> {
  return db.transaction(async (tx) => {
    const much = await use(tx, author.id, 'messages', 1, now);
    if (much) return much;
    const at = await discussedAt(tx, saying.stepId);
    const assignment = at && (await read(tx, findAssignment(at.assignmentId)));
    if (!at || !assignment) return { ok: false, code: 'not-found' } as const;
    const teacher = (await roleIn(tx, author.id, assignment.classId)) === 'teacher';
    const own = at.settings.inGroups ? groupKey(await read(tx, groupOf(at.assignmentId, author.id))) : null;
    const groupId = teacher ? saying.groupId : own;
    const talkId = talkIdOf(saying.stepId, groupId);
    await openDiscussion(tx, {
      id: talkId,
      classId: assignment.classId,
      assignmentId: at.assignmentId,
      stepId: saying.stepId,
      groupId,
    });
    const said = await sayIn(tx, author, { ...saying, talkId }, now);
    return said.ok ? { ok: true } : said;
  });
}
