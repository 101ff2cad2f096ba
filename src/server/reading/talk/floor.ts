import type { AssignmentId, ClassId, Instant, PersonId, PostId, TalkId } from '@/core/ids';
import type { TalkName } from '@/core/kinds/talk';
import { mendUntil } from '@/core/talk/writing';
import type { Doc } from '@/core/text/nodes';
import { fileResponse } from '@/server/http/file-response';
import { type Queryable, read, readTogether } from '@/store/database';
import { likeQuestions, type StoredThread, threadsOf } from '@/store/floors';
import { halfWritten } from '@/store/half-written';
import type { Person } from '@/store/people';
import type { StoredPost } from '@/store/post-columns';
import { addedPost, findPostFile, repliesOf } from '@/store/said-posts';
import { findPost, findTalk, floorOf, pausedIn, readersOf, writingOn } from '@/store/talks';

/** A post as somebody reads it. */
export interface PostView {
  readonly id: PostId;
  readonly talk: TalkId;
  readonly number: number;
  readonly to: PostId | null;
  readonly author: string;
  readonly authorId: PersonId;
  readonly teacher: boolean;
  readonly own: boolean;
  /** What it says; `null` where it was withdrawn. */
  readonly body: Doc | null;
  readonly at: Instant;
  readonly mended: boolean;
  readonly withdrawn: 'no' | 'by-author' | 'by-school';
  readonly answer: boolean;
  readonly reported: boolean;
  readonly mendUntil: Instant | null;
  readonly files: readonly { readonly name: string; readonly size: number; readonly type: string }[];
}

/** What was just added to a floor, as everybody who reads it is told of it: nothing in it is other for one than for another. */
export interface AddedPost extends Omit<PostView, 'own' | 'mendUntil'> {
  /** Whose thread it stands in; `null` for what begins one. */
  readonly root: PostId | null;
  readonly assignment: ThreadView['assignment'];
}

/** The same with who reads it now; `null` where it is gone. */
export async function justAdded(db: Queryable, postId: PostId) {
  const added = await read(db, addedPost(postId));
  if (!added) return null;
  // As nobody has it: neither one's own nor to be mended.
  const { own: _own, mendUntil: _until, ...view } = postView({ id: '' as PersonId }, 'floor', added);
  const assignment = added.assignment_id === null ? null : { id: added.assignment_id, title: added.assignment ?? '' };
  return { post: { ...view, root: added.root_id, assignment } satisfies AddedPost, readers: new Set(added.readers) };
}

export interface ThreadView extends PostView {
  readonly assignment: { readonly id: AssignmentId; readonly title: string } | null;
  readonly closed: boolean;
  readonly replies: number;
  readonly askers: number;
  readonly mineToo: boolean;
  readonly unread: boolean;
  readonly theAnswer: PostView | null;
}

/** So many threads and replies a window shows. */
const THREADS = 20;
const REPLIES = 50;

export const postView = (reader: Pick<Person, 'id'>, kind: TalkName, post: StoredPost): PostView => ({
  id: post.id,
  talk: post.talk_id,
  number: post.number,
  to: post.to_id,
  author: post.author,
  authorId: post.author_id,
  teacher: post.role === 'teacher',
  own: post.author_id === reader.id,
  body: post.body,
  at: post.at,
  mended: post.edited_at !== null,
  withdrawn: post.withdrawn ? (post.by_teacher ? 'by-school' : 'by-author') : 'no',
  answer: post.is_answer,
  reported: post.reported,
  mendUntil: post.author_id === reader.id && !post.withdrawn ? mendUntil(kind, post.at) : null,
  files: post.files,
});

const threadView = (reader: Person, thread: StoredThread): ThreadView => ({
  ...postView(reader, 'floor', thread),
  assignment: thread.assignment_id === null ? null : { id: thread.assignment_id, title: thread.assignment ?? '' },
  closed: thread.closed,
  replies: thread.replies,
  askers: thread.askers,
  mineToo: thread.mine_too,
  unread: thread.unread,
  theAnswer: thread.answer && postView(reader, 'floor', thread.answer),
});

/** The floor on which somebody would write: who reads it, and what keeps them from writing. */
export interface FloorWriting {
  readonly talk: TalkId;
  readonly students: number;
  readonly teachers: readonly string[];
  readonly closed: boolean;
  readonly paused: string | null;
  readonly over: boolean;
}

export interface FloorView {
  readonly classId: ClassId;
  readonly threads: readonly ThreadView[];
  /** Before which moment more stand; `null` where these are all. */
  readonly more: Instant | null;
  readonly writing: FloorWriting | null;
  readonly role: 'student' | 'teacher';
  readonly reader: PersonId;
  /** By what those are called of whom one would say something: what sounds private is known by it. */
  readonly people: readonly string[];
  /** The highest number that is shown of each floor: what was read. */
  readonly seen: Readonly<Record<string, number>>;
  readonly pausedHere: readonly { readonly id: PersonId; readonly name: string; readonly reason: string }[];
}

export type FloorAnswer =
  | ({ readonly ok: true } & FloorView)
  | { readonly ok: false; readonly code: 'in-attempt' | 'not-found' };

/** What is said openly in a class, as one of its people reads it: all of it, of the class itself, or of one assignment. */
export async function floor(
  db: Queryable,
  reader: Person,
  asked: { readonly classId: ClassId; readonly about: AssignmentId | 'class' | null; readonly before: Instant | null },
  now: Instant,
): Promise<FloorAnswer> {
  const { classId, about, before } = asked;
  const written = about === 'class' || about === null ? null : about;
  const got = await readTogether(db, {
    threads: threadsOf({ classId, readerId: reader.id, about, before, most: THREADS + 1, now }),
    talk: floorOf(classId, written),
    readers: readersOf(classId, written),
    me: writingOn(classId, reader.id),
    paused: pausedIn(classId),
  });
  const { me } = got;
  if (!me || me.role === null) return { ok: false, code: 'not-found' };
  // Others could tell whoever sits at something timed what is right.
  if (me.role === 'student' && me.in_attempt) return { ok: false, code: 'in-attempt' };
  const teacher = me.role === 'teacher';
  const shown = got.threads.slice(0, THREADS).map((one) => threadView(reader, one));
  return {
    ok: true,
    classId,
    threads: shown,
    more: got.threads.length > THREADS ? (shown.at(-1)?.at ?? null) : null,
    writing: got.talk && {
      talk: got.talk.id,
      students: got.readers?.students ?? 0,
      teachers: got.readers?.teachers ?? [],
      closed: got.talk.closed_at !== null,
      paused: got.paused.find(({ person_id }) => person_id === reader.id)?.reason ?? null,
      over: me.over,
    },
    role: me.role,
    reader: reader.id,
    people: me.people.filter((name) => name !== reader.short_name),
    seen: seenOf(got.threads.slice(0, THREADS)),
    pausedHere: teacher ? got.paused.map(({ person_id, name, reason }) => ({ id: person_id, name, reason })) : [],
  };
}

/** Up to which number each floor is read by whoever has these before them. */
function seenOf(threads: readonly StoredThread[]): Readonly<Record<string, number>> {
  const seen: Record<string, number> = {};
  for (const { talk_id, newest } of threads) seen[talk_id] = Math.max(seen[talk_id] ?? 0, newest);
  return seen;
}

const BARRED = { ok: false, code: 'in-attempt' } as const;

/** Is a class's floor closed to a reader, who sits at something that is timed? */
const isBarred = async (db: Queryable, classId: ClassId, readerId: PersonId): Promise<boolean> => {
  const me = await read(db, writingOn(classId, readerId));
  return me?.role === 'student' && me.in_attempt;
};

/** The replies of a thread, a window of them. */
export async function replies(db: Queryable, reader: Person, root: PostId, before: number | null) {
  const place = await read(db, findPost(root));
  if (!place || (await isBarred(db, place.class_id, reader.id))) return BARRED;
  const found = await read(db, repliesOf(root, reader.id, before, REPLIES + 1));
  const shown = found.slice(-REPLIES);
  return {
    ok: true as const,
    replies: shown.map((one) => postView(reader, 'floor', one)),
    more: found.length > REPLIES ? (shown[0]?.number ?? null) : null,
  };
}

/** Fewer letters say too little to look for something like them. */
const FEWEST = 12;
const MOST_LIKE = 3;

/** Earlier questions of a class that are like what is being typed. */
export async function likeThis(db: Queryable, reader: Person, talkId: TalkId, words: string, now: Instant) {
  const talk = await read(db, findTalk(talkId));
  if (!talk || (await isBarred(db, talk.class_id, reader.id))) return BARRED;
  const asked = words.trim().slice(0, 300);
  const like =
    asked.length < FEWEST ? [] : await read(db, likeQuestions(talk.class_id, reader.id, asked, MOST_LIKE, now));
  return { ok: true as const, like };
}

/** What somebody has begun to write at a place. */
export async function halfWrittenAt(db: Queryable, person: Person, place: string) {
  return { ok: true as const, written: await read(db, halfWritten(person.id, place)) };
}

/** A file of a post. The caller has decided that it may be seen. */
export async function postFile(db: Queryable, postId: string, position: number, request: Request): Promise<Response> {
  const found = await findPostFile(db, postId, position);
  if (!found) return Response.json({ ok: false, code: 'not-found' }, { status: 404 });
  return fileResponse(db, { ...found, download: true }, request);
}
