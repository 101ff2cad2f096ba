import { partUpdate } from '@/core/documents/part-document';
import type { AssignmentId, DocumentId, Instant, PostId, StepId, TalkId } from '@/core/ids';
import { documentKind } from '@/core/kinds/document';
import type { PartPost } from '@/core/kinds/document/part';
import { firstOf } from '@/core/kinds/document/stored';
import { documentFor, type SettingsOf } from '@/core/kinds/step';
import type { Doc } from '@/core/text/nodes';
import { standing } from '@/core/work/standing';
import { calledIn } from '@/server/reading/talk/discussion';
import { newId } from '@/server/secrets';
import { roleIn } from '@/store/classes';
import { type Queryable, read } from '@/store/database';
import { ownPosts, saidOwn } from '@/store/discussions';
import { makeCopy } from '@/store/documents';
import { factsOf, holdWork, record } from '@/store/events';
import type { Person } from '@/store/people';
import { appendUpdates } from '@/store/updates';
import { assignmentOfStep, findAssignment, stepsOf } from '@/store/work';

/** Under this name open documents hear of what was said: no process has it, so each of them does. */
const FROM = 'talk';

/** The step of a discussion with its assignment; `null` where it is none. */
export async function discussedAt(tx: Queryable, stepId: StepId) {
  const assignmentId = await assignmentOfStep(tx, stepId);
  if (assignmentId === null) return null;
  const step = (await read(tx, stepsOf(assignmentId as AssignmentId))).find(({ id }) => id === stepId);
  return step && documentFor(step.kind) === 'part'
    ? { assignmentId: assignmentId as AssignmentId, step, settings: step.settings as SettingsOf<'discussion'> }
    : null;
}

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
  said: { readonly talkId: TalkId; readonly stepId: StepId; readonly post: PostId; readonly withdrawn: boolean },
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
  const post = said.withdrawn ? null : await partPost(tx, author, said, at.settings);
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

const NOTHING: Doc = { type: 'doc', content: [] };

/** A post as it stands in its author's part, with what it answers as that stands now. */
async function partPost(
  tx: Queryable,
  author: Person,
  { talkId, post: id }: { readonly talkId: TalkId; readonly post: PostId },
  settings: SettingsOf<'discussion'>,
): Promise<PartPost | null> {
  const found = (await read(tx, ownPosts(talkId, author.id))).find((one) => one.id === id);
  if (!found) return null;
  const { to } = found;
  if (to === null) return { ...found, to: null };
  const who = await calledIn(tx, talkId, to.person, settings.pseudonyms);
  return { ...found, to: { ...to, who, doc: to.doc ?? NOTHING } };
}
