import type { Instant, PersonId } from '@/core/ids';
import type { OfficeAct } from '@/core/office/acts';
import {
  foldedUserName,
  nameProblem,
  type PersonDraft,
  type PersonProblem,
  shortNameOf,
  tidy,
  userNameProblem,
} from '@/core/office/person';
import { newId } from '@/server/secrets';
import { type Database, type Queryable, read } from '@/store/database';
import { keepActs } from '@/store/office-acts';
import { classNames } from '@/store/office-classes';
import {
  addPeople,
  type ChangedPerson,
  changePeople,
  holdPeople,
  officeBesides,
  ownerOfUserName,
  peopleById,
  putIntoClass,
  takeOutOfClass,
} from '@/store/office-people';
import { endSessionsOf, type Person, setLocale } from '@/store/people';
import { revokeSlips } from '@/store/slips';

export type PersonRefused = {
  readonly ok: false;
  readonly code: PersonProblem | 'taken-user-name' | 'last-of-office' | 'not-found';
  /** Whose the user name is. */
  readonly said?: string;
};

const NOT_FOUND = { ok: false, code: 'not-found' } as const;
const LAST = { ok: false, code: 'last-of-office' } as const;

const tidied = (draft: PersonDraft): PersonDraft => ({
  name: tidy(draft.name),
  family: tidy(draft.family) || (tidy(draft.name).split(' ').at(-1) ?? ''),
  userName: foldedUserName(draft.userName),
  role: draft.role,
});

/** What keeps somebody from being called so; `null` where nothing does. */
async function refusal(tx: Queryable, draft: PersonDraft, own: PersonId | null): Promise<PersonRefused | null> {
  const code = nameProblem(draft.name) ?? userNameProblem(draft.userName);
  if (code) return { ok: false, code };
  const owner = await read(tx, ownerOfUserName(draft.userName));
  return owner && owner.id !== own ? { ok: false, code: 'taken-user-name', said: owner.name } : null;
}

/** Adds somebody to the school, and to some of its classes. Until a slip is printed they cannot sign in. */
export async function addPerson(
  db: Database,
  by: Person,
  { draft, classes }: { readonly draft: PersonDraft; readonly classes: readonly string[] },
  now: Instant,
): Promise<{ readonly ok: true; readonly person: PersonId } | PersonRefused> {
  const said = tidied(draft);
  return db.transaction(async (tx) => {
    await holdPeople(tx);
    const refused = await refusal(tx, said, null);
    if (refused) return refused;
    const id = newId() as PersonId;
    await addPeople(tx, [{ ...said, id, shortName: shortNameOf(said), sourceId: null }], now);
    const running = new Set<string>((await read(tx, classNames)).map((one) => one.id));
    const role = said.role === 'student' ? 'student' : 'teacher';
    const into = classes
      .filter((one) => said.role !== 'office' && running.has(one))
      .map((one) => ({ person: id, class: one, role }) as const);
    await putIntoClass(tx, into, now);
    await keepActs(
      tx,
      [
        { kind: 'person-added', person: id, data: { name: said.name, role: said.role } },
        ...into.map((one): OfficeAct => ({ kind: 'put-into', person: id, class: one.class })),
      ],
      by.id,
      now,
    );
    return { ok: true as const, person: id };
  });
}

/** What the office can change of somebody. */
export interface PersonChanges {
  readonly name?: string;
  readonly family?: string;
  readonly userName?: string;
  readonly role?: PersonDraft['role'];
  /** Does a teacher look after the office besides? */
  readonly office?: boolean;
  readonly locale?: string;
  readonly left?: boolean;
}

function actsOf(before: ChangedPerson, after: ChangedPerson): readonly OfficeAct[] {
  const person = after.id;
  const called = before.name !== after.name || before.userName !== after.userName || before.family !== after.family;
  return [
    ...(called ? [{ kind: 'person-changed' as const, person, data: { from: before.name, to: after.name } }] : []),
    ...(before.role !== after.role || before.office !== after.office
      ? [
          {
            kind: 'role-changed' as const,
            person,
            data: { from: before.role, to: after.role, office: after.office ? 1 : 0 },
          },
        ]
      : []),
    ...(before.left === after.left
      ? []
      : [{ kind: after.left ? ('person-left' as const) : ('person-back' as const), person }]),
  ];
}

/** A role says whether somebody is of the office where it is clear; a teacher can be so besides. */
const officeOf = (role: PersonDraft['role'], said: boolean): boolean =>
  role === 'office' || (role === 'teacher' && said);

/** Changes somebody: what is not said stays. The last of the office stays one. */
export async function changePerson(
  db: Database,
  by: Person,
  personId: PersonId,
  changes: PersonChanges,
  now: Instant,
): Promise<{ readonly ok: true } | PersonRefused> {
  return db.transaction(async (tx) => {
    await holdPeople(tx);
    const [found] = await read(tx, peopleById([personId]));
    if (!found) return NOT_FOUND;
    const said = tidied({
      name: changes.name ?? found.name,
      // Another name has another family part, unless it is said.
      family: changes.family ?? (changes.name === undefined ? found.family : ''),
      userName: changes.userName ?? found.userName,
      role: changes.role ?? found.role,
    });
    const refused = await refusal(tx, said, personId);
    if (refused) return refused;
    const after: ChangedPerson = {
      ...said,
      id: personId,
      shortName: changes.name === undefined && changes.role === undefined ? found.shortName : shortNameOf(said),
      sourceId: found.sourceId,
      office: officeOf(said.role, changes.office ?? found.office),
      left: changes.left ?? found.left,
    };
    const goes = found.office && (!after.office || after.left);
    if (goes && (await officeBesides(tx, [personId])) === 0) return LAST;
    await changePeople(tx, [after], now);
    if (changes.locale !== undefined) await setLocale(tx, personId, changes.locale);
    await keepActs(tx, actsOf(found, after), by.id, now);
    return { ok: true as const };
  });
}

/** What is done for several people at once. */
export type ManyAct =
  | { readonly act: 'role'; readonly role: PersonDraft['role'] }
  | { readonly act: 'leave' }
  | { readonly act: 'back' }
  | { readonly act: 'sign-out' }
  | { readonly act: 'take-back-slips' }
  | { readonly act: 'put-into'; readonly class: string; readonly role?: 'student' | 'teacher' | undefined }
  | { readonly act: 'take-out'; readonly class: string };

/** Does one thing for several people. Somebody of whom nobody knows is left out. */
export async function changeMany(
  db: Database,
  by: Person,
  people: readonly PersonId[],
  act: ManyAct,
  now: Instant,
): Promise<{ readonly ok: true; readonly people: number } | PersonRefused> {
  return db.transaction(async (tx) => {
    await holdPeople(tx);
    const found = await read(tx, peopleById(people));
    const ids = found.map(({ id }) => id);
    if (act.act === 'put-into' || act.act === 'take-out') {
      // Whoever is of the office alone sees nobody's work, and is in no class.
      const members = found
        .filter(({ role }) => role !== 'office')
        .map(({ id, role }) => ({
          person: id,
          class: act.class,
          role:
            (act.act === 'put-into' ? act.role : undefined) ??
            (role === 'student' ? ('student' as const) : ('teacher' as const)),
        }));
      if (act.act === 'put-into') {
        if (!(await read(tx, classNames)).some(({ id }) => id === act.class)) return NOT_FOUND;
        await putIntoClass(tx, members, now);
      } else await takeOutOfClass(tx, members);
      const kind = act.act === 'put-into' ? ('put-into' as const) : ('taken-out' as const);
      await keepActs(
        tx,
        members.map(({ person }) => ({ kind, person, class: act.class })),
        by.id,
        now,
      );
      return { ok: true as const, people: members.length };
    }
    if (act.act === 'sign-out' || act.act === 'take-back-slips') {
      if (act.act === 'sign-out') for (const id of ids) await endSessionsOf(tx, id);
      else await revokeSlips(tx, ids, now);
      const kind = act.act === 'sign-out' ? ('signed-out' as const) : ('slip-revoked' as const);
      await keepActs(
        tx,
        ids.map((person) => ({ kind, person })),
        by.id,
        now,
      );
      return { ok: true as const, people: ids.length };
    }
    const after = found.map((one): ChangedPerson => {
      if (act.act !== 'role') return { ...one, left: act.act === 'leave' };
      return {
        ...one,
        role: act.role,
        office: officeOf(act.role, one.office),
        shortName: shortNameOf({ ...one, role: act.role }),
      };
    });
    const stays = after.some((one) => one.office && !one.left);
    if (found.some(({ office }) => office) && !stays && (await officeBesides(tx, ids)) === 0) return LAST;
    await changePeople(tx, after, now);
    await keepActs(
      tx,
      found.flatMap((one, i) => actsOf(one, after[i] as ChangedPerson)),
      by.id,
      now,
    );
    return { ok: true as const, people: ids.length };
  });
}
