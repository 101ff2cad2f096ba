import { z } from 'zod';
import type { ClassId, Instant, PersonId } from '@/core/ids';
import type { PeopleShown } from '@/core/office/people-shown';
import { type PersonDraft, ROLES } from '@/core/office/person';
import { SLIP_KINDS } from '@/core/office/slip-code';
import { id, maybeInstant } from './columns';
import { first, json, made, type Queryable, row, rows, time } from './database';

const listed = z.object({
  id: id<PersonId>(),
  name: z.string(),
  family: z.string(),
  user_name: z.string(),
  role: z.enum(ROLES),
  office: z.boolean(),
  left_at: maybeInstant,
  signed_in_at: maybeInstant,
  /** The sails of the running classes they are in, at most six, and how many there are. */
  weaves: z.array(z.string()),
  classes: z.number(),
  slip_at: maybeInstant,
  slip_open: z.boolean(),
  has_password: z.boolean(),
});

const SORTED: Readonly<Record<PeopleShown['sort'], string>> = {
  family: 'p.family, p.name, p.id',
  name: 'p.name, p.id',
  'user-name': 'p.user_name',
  role: 'p.role, p.family, p.name, p.id',
  'signed-in': 'p.signed_in_at DESC NULLS LAST, p.family, p.id',
};

/** Whoever is shown: by what is looked for, role, class, and how they get in. `$1` to `$4` are taken by it, `$5` is now. */
const SHOWN = `p.erased_at IS NULL AND (($2::text = 'left') = (p.left_at IS NOT NULL))
  AND ($1::text = '' OR folded(p.name) LIKE '%' || folded($1) || '%' OR p.user_name LIKE '%' || lower($1) || '%')
  AND ($2::text NOT IN ('student', 'teacher', 'office') OR ($2 = 'office' AND p.office) OR p.role = $2)
  AND ($3::text IS NULL OR EXISTS (SELECT FROM membership m WHERE m.person_id = p.id AND m.class_id = $3))
  AND ($4::text = 'all' OR ($4 = 'in' AND p.signed_in_at IS NOT NULL)
    OR ($4 = 'never' AND p.signed_in_at IS NULL)
    OR ($4 = 'no-slip' AND p.signed_in_at IS NULL AND p.password_hash = '' AND NOT EXISTS (SELECT FROM slip s
      WHERE s.person_id = p.id AND s.used_at IS NULL AND s.revoked_at IS NULL AND s.expires_at > $5::timestamptz)))`;

const asked = (shown: PeopleShown, now: Instant) => [shown.find, shown.who, shown.inClass, shown.signedIn, time(now)];

/** So many people as the office sees them in a list, from a place in it. */
export const listedPeople = (shown: PeopleShown, from: number, most: number, now: Instant) =>
  rows(
    listed,
    `WITH p AS (SELECT * FROM person p WHERE ${SHOWN} ORDER BY ${SORTED[shown.sort]} OFFSET $6 LIMIT $7)
     SELECT p.id, p.name, p.family, p.user_name, p.role, p.office, p.left_at, p.signed_in_at,
       p.password_hash <> '' AS has_password, coalesce(c.weaves, '{}') AS weaves, coalesce(c.n, 0) AS classes, s.made_at AS slip_at, coalesce(s.open, false) AS slip_open
     FROM p
     LEFT JOIN LATERAL (SELECT (array_agg(c.weave ORDER BY c.name))[1:6] AS weaves, count(*)::int AS n
       FROM membership m JOIN class c ON c.id = m.class_id WHERE m.person_id = p.id AND c.ended_at IS NULL) c ON true
     LEFT JOIN LATERAL (SELECT s.made_at, s.used_at IS NULL AND s.revoked_at IS NULL AND s.expires_at > $5 AS open
       FROM slip s WHERE s.person_id = p.id ORDER BY s.made_at DESC LIMIT 1) s ON true
     ORDER BY ${SORTED[shown.sort]}`,
    [...asked(shown, now), from, most],
  );

/** The ids of everybody who is shown, for acts on all of them. */
export const shownIds = (shown: PeopleShown, now: Instant) =>
  made(
    rows(
      z.object({ id: id<PersonId>() }),
      `SELECT p.id FROM person p WHERE ${SHOWN} ORDER BY ${SORTED[shown.sort]}`,
      asked(shown, now),
    ),
    (found) => found.map((one) => one.id),
  );

export const countShown = (shown: PeopleShown, now: Instant) =>
  made(
    row(z.object({ n: z.number() }), `SELECT count(*)::int AS n FROM person p WHERE ${SHOWN}`, asked(shown, now)),
    (found) => found?.n ?? 0,
  );

/** How many there are of each. */
export const peopleCounts = made(
  row(
    z.object({
      students: z.number(),
      teachers: z.number(),
      office: z.number(),
      only: z.number(),
      left: z.number(),
      without: z.number(),
    }),
    `SELECT count(*) FILTER (WHERE role = 'student' AND left_at IS NULL)::int AS students,
       count(*) FILTER (WHERE role = 'teacher' AND left_at IS NULL)::int AS teachers,
       count(*) FILTER (WHERE office AND left_at IS NULL)::int AS office,
       count(*) FILTER (WHERE role = 'office' AND left_at IS NULL)::int AS only,
       count(*) FILTER (WHERE left_at IS NOT NULL AND erased_at IS NULL)::int AS left,
       count(*) FILTER (WHERE left_at IS NULL AND signed_in_at IS NULL AND password_hash = '')::int AS without FROM person`,
  ),
  (found) => found ?? { students: 0, teachers: 0, office: 0, only: 0, left: 0, without: 0 },
);

/** Somebody as the office sees them: never their work. */
export const personForOffice = (personId: PersonId) =>
  row(
    z.object({
      id: id<PersonId>(),
      name: z.string(),
      family: z.string(),
      user_name: z.string(),
      role: z.enum(ROLES),
      office: z.boolean(),
      locale: z.string().nullable(),
      source_id: z.string().nullable(),
      came_at: maybeInstant,
      left_at: maybeInstant,
      signed_in_at: maybeInstant,
      has_password: z.boolean(),
      slip: z
        .object({
          kind: z.enum(SLIP_KINDS),
          made_at: maybeInstant,
          used_at: maybeInstant,
          expires_at: maybeInstant,
          revoked: z.boolean(),
        })
        .nullable(),
    }),
    `SELECT p.id, p.name, p.family, p.user_name, p.role, p.office, p.locale, p.source_id, p.came_at, p.left_at, p.signed_in_at,
       p.password_hash <> '' AS has_password,
       (SELECT json_build_object('kind', s.kind, 'made_at', s.made_at, 'used_at', s.used_at, 'expires_at', s.expires_at,
          'revoked', s.revoked_at IS NOT NULL) FROM slip s WHERE s.person_id = p.id ORDER BY s.made_at DESC LIMIT 1) AS slip
     FROM person p WHERE p.id = $1 AND p.erased_at IS NULL`,
    [personId],
  );

/** The classes that somebody is in, with who teaches them. */
export const classesOfPerson = (personId: PersonId) =>
  rows(
    z.object({
      id: id<ClassId>(),
      name: z.string(),
      weave: z.string(),
      role: z.enum(['student', 'teacher']),
      teachers: z.array(z.string()),
    }),
    `SELECT c.id, c.name, c.weave, m.role, coalesce((SELECT array_agg(t.short_name ORDER BY t.name)
       FROM membership tm JOIN person t ON t.id = tm.person_id WHERE tm.class_id = c.id AND tm.role = 'teacher'), '{}') AS teachers
     FROM membership m JOIN class c ON c.id = m.class_id WHERE m.person_id = $1 AND c.ended_at IS NULL ORDER BY c.name`,
    [personId],
  );

/** Takes turns with whatever else changes who there is: a roster and the office at once see each other. */
export async function holdPeople(tx: Queryable): Promise<void> {
  await tx.query("SELECT pg_advisory_xact_lock(hashtextextended('people', 0))");
}

/** Somebody new, as they are kept. */
export interface NewPerson extends PersonDraft {
  readonly id: PersonId;
  readonly shortName: string;
  readonly sourceId: string | null;
}

/** Adds people. Nobody of them can sign in yet. */
export async function addPeople(tx: Queryable, people: readonly NewPerson[], at: Instant): Promise<void> {
  if (people.length === 0) return;
  await tx.query(
    `INSERT INTO person (id, school_id, name, family, short_name, user_name, role, office, password_hash, came_at, source_id)
     SELECT g.id, s.id, g.name, g.family, g."shortName", g."userName", g.role, g.role = 'office', '', $2, g."sourceId"
     FROM school s, jsonb_to_recordset($1::text::jsonb)
       AS g (id text, name text, family text, "shortName" text, "userName" text, role text, "sourceId" text)`,
    [json(people), time(at)],
  );
}

/** What somebody is from now on. */
export interface ChangedPerson extends NewPerson {
  readonly left: boolean;
  readonly office: boolean;
}

/**
 * Changes people, all at once: two may give each other their user names. Whoever is of the office alone from now on is in no class
 * any more, since there they would see work.
 */
export async function changePeople(tx: Queryable, people: readonly ChangedPerson[], at: Instant): Promise<void> {
  if (people.length === 0) return;
  await tx.query(
    `UPDATE person p SET name = g.name, family = g.family, short_name = g."shortName", user_name = g."userName", role = g.role,
       office = g.office, source_id = g."sourceId", left_at = CASE WHEN g."left" THEN coalesce(p.left_at, $2::timestamptz) END
     FROM jsonb_to_recordset($1::text::jsonb)
       AS g (id text, name text, family text, "shortName" text, "userName" text, role text, office boolean, "sourceId" text, "left" boolean)
     WHERE p.id = g.id`,
    [json(people), time(at)],
  );
  const office = people.filter(({ role }) => role === 'office').map(({ id: own }) => own);
  if (office.length > 0) await tx.query('DELETE FROM membership WHERE person_id = ANY($1)', [office]);
}

/** People as they are now, by their ids. */
export const peopleById = (ids: readonly PersonId[]) =>
  rows(
    z.object({
      id: id<PersonId>(),
      name: z.string(),
      family: z.string(),
      shortName: z.string(),
      userName: z.string(),
      role: z.enum(ROLES),
      office: z.boolean(),
      sourceId: z.string().nullable(),
      left: z.boolean(),
    }),
    `SELECT id, name, family, short_name AS "shortName", user_name AS "userName", role, office, source_id AS "sourceId",
       left_at IS NOT NULL AS "left" FROM person WHERE id = ANY($1) AND erased_at IS NULL ORDER BY family, name, id`,
    [ids],
  );

/** Who has a user name. */
export const ownerOfUserName = (userName: string) =>
  row(z.object({ id: id<PersonId>(), name: z.string() }), 'SELECT id, name FROM person WHERE user_name = $1', [
    userName,
  ]);

/** How many of the office there are besides some people. */
export const officeBesides = async (tx: Queryable, ids: readonly PersonId[]): Promise<number> =>
  (
    await first(
      tx,
      z.object({ n: z.number() }),
      'SELECT count(*)::int AS n FROM person WHERE office AND left_at IS NULL AND NOT id = ANY($1)',
      [ids],
    )
  )?.n ?? 0;

/** Puts people into a class; who is in it already is in it as said from now on. */
export async function putIntoClass(
  tx: Queryable,
  members: readonly { readonly person: string; readonly class: string; readonly role: 'student' | 'teacher' }[],
  at: Instant,
): Promise<void> {
  if (members.length === 0) return;
  await tx.query(
    `INSERT INTO membership (person_id, class_id, role, joined_at)
     SELECT g.person, g.class, g.role, CASE WHEN g.role = 'student' THEN $2::timestamptz END
     FROM jsonb_to_recordset($1::text::jsonb) AS g (person text, class text, role text)
     ON CONFLICT (person_id, class_id) DO UPDATE SET role = excluded.role WHERE membership.role <> excluded.role`,
    [json(members), time(at)],
  );
}

/** Takes people out of classes. Their work stays. */
export async function takeOutOfClass(
  tx: Queryable,
  members: readonly { readonly person: string; readonly class: string }[],
): Promise<void> {
  if (members.length === 0) return;
  await tx.query(
    `DELETE FROM membership m USING jsonb_to_recordset($1::text::jsonb) AS g (person text, class text)
     WHERE m.person_id = g.person AND m.class_id = g.class`,
    [json(members)],
  );
}

/** Takes somebody out again who came by mistake. @returns those on whom something hangs by now: they stay */
export async function dropUnusedPeople(tx: Queryable, ids: readonly string[]): Promise<readonly PersonId[]> {
  if (ids.length === 0) return [];
  const found = await tx.query('SELECT g.id, drop_unused_person(g.id) AS dropped FROM unnest($1::text[]) AS g (id)', [
    ids,
  ]);
  return z
    .array(z.object({ id: id<PersonId>(), dropped: z.boolean() }))
    .parse(found.rows)
    .flatMap((one) => (one.dropped ? [] : [one.id]));
}

/** Notes that somebody has signed in. */
export async function noteSignIn(tx: Queryable, personId: PersonId, at: Instant): Promise<void> {
  await tx.query('UPDATE person SET signed_in_at = $2 WHERE id = $1', [personId, time(at)]);
}
