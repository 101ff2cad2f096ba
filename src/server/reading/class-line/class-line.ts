import type { ClassId, Instant } from '@/core/ids';
import { isDone, isToDo, isWithTeacher } from '@/core/work/standing';
import { isMaterialOpen } from '@/server/reading/materials/materials';
import { type TeacherItem, teacherWork } from '@/server/reading/today/today';
import { type WorkItem, workOf } from '@/server/reading/work/work-list';
import { announcementsOf, findClass, type Lesson, lessonsOf, peopleOf, roleIn, unitsOf } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { inviteOf } from '@/store/joining';
import { attachmentsOf, type ListedMaterial, type MaterialKind, materialsOf } from '@/store/materials';
import { MOST_NEWS, newsFor } from '@/store/news';
import type { Person } from '@/store/people';

/** What the Class line can be narrowed to. */
export const CHIPS = ['all', 'to-do', 'handed-in', 'handed-back', 'materials', 'announcements'] as const;
export type Chip = (typeof CHIPS)[number];

interface Placed {
  readonly unitId: string | null;
  readonly position: number;
  readonly postedAt: Instant;
  /** The events that made it new and are not read yet; none where nothing is new. */
  readonly news: readonly number[];
}

/** A material that an announcement carries. */
export interface Attachment {
  readonly id: string;
  readonly title: string;
  readonly kind: MaterialKind;
}

/** One row of the Class line. */
export type Entry = Placed &
  (
    | { readonly kind: 'work'; readonly id: string; readonly item: WorkItem }
    | { readonly kind: 'teaching'; readonly id: string; readonly item: TeacherItem }
    | {
        readonly kind: 'material';
        readonly id: string;
        readonly title: string;
        readonly minutes: number;
        readonly sort: MaterialKind;
        readonly window: MaterialWindow;
      }
    | {
        readonly kind: 'announcement';
        readonly id: string;
        readonly title: string;
        readonly body: string;
        readonly author: string;
        readonly attachments: readonly Attachment[];
      }
  );

/** When a material can be read; nothing of this stands where it always can. */
export interface MaterialWindow {
  readonly open: boolean;
  readonly opensAt: Instant | null;
  readonly closesAt: Instant | null;
}

const windowOf = (material: ListedMaterial, now: Instant): MaterialWindow => ({
  open: isMaterialOpen(material, now),
  opensAt: material.opens_at,
  closesAt: material.closes_at,
});

function isUnder(entry: Entry, chip: Chip): boolean {
  if (chip === 'all') return true;
  if (chip === 'materials') return entry.kind === 'material';
  if (chip === 'announcements') return entry.kind === 'announcement';
  if (entry.kind === 'teaching') {
    if (chip === 'to-do') return entry.item.missing > 0;
    return chip === 'handed-in' ? entry.item.toMark > 0 : entry.item.handedBack > 0;
  }
  if (entry.kind !== 'work') return false;
  const { state } = entry.item;
  if (chip === 'to-do') return isToDo(state);
  if (chip === 'handed-in') return isWithTeacher(state);
  return state === 'handed-back' || state === 'another-go';
}

/** One class as one list: assignments, materials and announcements, in course order or newest first. */
export async function classLine(
  db: Queryable,
  person: Person,
  classId: ClassId,
  chosen: { readonly order: 'course' | 'newest'; readonly chip: Chip },
  now: Instant,
) {
  const role = await roleIn(db, person.id, classId);
  const unreadNews = (await newsFor(db, person.id, 0, MOST_NEWS, now)).filter(
    (one) => one.unread && one.class_id === classId,
  );
  const news = new Map<string, number[]>();
  for (const { id, assignment_id, material_id, announcement_id } of unreadNews) {
    const about = assignment_id ?? material_id ?? announcement_id;
    if (about !== null) news.set(about, [...(news.get(about) ?? []), id]);
  }
  const newsOf = (id: string): readonly number[] => news.get(id) ?? [];
  const placed = ({ unitId, position, postedAt, id }: Omit<Placed, 'news'> & { id: string }): Placed => ({
    unitId,
    position,
    postedAt,
    news: newsOf(id),
  });
  const posted = (at: { posted_at: Instant }) => at.posted_at <= now;
  const work: Entry[] =
    role === 'teacher'
      ? (await teacherWork(db, person, classId, now)).map((item) => ({
          kind: 'teaching',
          ...placed(item),
          id: item.id,
          item,
        }))
      : (await workOf(db, person, classId, now)).map((item) => ({ kind: 'work', ...placed(item), id: item.id, item }));
  const materials = (await materialsOf(db, classId)).filter(posted).map(
    (material): Entry => ({
      kind: 'material',
      id: material.id,
      title: material.title,
      minutes: material.minutes,
      sort: material.kind,
      window: windowOf(material, now),
      unitId: material.unit_id,
      position: material.position,
      postedAt: material.posted_at,
      news: newsOf(material.id),
    }),
  );
  const carried = await attachmentsOf(db, classId, now);
  const announcements = (await announcementsOf(db, classId)).filter(posted).map(
    (note): Entry => ({
      kind: 'announcement',
      id: note.id,
      title: note.title,
      body: note.body,
      author: note.author,
      unitId: note.unit_id,
      position: 1000,
      postedAt: note.posted_at,
      news: newsOf(note.id),
      attachments: (carried.get(note.id) ?? []).map(({ id, title, kind }) => ({ id, title, kind })),
    }),
  );
  const everything = [...work, ...materials, ...announcements];
  const shown = everything.filter((entry) => isUnder(entry, chosen.chip));
  const newest = shown.toSorted((a, b) => b.postedAt - a.postedAt || a.id.localeCompare(b.id));
  const units = (await unitsOf(db, classId)).map((unit) => {
    const items = work.flatMap((entry) => (entry.kind === 'work' && entry.unitId === unit.id ? [entry.item] : []));
    return {
      ...unit,
      entries: shown.filter((entry) => entry.unitId === unit.id).sort((a, b) => a.position - b.position),
      done: items.filter((item) => isDone(item.state) || item.state === 'closed').length,
      of: items.length,
    };
  });
  return {
    role,
    class: await findClass(db, classId),
    newest,
    units,
    loose: newest.filter((entry) => entry.unitId === null),
    counts: Object.fromEntries(
      CHIPS.map((chip) => [chip, everything.filter((entry) => isUnder(entry, chip)).length]),
    ) as Record<Chip, number>,
    students: (await peopleOf(db, classId, 'student')).map(({ id, name, user_name }) => ({
      name,
      // With these a teacher makes a code for a new password; a classmate is shown a name and sent nothing else.
      account: role === 'teacher' ? { id, userName: user_name } : null,
    })),
    teachers: (await peopleOf(db, classId, 'teacher')).map(({ name, hours }) => ({ name, hours })),
    invite: role === 'teacher' ? await inviteOf(db, classId, now) : null,
    lessons: (await lessonsOf(db, person.id)).filter((lesson): lesson is Lesson => lesson.class_id === classId),
  };
}

export type ClassLine = Awaited<ReturnType<typeof classLine>>;
