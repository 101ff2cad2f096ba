import { cleanName } from '@/core/formats/file-name';
import { nameLies } from '@/core/formats/file-type';
import type { Instant, PersonId, PostId, TalkId } from '@/core/ids';
import { talkKind } from '@/core/kinds/talk';
import { type BadBody, type Body, readBody } from '@/core/talk/body';
import { mendUntil, type NotSaid, notSaid } from '@/core/talk/writing';
import { type TooMuch, use } from '@/server/limits';
import { maySeePicture } from '@/server/reading/documents/text-pictures';
import { newId } from '@/server/secrets';
import { roleIn } from '@/store/classes';
import { type Database, type Queryable, read } from '@/store/database';
import { record } from '@/store/events';
import { findFile, ownsLooseFiles } from '@/store/files';
import type { Person } from '@/store/people';
import { addPost, askersOf, askToo, mendPost, postIn, withdrawPost } from '@/store/posts';
import { findPost, findTalk, holdTalk, markTalkRead, tellTalk } from '@/store/talks';
import { keepPart, workBars } from './parts';

type Refusal =
  | { readonly ok: false; readonly code: BadBody | NotSaid | 'not-found' | 'name-lies' | 'too-late' | 'no-reason' }
  | TooMuch;
export type Said<Made = object> = ({ readonly ok: true } & Made) | Refusal;

const refuse = (code: Exclude<Refusal['code'], 'too-much'>): Refusal => ({ ok: false, code });

/** Something that is to be said in a talk. */
export interface Saying {
  readonly talkId: TalkId;
  /** The post that is answered; `null` for what begins a thread. */
  readonly to: PostId | null;
  readonly act: string;
  readonly body: unknown;
  readonly files: readonly { readonly sha256: string; readonly name: string }[];
  /** By which the letters that one message was sent as are known together. */
  readonly sending?: string | null;
}

/** What was said, read; pictures that whoever says it may not see themselves are not passed on. */
async function bodyOf(tx: Queryable, author: Person, value: unknown, files: number): Promise<Body | BadBody> {
  const body = readBody(value);
  if (body === 'empty' && files > 0)
    return { doc: { type: 'doc', content: [{ type: 'paragraph' }] }, words: '', pictures: [] };
  if (typeof body === 'string') return body;
  for (const picture of body.pictures) if (!(await maySeePicture(tx, author.id, picture))) return 'bad-body';
  return body;
}

/** Files that were sent up, cleaned and held against what they are: each may have another name than it was sent up under. */
async function filesOf(tx: Queryable, author: Person, files: Saying['files']) {
  if (
    !(await ownsLooseFiles(
      tx,
      author.id,
      files.map(({ sha256 }) => sha256),
    ))
  )
    return 'not-found' as const;
  const named: { sha256: string; name: string }[] = [];
  for (const { sha256, name } of files) {
    const clean = cleanName(name) || 'file';
    if (nameLies(clean, (await findFile(tx, sha256))?.type ?? '')) return 'name-lies' as const;
    named.push({ sha256, name: clean });
  }
  return named;
}

type Held = NonNullable<Awaited<ReturnType<typeof holdTalk>>>;

const NO_BARS = { workClosed: false, ownFirst: false };

/** What else keeps somebody from saying something where it is work. */
const barsOf = async (
  tx: Queryable,
  author: Person,
  {
    step_id,
    role,
    talkId,
    begins,
  }: Pick<Held, 'step_id' | 'role'> & { readonly talkId: TalkId; readonly begins: boolean },
  now: Instant,
) =>
  step_id === null || role !== 'student' ? NO_BARS : workBars(tx, author, { talkId, stepId: step_id, begins }, now);

/** Keeps what was said as a part of its author's work, where it is one. */
const keepIn = async (
  tx: Queryable,
  author: Person,
  { step_id }: Pick<Held, 'step_id'>,
  said: { readonly talkId: TalkId; readonly post: PostId },
  now: Instant,
): Promise<void> => {
  if (step_id !== null) await keepPart(tx, author, { ...said, stepId: step_id }, now);
};

/** Says something in a talk, in a transaction that goes on. The same act is said once. */
export async function sayIn(
  tx: Queryable,
  author: Person,
  saying: Saying,
  now: Instant,
): Promise<Said<{ readonly number: number | null }>> {
  const body = await bodyOf(tx, author, saying.body, saying.files.length);
  if (typeof body === 'string') return refuse(body);
  const files = await filesOf(tx, author, saying.files);
  if (typeof files === 'string') return refuse(files);
  const held = await holdTalk(tx, saying.talkId, author.id);
  if (!held) return refuse('not-found');
  const to = saying.to === null ? null : await postIn(tx, saying.talkId, saying.to);
  if (saying.to !== null && !to) return refuse('not-found');
  const refused = notSaid({
    ...held,
    inAttempt: held.in_attempt,
    amongStudents: held.among_students,
    ...(await barsOf(tx, author, { ...held, talkId: saying.talkId, begins: saying.to === null }, now)),
    to: to && { withdrawn: to.withdrawn, threadClosed: to.thread_closed },
  });
  if (refused) return refuse(refused);
  const rootId = to && talkKind(held.kind).threads ? (to.root_id ?? to.id) : null;
  const id = newId() as PostId;
  const number = await addPost(tx, {
    id,
    talkId: saying.talkId,
    authorId: author.id,
    rootId,
    toId: saying.to,
    act: saying.act,
    sending: saying.sending ?? null,
    ...body,
    files,
    at: now,
  });
  if (number !== null) {
    await tellTalk(tx, saying.talkId, talkKind(held.kind).part ? null : id);
    await keepIn(tx, author, held, { talkId: saying.talkId, post: id }, now);
    if (held.step_id !== null) await tellReply(tx, author, { held, to: to?.author_id ?? null }, now);
    else if (talkKind(held.kind).threads) await tellNews(tx, author, { held, rootId }, now);
  }
  return { ok: true, number };
}

/** To whom it is news: a student's question to the teachers, an answer to whoever asks it. */
async function tellNews(
  tx: Queryable,
  author: Person,
  { held, rootId }: { held: NonNullable<Awaited<ReturnType<typeof holdTalk>>>; rootId: PostId | null },
  now: Instant,
): Promise<void> {
  const about = { at: now, classId: held.class_id, assignmentId: held.assignment_id, actorId: author.id };
  if (rootId === null) {
    if (held.role === 'student') await record(tx, { ...about, kind: 'asked', studentId: author.id });
    else await record(tx, { ...about, kind: 'told-floor', studentId: null });
    return;
  }
  for (const asker of await read(tx, askersOf(rootId)))
    if (asker !== author.id) await record(tx, { ...about, kind: 'answered', studentId: asker });
}

/** In a discussion a reply is news to the student whom it answers: by whom, where people have letters, is not told. */
async function tellReply(
  tx: Queryable,
  author: Person,
  { held, to }: { held: Held; to: PersonId | null },
  now: Instant,
): Promise<void> {
  if (to === null || to === author.id || (await roleIn(tx, to, held.class_id)) !== 'student') return;
  const about = { at: now, classId: held.class_id, assignmentId: held.assignment_id, actorId: author.id };
  await record(tx, { ...about, kind: 'replied', studentId: to });
}

/** Says something in a talk. */
export async function say(db: Database, author: Person, saying: Saying, now: Instant): Promise<Said> {
  return db.transaction(async (tx) => {
    const much = await use(tx, author.id, 'messages', 1, now);
    if (much) return much;
    const said = await sayIn(tx, author, saying, now);
    return said.ok ? { ok: true } : said;
  });
}

/** Mends what one has said, for some minutes after it was sent. */
export async function mend(
  db: Database,
  author: Person,
  given: { readonly post: PostId; readonly body: unknown },
  now: Instant,
): Promise<Said> {
  return db.transaction(async (tx) => {
    const place = await read(tx, findPost(given.post));
    if (place?.author_id !== author.id) return refuse('not-found');
    const body = await bodyOf(tx, author, given.body, 0);
    if (typeof body === 'string') return refuse(body);
    const held = await holdTalk(tx, place.talk_id, author.id);
    const post = await postIn(tx, place.talk_id, given.post);
    if (!held || !post || post.withdrawn) return refuse('not-found');
    const refused = notSaid({
      ...held,
      inAttempt: held.in_attempt,
      amongStudents: held.among_students,
      ...(await barsOf(tx, author, { ...held, talkId: place.talk_id, begins: true }, now)),
      to: null,
    });
    if (refused) return refuse(refused);
    if (now > mendUntil(held.kind, post.at)) return refuse('too-late');
    await mendPost(tx, { id: post.id, ...body }, now);
    await keepIn(tx, author, held, { talkId: place.talk_id, post: post.id }, now);
    await tellTalk(tx, place.talk_id);
    return { ok: true };
  });
}

/** Withdraws what one has said: from then on nobody reads it, and it is said that something stood there. */
export async function withdraw(db: Database, author: Person, postId: PostId, now: Instant): Promise<Said> {
  return db.transaction(async (tx) => {
    const place = await read(tx, findPost(postId));
    if (place?.author_id !== author.id) return refuse('not-found');
    const held = await holdTalk(tx, place.talk_id, author.id);
    await withdrawPost(tx, postId, author.id, '', now);
    if (held) await keepIn(tx, author, held, { talkId: place.talk_id, post: postId }, now);
    await tellTalk(tx, place.talk_id);
    return { ok: true };
  });
}

/** Says that somebody asks the same, or no more. */
export async function asksToo(db: Database, person: Person, postId: PostId, too: boolean): Promise<Said> {
  return db.transaction(async (tx) => {
    const place = await read(tx, findPost(postId));
    if (!place || place.root_id !== null || place.author_id === person.id) return refuse('not-found');
    await askToo(tx, postId, person.id, too);
    await tellTalk(tx, place.talk_id);
    return { ok: true };
  });
}

/** Notes up to which post somebody has had a talk on the screen. */
export async function readTalk(db: Database, reader: Person, talkId: TalkId, number: number, now: Instant) {
  return db.transaction(async (tx) => {
    const further = await markTalkRead(tx, talkId, reader.id, number, now);
    // Whoever wrote it sees that it was read; a class need not be told of each reader.
    const talk = further ? await read(tx, findTalk(talkId)) : null;
    if (talk && talkKind(talk.kind).readers === 'parties') await tellTalk(tx, talkId);
    return { ok: true as const };
  });
}
