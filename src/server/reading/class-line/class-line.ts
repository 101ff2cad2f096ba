import type { ClassId, Instant } from '@/core/ids';
import type { MaterialKind } from '@/core/kinds/material/index';
import { CHIPS, type Chip } from '@/core/work/chips';
import { isDone, isToDo, isWithTeacher } from '@/core/work/standing';
import { isMaterialOpen } from '@/server/reading/materials/materials';
import { type TeacherItem, teacherWork } from '@/server/reading/today/today';
import { type WorkItem, workOf } from '@/server/reading/work/work-list';
import { announcementsOf } from '@/store/announcements';
import { findClass, type Lesson, lessonsOf, peopleOf, roleIn, unitsOf } from '@/store/classes';
import { type Queryable, readTogether } from '@/store/database';
import { draftsOf } from '@/store/drafts';
import { unreadInClass } from '@/store/floors';
import { holidays } from '@/store/holidays';
import { inviteOf } from '@/store/joining';
import { attachmentsOf, type ListedMaterial, materialsOf } from '@/store/materials';
import { MOST_NEWS, newsFor } from '@/store/news';
import type { Person } from '@/store/people';

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
        /** When it was mended last; `null` where it says what it said. */
        readonly mendedAt: Instant | null;
        readonly attachments: readonly Attachment[];
      }
  );

export type EntryOf<Kind extends Entry['kind']> = Extract<Entry, { readonly kind: Kind }>;

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

/** Whether an entry of a kind is shown under a chip; under `all` everything is. */
const UNDER: { readonly [Kind in Entry['kind']]: (entry: EntryOf<Kind>, chip: Exclude<Chip, 'all'>) => boolean } = {
  material: (_entry, chip) => chip === 'materials',
  announcement: (_entry, chip) => chip === 'announcements',
  teaching: ({ item }, chip) =>
    ({
      'to-do': item.missing,
      'handed-in': item.toMark,
      'handed-back': item.handedBack,
      materials: 0,
      announcements: 0,
    })[chip] > 0,
  work: ({ item: { state, before } }, chip) =>
    ({
      'to-do': isToDo(state) && !before,
      'handed-in': isWithTeacher(state),
      'handed-back': state === 'handed-back' || state === 'another-go',
      materials: false,
      announcements: false,
    })[chip],
};

const isUnder = <Kind extends Entry['kind']>(entry: EntryOf<Kind>, chip: Chip): boolean =>
  chip === 'all' || UNDER[entry.kind as Kind](entry, chip);

/** One class as one list: assignments, materials and announcements, in course order or newest first. */
export async function classLine(
  db: Queryable,
  person: Person,
  classId: ClassId,
  chosen: { readonly order: 'course' | 'newest'; readonly chip: Chip },
  now: Instant,
) {
  const role = await roleIn(db, person.id, classId);
  const asked = await readTogether(db, {
    class: findClass(classId),
    units: unitsOf(classId),
    materials: materialsOf(classId),
    announcements: announcementsOf(classId),
    carried: attachmentsOf(classId, now),
    students: peopleOf(classId, 'student'),
    teachers: peopleOf(classId, 'teacher'),
    invite: inviteOf(classId, now),
    lessons: lessonsOf(person.id),
    holidays,
    drafts: draftsOf(classId, now),
    floorUnread: unreadInClass(classId, person.id, now),
    news: newsFor(person.id, MOST_NEWS, now),
  });
  const unreadNews = asked.news.filter((one) => one.unread && one.class_id === classId);
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
  const unitAt = (at: Instant): string | null =>
    asked.units.find(
      ({ starts_at, ends_at }) => starts_at !== null && ends_at !== null && at >= starts_at && at < ends_at,
    )?.id ?? null;
  const own = role === 'teacher' ? [] : await workOf(db, person, classId, now);
  const work: Entry[] =
    role === 'teacher'
      ? (await teacherWork(db, person, classId, now)).map((item) => ({
          kind: 'teaching',
          ...placed(item),
          id: item.id,
          item,
        }))
      : own.map((item) => ({ kind: 'work', ...placed(item), id: item.id, item }));
  const materials = asked.materials.filter(posted).map(
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
  const announcements = asked.announcements.filter(posted).map(
    (note): Entry => ({
      kind: 'announcement',
      id: note.id,
      title: note.title,
      body: note.body,
      author: note.author,
      // At the top of its unit, or of the one in whose time it was posted.
      unitId: note.unit_id ?? unitAt(note.posted_at),
      position: -1,
      postedAt: note.posted_at,
      news: newsOf(note.id),
      mendedAt: note.mended_at,
      attachments: (asked.carried.get(note.id) ?? []).map(({ id, title, kind }) => ({ id, title, kind })),
    }),
  );
  const everything = [...work, ...materials, ...announcements];
  const shown = everything.filter((entry) => isUnder(entry, chosen.chip));
  const newest = shown.toSorted((a, b) => b.postedAt - a.postedAt || a.id.localeCompare(b.id));
  const units = asked.units.map((unit) => {
    const items = own.filter((item) => item.unitId === unit.id);
    return {
      ...unit,
      entries: shown
        .filter((entry) => entry.unitId === unit.id)
        .sort((a, b) => a.position - b.position || b.postedAt - a.postedAt),
      done: items.filter((item) => isDone(item.state)).length,
      of: items.length,
    };
  });
  return {
    role,
    class: asked.class,
    floorUnread: asked.floorUnread,
    newest,
    units,
    loose: newest.filter((entry) => entry.unitId === null),
    counts: Object.fromEntries(
      CHIPS.map((chip) => [chip, everything.filter((entry) => isUnder(entry, chip)).length]),
    ) as Record<Chip, number>,
    students: asked.students.map(({ id, name, user_name }) => ({
      name,
      // With these a teacher makes a code for a new password; a classmate is shown a name and sent nothing else.
      account: role === 'teacher' ? { id, userName: user_name } : null,
    })),
    teachers: asked.teachers.map(({ name, hours }) => ({ name, hours })),
    invite: role === 'teacher' ? asked.invite : null,
    drafts: role === 'teacher' ? asked.drafts : [],
    /** What the class will be told, when its time has come. */
    toTell:
      role === 'teacher'
        ? asked.announcements
            .filter((note) => !posted(note))
            .map((note) => ({ ...note, attachments: (asked.carried.get(note.id) ?? []).map(({ id }) => id) }))
        : [],
    /** What can hang on something that is told. */
    toAttach: role === 'teacher' ? asked.materials.map(({ id, title }) => ({ id, title })) : [],
    holidays: asked.holidays,
    lessons: asked.lessons.filter((lesson): lesson is Lesson => lesson.class_id === classId),
  };
}

export type ClassLine = Awaited<ReturnType<typeof classLine>>;
