import type { ClassId, Instant, PersonId, PostId, StepId, TalkId } from '@/core/ids';
import { talkKind } from '@/core/kinds/talk';
import { newId } from '@/server/secrets';
import { roleIn } from '@/store/classes';
import { type Database, type Queryable, read } from '@/store/database';
import { record } from '@/store/events';
import { keepActs } from '@/store/office-acts';
import { findPerson, type Person } from '@/store/people';
import { closeThread, markAnswer, postIn, withdrawPost } from '@/store/posts';
import { addReport, settleReport } from '@/store/reports';
import { closeTalk, findPost, findTalk, holdTalk, keepPaused, tellTalk } from '@/store/talks';
import { keepPart } from './parts';
import type { Said } from './posts';

const NOT_FOUND = { ok: false, code: 'not-found' } as const;
const NO_REASON = { ok: false, code: 'no-reason' } as const;

/** What a teacher does with a post of a class. */
export type Kept =
  | { readonly change: 'answer' | 'no-answer' | 'close' | 'open' }
  | { readonly change: 'withdraw'; readonly reason: string };

/** Keeps order on a floor: says which is the answer, closes a thread or opens it, withdraws a post with the reason. */
export async function keepOrder(
  db: Database,
  teacher: Person,
  postId: PostId,
  kept: Kept,
  now: Instant,
): Promise<Said> {
  if (kept.change === 'withdraw' && kept.reason.trim() === '') return NO_REASON;
  return db.transaction(async (tx) => {
    const place = await read(tx, findPost(postId));
    if (!place) return NOT_FOUND;
    await holdTalk(tx, place.talk_id, teacher.id);
    const post = await postIn(tx, place.talk_id, postId);
    if (!post) return NOT_FOUND;
    const done = await keep(tx, teacher, { ...post, talkId: place.talk_id, stepId: place.step_id }, kept, now);
    if (!done) return NOT_FOUND;
    await tellTalk(tx, place.talk_id);
    return { ok: true };
  });
}

/** Where a post stands, as far as it is a part of somebody's work. */
interface Place {
  readonly talkId: TalkId;
  readonly stepId: StepId | null;
}

/** What was withdrawn is no part of its author's work any more. */
async function withdrawPart(
  tx: Queryable,
  { id, author_id, talkId, stepId }: Place & { readonly id: PostId; readonly author_id: PersonId },
  now: Instant,
): Promise<void> {
  const author = stepId === null ? null : await findPerson(tx, author_id);
  if (author && stepId !== null) await keepPart(tx, author, { talkId, stepId, post: id }, now);
}

async function keep(
  tx: Queryable,
  teacher: Person,
  post: NonNullable<Awaited<ReturnType<typeof postIn>>> & Place,
  kept: Kept,
  now: Instant,
): Promise<boolean> {
  switch (kept.change) {
    case 'withdraw':
      await withdrawPost(tx, post.id, teacher.id, kept.reason.trim(), now);
      await withdrawPart(tx, post, now);
      return true;
    case 'answer':
    case 'no-answer':
      if (post.root_id === null || post.withdrawn) return false;
      await markAnswer(tx, post.root_id, kept.change === 'answer' ? post.id : null, now);
      return true;
    case 'close':
    case 'open':
      if (post.root_id !== null) return false;
      await closeThread(tx, post.id, kept.change === 'close' ? now : null);
      return true;
  }
}

/** Closes a floor, so that students read it and write nothing, or opens it again. */
export async function closeFloor(
  db: Database,
  teacher: Person,
  talkId: TalkId,
  closed: boolean,
  now: Instant,
): Promise<Said> {
  return db.transaction(async (tx) => {
    const talk = await read(tx, findTalk(talkId));
    if (!talk || talkKind(talk.kind).readers !== 'class') return NOT_FOUND;
    await closeTalk(tx, talkId, teacher.id, closed ? now : null);
    await tellTalk(tx, talkId);
    return { ok: true };
  });
}

/** Pauses a student where the class talks, with the reason, or lets them write again. They are told. */
export async function pause(
  db: Database,
  teacher: Person,
  given: { readonly classId: ClassId; readonly student: PersonId; readonly paused: boolean; readonly reason: string },
  now: Instant,
): Promise<Said> {
  const { classId, student, paused, reason } = given;
  if (paused && reason.trim() === '') return NO_REASON;
  return db.transaction(async (tx) => {
    if ((await roleIn(tx, student, classId)) !== 'student') return NOT_FOUND;
    const who = { classId, personId: student };
    await keepPaused(
      tx,
      paused ? { ...who, by: teacher.id, reason: reason.trim(), at: now } : null,
      paused ? null : who,
    );
    await record(tx, {
      kind: paused ? 'paused' : 'unpaused',
      at: now,
      classId,
      assignmentId: null,
      studentId: student,
      actorId: teacher.id,
    });
    return { ok: true };
  });
}

/** Reports a post to the office, with the reason. Somebody reports a post once. */
export async function report(
  db: Database,
  person: Person,
  postId: PostId,
  reason: string,
  now: Instant,
): Promise<Said> {
  if (reason.trim() === '') return NO_REASON;
  await addReport(db, { id: newId(), postId, by: person.id, reason: reason.trim(), at: now });
  return { ok: true };
}

/** What the office makes of what was reported: it stays, or it is withdrawn. It is in the log of what the office did. */
export async function settle(
  db: Database,
  officer: Person,
  reportId: string,
  outcome: 'stays' | 'withdrawn',
  now: Instant,
): Promise<Said> {
  return db.transaction(async (tx) => {
    const settled = await settleReport(tx, reportId, officer.id, outcome, now);
    if (!settled) return NOT_FOUND;
    if (outcome === 'withdrawn') {
      await holdTalk(tx, settled.talk_id, officer.id);
      await withdrawPost(tx, settled.post_id, officer.id, settled.reason, now);
      const { post_id: id, author_id, talk_id: talkId, step_id: stepId } = settled;
      await withdrawPart(tx, { id, author_id, talkId, stepId }, now);
      await tellTalk(tx, settled.talk_id);
    }
    const act = {
      kind: 'report-settled',
      person: settled.author_id,
      class: settled.class_id,
      data: { outcome },
    } as const;
    await keepActs(tx, [act], officer.id, now);
    return { ok: true };
  });
}
