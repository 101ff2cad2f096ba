import type { ClassId, Instant } from '@/core/ids';
import {
  type AnnouncementDraft,
  announcementUnmet,
  type ClassDraft,
  classUnmet,
  type MaterialDraft,
  materialUnmet,
  type UnitDraft,
  unitUnmet,
} from '@/core/setting/class-things';
import type { Unmet } from '@/core/setting/unmet';
import { newId } from '@/server/secrets';
import { type Database, type Queryable, read } from '@/store/database';
import { record } from '@/store/events';
import type { Person } from '@/store/people';
import { addAnnouncement, addClass, addMaterial, addUnit, knownInClass } from '@/store/setting';

/** What is still missing, part by part; or that the class has come to its end. */
export type NotSet =
  | { readonly ok: false; readonly code: 'unmet'; readonly unmet: readonly Unmet[] }
  | { readonly ok: false; readonly code: 'class-over' };

type Set<Made = object> = ({ readonly ok: true } & Made) | NotSet;

const OVER = { ok: false, code: 'class-over' } as const;

/** What keeps something from being set, as a refusal; `null` where nothing does. */
export const refusedFor = (unmet: readonly Unmet[]): NotSet | null =>
  unmet.length === 0 ? null : { ok: false, code: 'unmet', unmet };

/** Where something is put that a class gets: by whom, under which id (a new one where none is given), and when. */
interface Into {
  readonly classId: ClassId;
  readonly id?: string;
}

/** Opens a class. */
export async function openClass(
  tx: Queryable,
  opened: { readonly id: ClassId; readonly schoolId: string; readonly draft: ClassDraft },
): Promise<Set> {
  const refused = refusedFor(classUnmet(opened.draft));
  if (refused) return refused;
  await addClass(tx, opened);
  return { ok: true };
}

/** Adds a unit to a class, after its others. */
export async function startUnit(
  tx: Queryable,
  { classId, id = newId(), draft }: Into & { readonly draft: UnitDraft },
  now: Instant,
): Promise<Set<{ readonly unit: string }>> {
  const refused = refusedFor(unitUnmet(draft));
  if (refused) return refused;
  return (await addUnit(tx, { id, classId, draft }, now)) ? { ok: true, unit: id } : OVER;
}

/** Notes that something new stands in a class, as its teacher's act. */
const posted = (
  tx: Queryable,
  teacher: Person,
  classId: ClassId,
  at: Instant,
  data: Readonly<Record<string, string>>,
) => record(tx, { kind: 'posted', at, classId, assignmentId: null, studentId: null, actorId: teacher.id, data });

/**
 * Posts a material in a class. Whoever calls has seen to it that its file is the teacher's. Where it only hangs on something
 * else, that is what the class is told of.
 */
export async function postMaterial(
  db: Pick<Database, 'transaction'>,
  teacher: Person,
  { classId, id = newId(), draft }: Into & { readonly draft: MaterialDraft },
  at: Instant,
): Promise<Set<{ readonly material: string }>> {
  return db.transaction(async (tx) => {
    const refused = refusedFor(materialUnmet(draft, await read(tx, knownInClass(classId))));
    if (refused) return refused;
    if (!(await addMaterial(tx, { id, classId, draft }, at))) return OVER;
    if (draft.listed) await posted(tx, teacher, classId, at, { material: id });
    return { ok: true, material: id };
  });
}

/** Tells a class something. */
export async function announce(
  db: Pick<Database, 'transaction'>,
  teacher: Person,
  { classId, id = newId(), draft }: Into & { readonly draft: AnnouncementDraft },
  at: Instant,
): Promise<Set<{ readonly announcement: string }>> {
  return db.transaction(async (tx) => {
    const refused = refusedFor(announcementUnmet(draft, await read(tx, knownInClass(classId))));
    if (refused) return refused;
    if (!(await addAnnouncement(tx, { id, classId, authorId: teacher.id, draft }, at))) return OVER;
    await posted(tx, teacher, classId, at, { announcement: id });
    return { ok: true, announcement: id };
  });
}
