import type { ClassId, Instant } from '@/core/ids';
import { isDone, isToDo } from '@/core/work/standing';
import { announcementsOf, findClass, materialsOf, peopleOf, roleIn, unitsOf } from '@/store/classes';
import type { Queryable } from '@/store/database';
import type { Person } from '@/store/people';
import { type TeacherItem, teacherWork } from './today';
import { type WorkItem, workOf } from './work-list';

/** What the Class line can be narrowed to. */
export const CHIPS = ['all', 'to-do', 'handed-in', 'handed-back', 'materials', 'announcements'] as const;
export type Chip = (typeof CHIPS)[number];

interface Placed {
  readonly unitId: string | null;
  readonly position: number;
  readonly postedAt: Instant;
}

/** One row of the Class line. */
export type Entry = Placed &
  (
    | { readonly kind: 'work'; readonly id: string; readonly item: WorkItem }
    | { readonly kind: 'teaching'; readonly id: string; readonly item: TeacherItem }
    | { readonly kind: 'material'; readonly id: string; readonly title: string; readonly minutes: number }
    | {
        readonly kind: 'announcement';
        readonly id: string;
        readonly title: string;
        readonly body: string;
        readonly author: string;
      }
  );

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
  if (chip === 'handed-in') return state === 'handed-in' || state === 'handed-in-late';
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
      unitId: material.unit_id,
      position: material.position,
      postedAt: material.posted_at,
    }),
  );
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
    students: await peopleOf(db, classId, 'student'),
    teachers: await peopleOf(db, classId, 'teacher'),
  };
}

const placed = ({ unitId, position, postedAt }: Placed): Placed => ({ unitId, position, postedAt });

export type ClassLine = Awaited<ReturnType<typeof classLine>>;
