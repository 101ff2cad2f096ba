import type { ClassId, Instant, PersonId } from '@/core/ids';
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
import { addAnnouncement, findAnnouncement, mendAnnouncement } from '@/store/announcements';
import { type Database, type Queryable, read } from '@/store/database';
import { record } from '@/store/events';
import { addJob, dropJob } from '@/store/jobs';
import type { Person } from '@/store/people';
import { addClass, addMaterial, addUnit, knownInClass, orderEntries, orderUnits, retitleUnit } from '@/store/setting';

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
  teacher: Pick<Person, 'id'>,
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

/** Tells a class something, at a time that is yet to come. */
export const ANNOUNCE_JOB = 'announces';

/** Sees to it that the class is told of an announcement once its time has come. */
async function tellAt(
  tx: Queryable,
  teacher: Person,
  classId: ClassId,
  announcement: string,
  postedAt: Instant,
  now: Instant,
): Promise<void> {
  if (postedAt <= now) await posted(tx, teacher, classId, postedAt, { announcement });
  else {
    const given = { announcement, class: classId, teacher: teacher.id };
    await addJob(tx, { kind: ANNOUNCE_JOB, key: announcement, dueAt: postedAt, given }, { move: true });
  }
}

/** Tells a class something, at once or at a time. */
export async function announce(
  db: Pick<Database, 'transaction'>,
  teacher: Person,
  {
    classId,
    id = newId(),
    draft,
    postedAt = null,
  }: Into & { readonly draft: AnnouncementDraft; readonly postedAt?: Instant | null },
  at: Instant,
): Promise<Set<{ readonly announcement: string }>> {
  return db.transaction(async (tx) => {
    const refused = refusedFor(announcementUnmet(draft, await read(tx, knownInClass(classId))));
    if (refused) return refused;
    const told = Math.max(postedAt ?? at, at);
    if (!(await addAnnouncement(tx, { id, classId, authorId: teacher.id, draft, postedAt: told }, at))) return OVER;
    await tellAt(tx, teacher, classId, id, told, at);
    return { ok: true, announcement: id };
  });
}

/**
 * Mends what a class was told, or is to be told. What they have read already stays where it is, says that it was mended, and what
 * it said before is kept.
 */
export async function mend(
  db: Pick<Database, 'transaction'>,
  teacher: Person,
  {
    classId,
    id,
    draft,
    postedAt,
  }: Required<Into> & { readonly draft: AnnouncementDraft; readonly postedAt: Instant | null },
  now: Instant,
): Promise<Set | { readonly ok: false; readonly code: 'not-found' }> {
  return db.transaction(async (tx) => {
    const found = await read(tx, findAnnouncement(id, classId));
    if (!found) return { ok: false as const, code: 'not-found' as const };
    const refused = refusedFor(announcementUnmet(draft, await read(tx, knownInClass(classId))));
    if (refused) return refused;
    const isOut = found.posted_at <= now;
    const told = isOut ? found.posted_at : Math.max(postedAt ?? now, now);
    await mendAnnouncement(tx, { id, by: teacher.id, draft, postedAt: told, isOut }, now);
    if (!isOut) {
      await dropJob(tx, ANNOUNCE_JOB, id);
      await tellAt(tx, teacher, classId, id, told, now);
    } else
      await record(tx, { kind: 'changed', at: now, classId, assignmentId: null, studentId: null, actorId: teacher.id });
    return { ok: true as const };
  });
}

/** Says to the class what was kept for this moment. */
export async function effectAnnounce(
  tx: Queryable,
  given: { readonly announcement: string; readonly class: ClassId; readonly teacher: PersonId },
  now: Instant,
): Promise<Instant | null> {
  const found = await read(tx, findAnnouncement(given.announcement, given.class));
  if (!found) return null;
  if (found.posted_at > now) return found.posted_at;
  await posted(tx, { id: given.teacher }, given.class, found.posted_at, { announcement: given.announcement });
  return null;
}

/** Gives a unit another name. */
export async function nameUnit(
  db: Database,
  classId: ClassId,
  unit: string,
  title: string,
): Promise<Set | { readonly ok: false; readonly code: 'not-found' }> {
  const refused = refusedFor(unitUnmet({ title, startsAt: null, endsAt: null }));
  if (refused) return refused;
  return (await retitleUnit(db, classId, unit, title)) ? { ok: true } : { ok: false, code: 'not-found' };
}

/**
 * Puts the units of a class, or what stands in one of them, into another order. What is named and not there is left out; what is
 * there and not named stays behind the others, in its order.
 */
export async function arrangeClass(
  db: Database,
  classId: ClassId,
  order: { readonly units: readonly string[] } | { readonly unit: string; readonly entries: readonly string[] },
): Promise<{ readonly ok: true }> {
  if ('units' in order) await orderUnits(db, classId, order.units);
  else await orderEntries(db, classId, order.unit, order.entries);
  return { ok: true };
}
