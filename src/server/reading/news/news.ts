import type { Instant, PersonId } from '@/core/ids';
import { type EventName, leadsTo } from '@/core/kinds/event';
import type { Place } from '@/core/places';
import { type Queryable, read, readTogether } from '@/store/database';
import { unreadMessages } from '@/store/messages';
import { MOST_NEWS, type News, newsFor, unreadIds } from '@/store/news';

/** One thing that is new, as a line of a list. */
export interface NewsLine {
  readonly id: number;
  readonly kind: EventName;
  readonly at: Instant;
  readonly weave: string;
  readonly unread: boolean;
  readonly place: Place;
  /** The name of what it is about, and of the student whose work it is. */
  readonly title: string;
  readonly student: string;
  /** Is it about an announcement or a material, and not about an assignment? */
  readonly announcement: boolean;
  readonly material: boolean;
  /** Work came back with it. */
  readonly back: boolean;
  readonly anotherGo: boolean;
  readonly earned: number | null;
  readonly points: number | null;
  /** When it is due for whoever was given more time. */
  readonly dueAt: Instant | null;
}

export interface NewsGroup {
  readonly classId: string;
  readonly className: string;
  readonly weave: string;
  readonly unread: number;
  readonly news: readonly NewsLine[];
}

/** What came back, and is marked by how it came. */
const BACK: Readonly<Partial<Record<EventName, true>>> = { 'handed-back': true };

const lineOf = (news: News, asTeacher: boolean): NewsLine => ({
  id: news.id,
  kind: news.kind,
  at: news.at,
  weave: news.weave,
  unread: news.unread,
  place: leadsTo(
    {
      kind: news.kind,
      class: news.class_id,
      assignment: news.assignment_id,
      material: news.material_id,
      announcement: news.announcement_id,
      student: news.student_id,
    },
    asTeacher,
  ),
  title: news.title,
  student: news.student ?? '',
  announcement: news.announcement_id !== null,
  material: news.material_id !== null,
  back: news.kind in BACK,
  anotherGo: news.another_go,
  earned: news.earned,
  points: news.points,
  dueAt: news.due_at,
});

/** What is new to a person, line by line. */
export const newsLines = (news: readonly News[], person: { readonly role: string }): readonly NewsLine[] =>
  news.map((one) => lineOf(one, person.role === 'teacher'));

/** What is new to a person, by class; the class with the newest thing comes first. */
export async function whatsNew(
  db: Queryable,
  person: { readonly id: PersonId; readonly role: string },
  now: Instant,
): Promise<readonly NewsGroup[]> {
  const groups = new Map<string, News[]>();
  for (const one of await read(db, newsFor(person.id, MOST_NEWS, now))) {
    const group = groups.get(one.class_id);
    if (group) group.push(one);
    else groups.set(one.class_id, [one]);
  }
  return [...groups.values()].map((news) => ({
    classId: news[0]?.class_id ?? '',
    className: news[0]?.class_name ?? '',
    weave: news[0]?.weave ?? 'plain',
    unread: news.filter(({ unread }) => unread).length,
    news: news.map((one) => lineOf(one, person.role === 'teacher')),
  }));
}

/** How much somebody has not read: of what is new, up to `MOST_NEWS`, and of messages. */
export async function unreadOf(db: Queryable, personId: PersonId, now: Instant) {
  const { news, messages } = await readTogether(db, {
    news: unreadIds(personId, now),
    messages: unreadMessages(personId),
  });
  return { news: news.length, messages };
}

/** How many things a person has not read, counted up to `MOST_NEWS`. */
export const countUnread = async (db: Queryable, personId: PersonId, now: Instant): Promise<number> =>
  (await read(db, unreadIds(personId, now))).length;
