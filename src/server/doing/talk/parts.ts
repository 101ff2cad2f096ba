import { partUpdate } from '@/core/documents/part-document';
import type { DocumentId, Instant, PostId, StepId, TalkId } from '@/core/ids';
import { documentKind } from '@/core/kinds/document';
import { firstOf } from '@/core/kinds/document/stored';
import { standing } from '@/core/work/standing';
import { discussedAt, partOf } from '@/server/reading/talk/discussion';
import { newId } from '@/server/secrets';
import { roleIn } from '@/store/classes';
import { type Queryable, read } from '@/store/database';
import { saidOwn } from '@/store/discussions';
import { makeCopy } from '@/store/documents';
import { factsOf, holdWork, record } from '@/store/events';
import type { Person } from '@/store/people';
import { appendUpdates } from '@/store/updates';
import { findAssignment } from '@/store/work';

/** Under this name open documents hear of what was said: no process has it, so each of them does. */
const FROM = 'talk';

/** What keeps a student from saying something in a discussion besides what keeps them from any talk. */
export async function workBars(
  tx: Queryable,
  author: Pick<Person, 'id'>,
  given: { readonly talkId: TalkId; readonly stepId: StepId; readonly begins: boolean },
  now: Instant,
): Promise<{ readonly workClosed: boolean; readonly ownFirst: boolean }> {
  const at = await discussedAt(tx, given.stepId);
  const assignment = at && (await read(tx, findAssignment(at.assignmentId, author.id)));
  if (!at || !assignment) return { workClosed: true, ownFirst: false };
  const { state } = standing(await read(tx, factsOf(at.assignmentId, author.id)), assignment.rules, now);
  const over = assignment.rules.closesAt !== null && now >= assignment.rules.closesAt;
  const ownFirst = at.settings.ownFirst && !given.begins && !(await read(tx, saidOwn(given.talkId, author.id)));
  return { workClosed: over || state === 'opens-later' || state === 'closed', ownFirst };
}

/** Keeps what a student said, mended or withdrew as a part of their work: in the document that goes along with it. */
export async function keepPart(
  tx: Queryable,
  author: Person,
  said: { readonly talkId: TalkId; readonly stepId: StepId; readonly post: PostId },
  now: Instant,
): Promise<void> {
  const at = await discussedAt(tx, said.stepId);
  const assignment = at && (await read(tx, findAssignment(at.assignmentId, author.id)));
  if (!at || !assignment || (await roleIn(tx, author.id, assignment.classId)) !== 'student') return;
  await holdWork(tx, at.assignmentId, author.id);
  const copy = await makeCopy(tx, {
    id: newId() as DocumentId,
    ownerId: author.id,
    assignmentId: at.assignmentId,
    stepId: said.stepId,
    title: `${at.step.title}, ${author.short_name}`,
    at: now,
    kind: 'part',
    firstUpdate: () => firstOf('part', documentKind('part').empty as { posts: [] }),
  });
  const { posts } = await partOf(tx, said.talkId, author.id, at.settings.pseudonyms);
  // What was withdrawn is not among them.
  const post = posts.find(({ id }) => id === said.post) ?? null;
  await appendUpdates(tx, [{ documentId: copy.id, update: partUpdate(said.post, now, post), at: now }], FROM);
  if (!standing(await read(tx, factsOf(at.assignmentId, author.id)), assignment.rules, now).begun)
    await record(tx, {
      kind: 'edited',
      at: now,
      classId: assignment.classId,
      assignmentId: at.assignmentId,
      studentId: author.id,
      actorId: author.id,
    });
}
