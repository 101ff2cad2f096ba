import { minuteOf, weekdayOf } from '@/core/calendar/due-words';
import type { AssignmentId, Instant, PersonId, TalkId } from '@/core/ids';
import { type AnswerHours, type Expected, expected } from '@/core/talk/hours';
import { isToDo } from '@/core/work/standing';
import { workOf } from '@/server/reading/work/work-list';
import { classesOf, peopleOf } from '@/store/classes';
import { type Queryable, read, readTogether } from '@/store/database';
import { foldedWords } from '@/store/find';
import {
  countSent,
  hoursOf,
  type Partner,
  partnersOf,
  readMarks,
  saidWith,
  sentBy,
  type TalkBetween,
  talksBetween,
} from '@/store/messages';
import type { Person } from '@/store/people';
import { postsOf } from '@/store/said-posts';
import { amTimed, isKeptFrom } from '@/store/talks';
import { type PostView, postView } from './floor';

/** Somebody with whom one writes, as their line shows it. */
export interface PartnerView extends Omit<Partner, 'hours'> {
  readonly hours: readonly AnswerHours[];
  readonly expected: Expected;
}

/** A message: a post, and when the other had it on the screen. */
export interface MessageView extends PostView {
  readonly readAt: Instant | null;
}

export interface OpenTalk {
  readonly id: TalkId;
  readonly messages: readonly MessageView[];
  /** Before which number more stand; `null` where these are all. */
  readonly more: number | null;
  readonly newest: number;
}

/** What is open with one of them: what one writes about, and one of these whole. */
export interface OpenPartner {
  readonly id: PersonId;
  readonly talks: readonly TalkBetween[];
  readonly open: OpenTalk | null;
  /** Work to which a file that was sent can be put. */
  readonly work: readonly { readonly id: AssignmentId; readonly title: string }[];
}

export interface MessagesView {
  readonly partners: readonly PartnerView[];
  readonly open: OpenPartner | null;
  readonly sent: number;
  /** One's own hours; `null` for whoever is no teacher. */
  readonly hours: readonly AnswerHours[] | null;
  /** The classes whose students one can write to together. */
  readonly classes: readonly { readonly id: string; readonly name: string }[];
  /** The weekday and the minute of the day in the school's zone. */
  readonly today: { readonly weekday: number; readonly minute: number };
}

/** So many messages a window shows. */
const WINDOW = 50;

/** The messages of one talk, a window of them, each with when it was read. */
export async function openTalk(
  db: Queryable,
  reader: Person,
  talkId: TalkId,
  before: number | null,
): Promise<OpenTalk> {
  const { found, marks } = await readTogether(db, {
    found: postsOf(talkId, reader.id, before, WINDOW + 1),
    marks: readMarks(talkId, reader.id),
  });
  const shown = found.slice(-WINDOW);
  return {
    id: talkId,
    messages: shown.map((one) => ({
      ...postView(reader, 'message', one),
      readAt: one.author_id === reader.id ? (marks.find(({ number }) => number >= one.number)?.at ?? null) : null,
    })),
    more: found.length > WINDOW ? (shown[0]?.number ?? null) : null,
    newest: found.at(-1)?.number ?? 0,
  };
}

/** The same as an answer of its own, where nothing keeps it from whoever reads it. */
export async function talkWindow(db: Queryable, reader: Person, talkId: TalkId, before: number | null) {
  if (await isKeptFrom(db, talkId, reader.id)) return { ok: false as const, code: 'in-attempt' as const };
  return { ok: true as const, talk: await openTalk(db, reader, talkId, before) };
}

/** Work that a student does for a teacher, and to which files can be put: what is due first comes first. */
async function openWork(
  db: Queryable,
  student: Person,
  { classes }: Partner,
  now: Instant,
): Promise<OpenPartner['work']> {
  const items = await workOf(db, student, null, now);
  return items
    .filter(
      ({ classId, takes, state }) => takes === 'pieces' && isToDo(state) && classes.some(({ id }) => id === classId),
    )
    .sort((a, b) => (a.dueAt ?? Number.POSITIVE_INFINITY) - (b.dueAt ?? Number.POSITIVE_INFINITY))
    .map(({ id, title }) => ({ id, title }));
}

/** Everything that the screen of messages shows. */
export async function messagesScreen(
  db: Queryable,
  person: Person,
  chosen: { readonly with: string | null; readonly talk: string | null },
  zone: string,
  now: Instant,
): Promise<MessagesView> {
  const teacher = person.role === 'teacher';
  const { timed, sent, hours, classes, talks, ...asked } = await readTogether(db, {
    partners: partnersOf(person.id),
    timed: amTimed(person.id),
    sent: countSent(person.id),
    hours: hoursOf(person.id),
    classes: classesOf(person.id),
    talks: talksBetween(person.id, chosen.with ?? ''),
  });
  // Whoever sits at something timed reads what teachers write, and nobody else.
  const partners = timed ? asked.partners.filter(({ teaches }) => teaches) : asked.partners;
  const today = { weekday: weekdayOf(now, zone), minute: minuteOf(now, zone) };
  const shown = partners.find(({ id }) => id === chosen.with);
  const talk = talks.find(({ id }) => id === chosen.talk) ?? (chosen.talk === 'new' ? undefined : talks[0]);
  return {
    partners: partners.map((one) => ({ ...one, expected: expected(one.hours, today) })),
    open:
      shown === undefined
        ? null
        : {
            id: shown.id,
            talks,
            open: talk ? await openTalk(db, person, talk.id, null) : null,
            work: teacher || !shown.teaches ? [] : await openWork(db, person, shown, now),
          },
    sent,
    hours: teacher ? hours : null,
    classes: teacher
      ? classes.filter(({ ended_at }) => ended_at === null || ended_at > now).map(({ id, name }) => ({ id, name }))
      : [],
    today,
  };
}

const MOST_SENT = 50;

/** What somebody has sent, a page of it. */
export async function sentMessages(db: Queryable, person: Person, before: Instant | null) {
  const found = await read(db, sentBy(person.id, before, MOST_SENT + 1));
  const shown = found.slice(0, MOST_SENT);
  return { ok: true as const, sent: shown, more: found.length > MOST_SENT ? (shown.at(-1)?.at ?? null) : null };
}

/** Messages with some words in them. */
export async function findMessages(db: Queryable, person: Person, words: string) {
  const folded = await foldedWords(db, words.trim().slice(0, 80));
  return { ok: true as const, found: folded.length < 2 ? [] : await saidWith(db, person.id, folded, 30) };
}

/** The students of a class, for a teacher who chooses to whom to write. */
export const studentsToWriteTo = async (db: Queryable, classId: Parameters<typeof peopleOf>[0]) => ({
  ok: true as const,
  students: (await read(db, peopleOf(classId, 'student'))).map(({ id, name }) => ({ id, name })),
});
