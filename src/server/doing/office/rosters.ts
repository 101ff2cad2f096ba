import type { Instant, PersonId } from '@/core/ids';
import { shortNameOf } from '@/core/office/person';
import { withHead } from '@/core/roster/columns';
import { type Choices, FIRST_CHOICES, type Picture } from '@/core/roster/compare';
import { type Column, type Form, type Mended, type RosterFile, UNDO_FOR } from '@/core/roster/roster';
import { MOST_LINES } from '@/core/roster/table';
import type { Spooled } from '@/server/http/spool';
import { digestOf, pictureOf } from '@/server/reading/office/picture';
import { newId } from '@/server/secrets';
import { workshop } from '@/server/workshop';
import { type Database, type Queryable, QueryFailed, read } from '@/store/database';
import { keepActs } from '@/store/office-acts';
import { addRosterClasses, classesById, dropUnusedClasses, endClasses, putClasses } from '@/store/office-classes';
import {
  addPeople,
  type ChangedPerson,
  changePeople,
  dropUnusedPeople,
  holdPeople,
  officeBesides,
  peopleById,
  putIntoClass,
  takeOutOfClass,
} from '@/store/office-people';
import { findSchool, type Person } from '@/store/people';
import {
  addRoster,
  changeRoster,
  dropRoster,
  findRoster,
  knownToRoster,
  markDone,
  takeUndo,
  type Undo,
} from '@/store/rosters';
import type { RosterRead } from '@/workshop/rosters';
import { leastUsed } from './classes';

/** Bytes of one file that is sent: fifty thousand lines, or all files of a bundle. */
export const LARGEST_ROSTER = 20 * 1024 * 1024;
/** Files of one roster. */
const MOST_FILES = 20;
const TOO_MUCH = { ok: false, code: 'too-much' } as const;

/** Lines of all files together: they are held against the school each time that somebody looks. */
const linesIn = (files: readonly RosterFile[]): number => files.reduce((sum, { lines }) => sum + lines.length, 0);

const NOT_FOUND = { ok: false, code: 'not-found' } as const;
const GONE_BY = { ok: false, code: 'done-already' } as const;

type NotRead = Extract<RosterRead, { ok: false }> | { readonly ok: false; readonly code: 'too-intricate' | 'too-busy' };

async function readFiles(by: Person, file: Spooled | null, name: string): Promise<RosterRead | NotRead> {
  if (!file) return { ok: false, code: 'too-large' };
  const done = await workshop().do(by.id, 'roster', { path: file.path, name });
  return done.ok ? done.made : done;
}

/** Reads a list that somebody of the office sends, as a roster of its own or besides the files of one that is looked at. */
export async function takeRoster(
  db: Database,
  by: Person,
  { file, name, into }: { readonly file: Spooled | null; readonly name: string; readonly into: string | null },
  now: Instant,
): Promise<{ readonly ok: true; readonly roster: string } | NotRead | typeof NOT_FOUND | typeof GONE_BY> {
  const said = await readFiles(by, file, name.slice(0, 120) || 'roster.csv');
  if (!said.ok) return said;
  if (linesIn(said.files) > MOST_LINES) return TOO_MUCH;
  if (into === null) {
    const id = newId();
    await addRoster(db, { id, by: by.id, files: said.files, choices: FIRST_CHOICES }, now);
    return { ok: true, roster: id };
  }
  return db.transaction(async (tx) => {
    const kept = await read(tx, findRoster(into));
    if (!kept) return NOT_FOUND;
    const files = [...kept.files, ...said.files].slice(0, MOST_FILES);
    if (linesIn(files) > MOST_LINES) return TOO_MUCH;
    return (await changeRoster(tx, { ...kept, files })) ? { ok: true as const, roster: kept.id } : GONE_BY;
  });
}

/** What is said about how a roster is to be read, and what becomes of what it does not name. */
export interface RosterSaid {
  readonly columns?: { readonly file: number; readonly columns: readonly Column[] };
  readonly form?: { readonly file: number; readonly form: Form };
  /** Is the first line of a file its head? */
  readonly head?: { readonly file: number; readonly isHead: boolean };
  readonly mend?: Mended;
  readonly confirm?: readonly string[];
  readonly choices?: Partial<Choices>;
}

const cellKey = ({ file, line, cell }: Mended[number]): string => `${file} ${line} ${cell}`;

/** Changes how a roster is read. The file itself stays as it is. */
export async function changeRosterReading(
  db: Database,
  rosterId: string,
  said: RosterSaid,
): Promise<{ readonly ok: true } | typeof NOT_FOUND | typeof GONE_BY> {
  return db.transaction(async (tx) => {
    const kept = await read(tx, findRoster(rosterId));
    if (!kept) return NOT_FOUND;
    const files = kept.files.map((file, i) => ({
      ...(said.head?.file === i ? withHead(file, said.head.isHead) : file),
      ...(said.columns?.file === i ? { columns: said.columns.columns.slice(0, 60) } : {}),
      ...(said.form?.file === i ? { form: said.form.form } : {}),
    }));
    const mended = new Map([...kept.mended, ...(said.mend ?? [])].map((one) => [cellKey(one), one]));
    const changed = await changeRoster(tx, {
      id: kept.id,
      files,
      mended: [...mended.values()].slice(-2000),
      confirmed: [...new Set([...kept.confirmed, ...(said.confirm ?? [])])].slice(-500),
      choices: { ...kept.choices, ...said.choices },
    });
    return changed ? { ok: true as const } : GONE_BY;
  });
}

async function addClasses(tx: Queryable, picture: Picture, locale: string): Promise<ReadonlyMap<string, string>> {
  const taken: string[] = [];
  const added = picture.classes.adding.map((one) => {
    const weave = leastUsed(taken);
    taken.push(weave);
    return { key: one.key, id: newId(), name: one.name, weave, room: one.room ?? '', locale, sourceId: one.sourceId };
  });
  await addRosterClasses(tx, added);
  return new Map(added.map(({ key, id }) => [key, id]));
}

async function addNew(tx: Queryable, picture: Picture, now: Instant): Promise<ReadonlyMap<string, PersonId>> {
  const added = picture.people.adding.map((one) => ({
    key: one.key,
    id: newId() as PersonId,
    name: one.name,
    family: one.family,
    userName: one.userName,
    role: one.role,
    shortName: shortNameOf(one),
    sourceId: one.sourceId,
  }));
  await addPeople(tx, added, now);
  return new Map(added.map(({ key, id }) => [key, id]));
}

/**
 * Does what a roster says, all of it or nothing: as long as it would still do what was seen.
 *
 * @param digest of the picture that was looked at
 */
export async function doRoster(
  db: Database,
  by: Person,
  { roster: rosterId, digest }: { readonly roster: string; readonly digest: string },
  now: Instant,
): Promise<
  | { readonly ok: true; readonly people: number; readonly classes: number; readonly members: number }
  | { readonly ok: false; readonly code: 'not-found' | 'done-already' | 'other-picture' | 'last-of-office' | 'nothing' }
> {
  return db.transaction(async (tx) => {
    await holdPeople(tx);
    const kept = await read(tx, findRoster(rosterId));
    if (!kept) return NOT_FOUND;
    if (kept.done_at !== null) return GONE_BY;
    const known = await read(tx, knownToRoster);
    const picture = pictureOf(kept, known);
    if (digestOf(picture, kept.choices) !== digest) return { ok: false as const, code: 'other-picture' as const };
    const { people, classes, members } = picture;
    const { choices } = kept;
    const leaving = choices.people === 'leave' ? people.going : [];
    const ending = choices.classes === 'end' ? classes.going : [];
    const out = choices.members === 'leave' ? members.going : [];

    const before = await read(tx, peopleById([...people.changing, ...leaving].map(({ id }) => id as PersonId)));
    const changes = new Map(people.changing.map((one) => [one.id, one]));
    const left = new Set(leaving.map(({ id }) => id));
    const after = before.map((one): ChangedPerson => {
      const to = changes.get(one.id)?.to;
      if (!to) return { ...one, left: left.has(one.id) };
      const office = to.role === 'office' || (to.role === 'teacher' && one.office);
      const renamed = to.name !== one.name || to.role !== one.role;
      return { ...one, ...to, shortName: renamed ? shortNameOf(to) : one.shortName, office, left: false };
    });
    const loses = before.some((one, i) => one.office && (!after[i]?.office || after[i]?.left));
    const stays = after.some(({ office, left: gone }) => office && !gone);
    if (
      loses &&
      !stays &&
      (await officeBesides(
        tx,
        after.map(({ id }) => id),
      )) === 0
    )
      return { ok: false as const, code: 'last-of-office' as const };
    await changePeople(tx, after, now);
    const newPeople = await addNew(tx, picture, now);
    const newClasses = await addClasses(tx, picture, (await findSchool(tx))?.languages[0] ?? 'en');
    const classesBefore = await read(tx, classesById([...classes.changing, ...ending].map(({ id }) => id)));
    await putClasses(
      tx,
      classes.changing.map(({ id, sourceId, to }) => ({ id, name: to, sourceId, endedAt: null })),
    );
    await endClasses(
      tx,
      ending.map(({ id }) => id),
      now,
    );

    const into = members.adding.map((one) => ({
      person: picture.knownPeople.get(one.person) ?? newPeople.get(one.person) ?? '',
      class: picture.knownClasses.get(one.class) ?? newClasses.get(one.class) ?? '',
      role: one.role,
    }));
    await putIntoClass(tx, [...into, ...members.changing], now);
    await takeOutOfClass(tx, out);
    // Of two roles a member had the other one before.
    const roles = members.changing.map((one) => ({ ...one, role: one.role === 'student' ? 'teacher' : 'student' }));
    const ofOffice = new Set<string>(after.flatMap(({ id, role }) => (role === 'office' ? [id] : [])));
    const counts = {
      people: newPeople.size + after.length,
      classes: newClasses.size + classes.changing.length + ending.length,
      members: into.length + members.changing.length + out.length,
    };
    if (counts.people + counts.classes + counts.members === 0) return { ok: false as const, code: 'nothing' as const };
    const undo: Undo = {
      counts,
      peopleAdded: [...newPeople.values()],
      peopleBefore: before,
      classesAdded: [...newClasses.values()],
      classesBefore,
      membersAdded: into.map(({ person, class: inClass }) => ({ person, class: inClass })),
      membersBefore: [...out, ...roles, ...known.members.filter(({ person }) => ofOffice.has(person))],
    };
    if (!(await markDone(tx, rosterId, undo, now))) throw new Error('a roster was done twice');
    await keepActs(tx, [{ kind: 'roster-done', data: { ...counts, name: kept.files[0]?.name ?? '' } }], by.id, now);
    return { ok: true as const, ...counts };
  });
}

/** What came of undoing a roster: who and what stays, since something hangs on it by now. */
export type Undone =
  | { readonly ok: true; readonly stay: readonly string[] }
  | { readonly ok: false; readonly code: 'not-found' | 'too-late' | 'taken-user-name' };

/**
 * Undoes a roster within a day, once. Whoever came with it goes, but for those who have signed in or on whom anything hangs by now,
 * as somebody who has handed in: they stay, and so do classes in which something stands.
 */
export async function undoRoster(db: Database, by: Person, rosterId: string, now: Instant): Promise<Undone> {
  try {
    return await undo(db, by, rosterId, now);
  } catch (error) {
    // Somebody has a user name by now that another would get back.
    if (error instanceof QueryFailed && error.code === '23505') return { ok: false, code: 'taken-user-name' };
    throw error;
  }
}

async function undo(db: Database, by: Person, rosterId: string, now: Instant): Promise<Undone> {
  return db.transaction(async (tx) => {
    await holdPeople(tx);
    if (!(await read(tx, findRoster(rosterId)))) return NOT_FOUND;
    const kept = await takeUndo(tx, rosterId, now - UNDO_FOR, now);
    if (!kept) return { ok: false as const, code: 'too-late' as const };
    const added = await read(tx, peopleById(kept.peopleAdded as readonly PersonId[]));
    const stay = new Set<string>(await dropUnusedPeople(tx, kept.peopleAdded));
    const staying = await dropUnusedClasses(tx, kept.classesAdded);
    await takeOutOfClass(
      tx,
      kept.membersAdded.filter((one) => !stay.has(one.person) && !staying.includes(one.class)),
    );
    await changePeople(tx, kept.peopleBefore as readonly ChangedPerson[], now);
    await putClasses(tx, kept.classesBefore as Parameters<typeof putClasses>[1]);
    await putIntoClass(tx, kept.membersBefore as Parameters<typeof putIntoClass>[1], now);
    const names = added.flatMap(({ id, name }) => (stay.has(id) ? [name] : []));
    await keepActs(tx, [{ kind: 'roster-undone', data: { ...kept.counts, stay: names.length } }], by.id, now);
    return { ok: true as const, stay: names };
  });
}

/** Puts a roster away that was not done. */
export async function putRosterAway(db: Database, rosterId: string): Promise<{ readonly ok: true }> {
  await dropRoster(db, rosterId);
  return { ok: true };
}
