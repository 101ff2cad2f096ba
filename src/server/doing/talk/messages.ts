import { createHash } from 'node:crypto';
import type { AssignmentId, ClassId, Instant, PersonId, TalkId } from '@/core/ids';
import { type AnswerHours, areHours } from '@/core/talk/hours';
import { type TooMuch, use } from '@/server/limits';
import { type Database, type Queryable, read } from '@/store/database';
import { keepHours, knownBy, openTalk, sharedWork, studentsIn } from '@/store/messages';
import type { Person } from '@/store/people';
import { type Said, type Saying, sayIn } from './posts';

/** A message that begins a talk: what it is about, in words or by its assignment. */
export interface FirstMessage extends Pick<Saying, 'act' | 'body' | 'files'> {
  readonly title: string;
  readonly about: AssignmentId | null;
}

/** The longest that a message is about something, in letters. */
const LONGEST_TITLE = 120;

/** The talk that an act of somebody opens: the same act opens the same one. */
const talkOf = (author: PersonId, act: string): TalkId =>
  `message.${createHash('sha256').update(`${author} ${act}`).digest('hex').slice(0, 24)}` as TalkId;

async function begin(
  tx: Queryable,
  author: Person,
  message: FirstMessage & { readonly to: PersonId; readonly sending: string | null },
  now: Instant,
): Promise<Said<{ readonly talk: TalkId }>> {
  const { to, about, act } = message;
  const known = await read(tx, knownBy(author.id, to));
  if (known === null) return { ok: false, code: 'party-left' };
  const shared = about === null ? null : await read(tx, sharedWork(about, author.id, to, now));
  if (about !== null && shared === null) return { ok: false, code: 'not-found' };
  const id = talkOf(author.id, act);
  const title = message.title.trim().slice(0, LONGEST_TITLE);
  await openTalk(tx, { id, classId: shared ?? known, assignmentId: about, title, parties: [author.id, to] });
  const said = await sayIn(tx, author, { ...message, talkId: id, to: null }, now);
  return said.ok ? { ok: true, talk: id } : said;
}

/** Ends the transaction of something that was refused, with what it was refused for. */
class Refused extends Error {
  constructor(readonly said: Exclude<Said, { readonly ok: true }>) {
    super('refused');
  }
}

/** Writes to somebody about something new. Nothing is opened where it is refused. */
export async function writeTo(
  db: Database,
  author: Person,
  message: FirstMessage & { readonly to: PersonId },
  now: Instant,
): Promise<Said<{ readonly talk: TalkId }>> {
  try {
    return await db.transaction(async (tx) => {
      const much = await use(tx, author.id, 'messages', 1, now);
      if (much) return much;
      const said = await begin(tx, author, { ...message, sending: null }, now);
      if (!said.ok) throw new Refused(said);
      return said;
    });
  } catch (error) {
    if (error instanceof Refused) return error.said;
    throw error;
  }
}

/** A teacher writes to a class or to some of it: a letter to each, so that nobody sees to whom else it went. */
export async function writeToMany(
  db: Database,
  teacher: Person,
  message: FirstMessage & { readonly classId: ClassId; readonly only: readonly string[] | null },
  now: Instant,
): Promise<Said<{ readonly to: number }> | TooMuch> {
  const { classId, only, ...first } = message;
  try {
    return await db.transaction(async (tx) => {
      const students = await read(tx, studentsIn(classId, only));
      if (students.length === 0) return { ok: false, code: 'not-found' } as const;
      const much = await use(tx, teacher.id, 'messages', students.length, now);
      if (much) return much;
      const sending = `${teacher.id} ${message.act}`;
      for (const { id: to } of students) {
        const said = await begin(
          tx,
          teacher,
          { ...first, to, sending, act: `${message.act}:${to}`.slice(0, 200) },
          now,
        );
        if (!said.ok) throw new Refused(said);
      }
      return { ok: true, to: students.length } as const;
    });
  } catch (error) {
    if (error instanceof Refused) return error.said;
    throw error;
  }
}

/** Says when somebody answers messages: hours by weekday, in the school's zone. */
export async function sayHours(
  db: Database,
  teacher: Person,
  hours: readonly AnswerHours[],
): Promise<{ readonly ok: true } | { readonly ok: false; readonly code: 'bad-hours' }> {
  if (!hours.every(areHours)) return { ok: false, code: 'bad-hours' };
  await keepHours(db, teacher.id, hours);
  return { ok: true };
}
