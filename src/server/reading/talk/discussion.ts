import type { AssignmentId, Instant, PersonId, PostId, StepId, TalkId } from '@/core/ids';
import type { PartContent, PartPost } from '@/core/kinds/document/part';
import { documentFor, type SettingsOf } from '@/core/kinds/step';
import { pseudonyms } from '@/core/talk/pseudonyms';
import type { Doc } from '@/core/text/nodes';
import { groupOf, groupsOf } from '@/store/arrangements';
import { classOfAssignment } from '@/store/classes';
import { type Queryable, read, readTogether } from '@/store/database';
import { type DiscussedPost, discussedPosts, ownPosts, saidOwn, voicesOf } from '@/store/discussions';
import type { Person } from '@/store/people';
import { repliesOf } from '@/store/said-posts';
import { findTalk, readersOf, writingOn } from '@/store/talks';
import { assignmentOfStep, findAssignment, findBrief, stepsOf } from '@/store/work';
import { type PostView, postView } from './floor';

/** By whom a group is known: the first of it by id; `null` for nobody. */
export const groupKey = (group: readonly { readonly id: PersonId }[]): PersonId | null =>
  group.map(({ id }) => id).sort()[0] ?? null;

/** The discussion of a step, or of a group at it. */
export const talkIdOf = (stepId: StepId, groupId: PersonId | null): TalkId =>
  `discussion.${stepId}${groupId === null ? '' : `.${groupId}`}` as TalkId;

/** The step of a discussion with its assignment; `null` where it is none. */
export async function discussedAt(db: Queryable, stepId: StepId) {
  const assignmentId = (await assignmentOfStep(db, stepId)) as AssignmentId | null;
  if (assignmentId === null) return null;
  const step = (await read(db, stepsOf(assignmentId))).find(({ id }) => id === stepId);
  return step && documentFor(step.kind) === 'part'
    ? { assignmentId, step, settings: step.settings as SettingsOf<'discussion'> }
    : null;
}

/** By which letters the students of a discussion are called, where it is one by letters; otherwise nobody is. */
export const lettersIn = async (
  db: Queryable,
  talkId: TalkId,
  byLetters: boolean,
): Promise<ReadonlyMap<string, string>> => (byLetters ? pseudonyms(await read(db, voicesOf(talkId))) : new Map());

const NOTHING: Doc = { type: 'doc', content: [] };

/** What somebody said in a discussion, as it goes along with their work: whom it answers by name, or by letters. */
export async function partOf(
  db: Queryable,
  talkId: TalkId,
  personId: PersonId,
  byLetters: boolean,
): Promise<PartContent> {
  const found = await read(db, ownPosts(talkId, personId));
  const letters = await lettersIn(db, talkId, byLetters);
  const posts = found.map(
    ({ to, ...post }): PartPost => ({
      ...post,
      to: to && { ...to, who: letters.get(to.person) ?? to.who, doc: to.doc ?? NOTHING },
    }),
  );
  return { posts };
}

/** A post of a discussion as somebody reads it. */
export interface DiscussedView extends PostView {
  readonly root: PostId | null;
  readonly unread: boolean;
  /** It was said by a student who is called by letters. */
  readonly letters: string | null;
}

export interface DiscussionView {
  readonly talk: TalkId | null;
  readonly posts: readonly DiscussedView[];
  /** Before which number more began; `null` where these are all. */
  readonly more: number | null;
  readonly role: 'student' | 'teacher';
  /** One says something of one's own before one reads the others. */
  readonly ownFirst: boolean;
  readonly readers: number;
  readonly newest: number;
  /** The groups that talk by themselves, for a teacher who chooses one. */
  readonly groups: readonly { readonly id: PersonId; readonly names: string }[];
  readonly over: boolean;
}

export type DiscussionAnswer =
  | ({ readonly ok: true } & DiscussionView)
  | { readonly ok: false; readonly code: 'not-found' | 'in-attempt' };

/** So many threads, and replies to each, a window shows. */
const WINDOW = { roots: 20, replies: 50 };

/** The discussion of a step as one of the class reads it: with the class, or with a group. */
export async function discussion(
  db: Queryable,
  reader: Person,
  asked: { readonly stepId: StepId; readonly groupId: PersonId | null; readonly before: number | null },
  now: Instant,
): Promise<DiscussionAnswer> {
  const at = await discussedAt(db, asked.stepId);
  const assignment = at && (await read(db, findAssignment(at.assignmentId)));
  if (!at || !assignment) return { ok: false, code: 'not-found' };
  const { assignmentId, settings } = at;
  const me = await read(db, writingOn(assignment.classId, reader.id));
  if (!me || me.role === null) return { ok: false, code: 'not-found' };
  if (me.role === 'student' && me.in_attempt) return { ok: false, code: 'in-attempt' };
  const teacher = me.role === 'teacher';
  const groups = settings.inGroups && teacher ? await read(db, groupsOf(assignmentId)) : [];
  const own = settings.inGroups && !teacher ? await read(db, groupOf(assignmentId, reader.id)) : [];
  const groupId = teacher ? (asked.groupId ?? groups[0]?.id ?? null) : groupKey(own);
  const talkId = talkIdOf(asked.stepId, groupId);
  const got = await readTogether(db, {
    talk: findTalk(talkId),
    found: discussedPosts(talkId, reader.id, asked.before, { ...WINDOW, roots: WINDOW.roots + 1 }),
    said: saidOwn(talkId, reader.id),
    readers: readersOf(assignment.classId, assignmentId),
  });
  const ownFirst = !teacher && settings.ownFirst && !got.said;
  const letters = await lettersIn(db, talkId, settings.pseudonyms);
  // Nobody reads what others said before they have said something themselves; what teachers say is for everybody.
  const all = ownFirst
    ? got.found.filter(({ author_id, role }) => author_id === reader.id || role === 'teacher')
    : got.found;
  const roots = all.filter(({ root_id }) => root_id === null);
  const first = roots.length > WINDOW.roots ? roots[roots.length - WINDOW.roots] : undefined;
  const shown = first ? all.filter((one) => (one.root_id === null ? one.number >= first.number : true)) : all;
  const others = own.length > 0 ? own.length - 1 : (got.readers?.students ?? 0) - (teacher ? 0 : 1);
  return {
    ok: true,
    talk: got.talk?.id ?? null,
    posts: shown.map((one) => discussedView(reader, one, letters, teacher)),
    more: first?.number ?? null,
    role: me.role,
    ownFirst,
    readers: others + (got.readers?.teachers.length ?? 0) - (teacher ? 1 : 0),
    newest: got.talk?.posts ?? 0,
    groups,
    over: me.over || (!teacher && assignment.rules.closesAt !== null && now >= assignment.rules.closesAt),
  };
}

/** Earlier replies of a thread of a discussion, to somebody who may read what others said. */
export async function discussionReplies(
  db: Queryable,
  reader: Person,
  asked: { readonly root: PostId; readonly stepId: StepId; readonly talkId: TalkId; readonly before: number | null },
) {
  const at = await discussedAt(db, asked.stepId);
  const assignment = at && (await read(db, findAssignment(at.assignmentId)));
  if (!at || !assignment) return { ok: false, code: 'not-found' } as const;
  const { settings } = at;
  const { me, said, found } = await readTogether(db, {
    me: writingOn(assignment.classId, reader.id),
    said: saidOwn(asked.talkId, reader.id),
    found: repliesOf(asked.root, reader.id, asked.before, WINDOW.replies + 1),
  });
  const teacher = me?.role === 'teacher';
  if (!teacher && (me?.in_attempt || (settings.ownFirst && !said))) return { ok: false, code: 'in-attempt' } as const;
  const letters = await lettersIn(db, asked.talkId, settings.pseudonyms);
  const shown = found.slice(-WINDOW.replies);
  return {
    ok: true as const,
    replies: shown.map((one) =>
      discussedView(reader, { ...one, root_id: asked.root, unread: false }, letters, teacher),
    ),
    more: found.length > WINDOW.replies ? (shown[0]?.number ?? null) : null,
  };
}

/** A post as somebody reads it: of a student who is called by letters no name leaves, but to teachers. */
function discussedView(
  reader: Person,
  post: DiscussedPost,
  letters: ReadonlyMap<string, string>,
  teacher: boolean,
): DiscussedView {
  const view = postView(reader, 'discussion', post);
  const called = letters.get(post.author_id) ?? null;
  const hidden = called !== null && !teacher && !view.own;
  return {
    ...view,
    ...(hidden ? { author: called, authorId: '' as PersonId } : {}),
    root: post.root_id,
    unread: post.unread,
    letters: called,
  };
}

export interface DiscussionScreenView {
  readonly step: StepId;
  readonly title: string;
  readonly assignment: { readonly id: AssignmentId; readonly title: string };
  readonly class: { readonly weave: string; readonly locale: string };
  readonly instructions: Doc | null;
  readonly postsDue: Instant | null;
}

/** What stands around a discussion on its teacher's screen; `null` where there is none. */
export async function discussionScreen(db: Queryable, stepId: StepId): Promise<DiscussionScreenView | null> {
  const assignmentId = (await assignmentOfStep(db, stepId)) as AssignmentId | null;
  if (!assignmentId) return null;
  const { steps, assignment, at, brief } = await readTogether(db, {
    steps: stepsOf(assignmentId),
    assignment: findAssignment(assignmentId),
    at: classOfAssignment(assignmentId),
    brief: findBrief(assignmentId),
  });
  const step = steps.find(({ id }) => id === stepId);
  if (!step || !assignment || !at || documentFor(step.kind) !== 'part') return null;
  const { postsBefore } = step.settings as SettingsOf<'discussion'>;
  const { dueAt } = assignment.rules;
  return {
    step: stepId,
    title: step.title,
    assignment: { id: assignmentId, title: assignment.title },
    class: { weave: at.weave, locale: at.locale },
    instructions: brief?.instructions ?? null,
    postsDue: dueAt === null || postsBefore === null ? null : dueAt - postsBefore * 3_600_000,
  };
}
