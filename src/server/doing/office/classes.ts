import type { ClassId, Instant } from '@/core/ids';
import { sameLesson } from '@/core/office/year';
import { classUnmet, type UnitDraft } from '@/core/setting/class-things';
import type { Unmet } from '@/core/setting/unmet';
import { WEAVES, type Weave } from '@/core/setting/weaves';
import { openClass, startUnit } from '@/server/doing/setting/class-things';
import { newId } from '@/server/secrets';
import { findClass } from '@/store/classes';
import { type Database, type Queryable, read } from '@/store/database';
import { letStudentsWrite } from '@/store/messages';
import { keepActs } from '@/store/office-acts';
import { changeClass, classNames, endClasses, setLessons } from '@/store/office-classes';
import { findSchool, type Person } from '@/store/people';
import { lessonTimes } from '@/store/year';

export type ClassRefused =
  | { readonly ok: false; readonly code: 'unmet'; readonly unmet: readonly Unmet[] }
  | { readonly ok: false; readonly code: 'not-found' | 'same-lesson' | 'no-time' | 'class-over' };

interface ClassSaid {
  readonly name: string;
  readonly weave: string;
  readonly room: string;
  readonly locale: string;
}

/** The cloth that fewest classes have, so that those of one person are told apart. */
export async function freeWeave(tx: Queryable): Promise<Weave> {
  const taken = (await read(tx, classNames)).map(({ weave }) => weave);
  return leastUsed(taken);
}

/** The cloth that stands least often in a list. */
export function leastUsed(taken: readonly string[]): Weave {
  const counts = WEAVES.map((weave) => taken.filter((one) => one === weave).length);
  return WEAVES[counts.indexOf(Math.min(...counts))] ?? 'plain';
}

/** Opens a class for the office. */
export async function addClassByOffice(
  db: Database,
  by: Person,
  said: Pick<ClassSaid, 'name' | 'room' | 'locale'>,
  now: Instant,
): Promise<{ readonly ok: true; readonly class: ClassId } | ClassRefused> {
  return db.transaction(async (tx) => {
    const id = newId() as ClassId;
    const draft = { ...said, weave: await freeWeave(tx), endedAt: null };
    const school = await findSchool(tx);
    const opened = await openClass(tx, { id, schoolId: school?.id ?? '', draft });
    if (!opened.ok) return opened;
    await keepActs(tx, [{ kind: 'class-opened', class: id, data: { name: said.name } }], by.id, now);
    return { ok: true as const, class: id };
  });
}

/** Changes what a class is called and where it is. */
export async function changeClassByOffice(
  db: Database,
  by: Person,
  classId: ClassId,
  said: Partial<ClassSaid>,
  now: Instant,
): Promise<{ readonly ok: true } | ClassRefused> {
  return db.transaction(async (tx) => {
    const found = await read(tx, findClass(classId));
    if (!found) return { ok: false as const, code: 'not-found' as const };
    const { name, weave, room, locale } = { ...found, ...said };
    const unmet = classUnmet({ name, weave, room, locale, endedAt: null });
    if (unmet.length > 0) return { ok: false as const, code: 'unmet' as const, unmet };
    await changeClass(tx, classId, { name, weave, room, locale });
    await keepActs(tx, [{ kind: 'class-changed', class: classId, data: { from: found.name, to: name } }], by.id, now);
    return { ok: true as const };
  });
}

/** Lets the students of a class write messages to each other, or no more. */
export async function letWrite(
  db: Database,
  by: Person,
  classId: ClassId,
  students: boolean,
  now: Instant,
): Promise<{ readonly ok: true } | { readonly ok: false; readonly code: 'not-found' }> {
  return db.transaction(async (tx) => {
    if (!(await read(tx, findClass(classId)))) return { ok: false as const, code: 'not-found' as const };
    await letStudentsWrite(tx, classId, students);
    await keepActs(tx, [{ kind: students ? 'students-write' : 'students-write-not', class: classId }], by.id, now);
    return { ok: true as const };
  });
}

/** Ends classes, as at the end of a year, or lets them run again. What stands in them stays to be read. */
export async function endClassesByOffice(
  db: Database,
  by: Person,
  classIds: readonly ClassId[],
  ended: boolean,
  now: Instant,
): Promise<{ readonly ok: true }> {
  await db.transaction(async (tx) => {
    await endClasses(tx, classIds, ended ? now : null);
    const kind = ended ? ('class-ended' as const) : ('class-again' as const);
    await keepActs(
      tx,
      classIds.map((one) => ({ kind, class: one })),
      by.id,
      now,
    );
  });
  return { ok: true };
}

/** Says when a class has its lessons. */
export async function setLessonsOfClass(
  db: Database,
  by: Person,
  classId: ClassId,
  lessons: readonly { readonly weekday: number; readonly number: number }[],
  now: Instant,
): Promise<{ readonly ok: true } | ClassRefused> {
  if (sameLesson(lessons)) return { ok: false, code: 'same-lesson' };
  return db.transaction(async (tx) => {
    if (!(await read(tx, findClass(classId)))) return { ok: false as const, code: 'not-found' as const };
    const times = new Set((await read(tx, lessonTimes)).map(({ number }) => number));
    if (lessons.some(({ number }) => !times.has(number))) return { ok: false as const, code: 'no-time' as const };
    await setLessons(tx, classId, lessons);
    await keepActs(tx, [{ kind: 'lessons-set', class: classId, data: { n: lessons.length } }], by.id, now);
    return { ok: true as const };
  });
}

/** Adds a unit to a class: a stretch of its year that its teachers fill. */
export async function startUnitByOffice(
  db: Database,
  by: Person,
  classId: ClassId,
  draft: UnitDraft,
  now: Instant,
): Promise<{ readonly ok: true } | ClassRefused> {
  return db.transaction(async (tx) => {
    if (!(await read(tx, findClass(classId)))) return { ok: false as const, code: 'not-found' as const };
    const started = await startUnit(tx, { classId, draft }, now);
    if (!started.ok) return started;
    await keepActs(tx, [{ kind: 'unit-added', class: classId, data: { title: draft.title } }], by.id, now);
    return { ok: true as const };
  });
}
