import { z } from 'zod';
import type { Instant, PersonId } from '@/core/ids';
import { ROLES } from '@/core/office/person';
import { type ReadingSettings, readingSettings, SPELLINGS } from '@/core/people/settings';
import { id } from './columns';
import { first, json, many, type Queryable, read, readTogether, row, time } from './database';

const person = z.object({
  id: id<PersonId>(),
  name: z.string(),
  short_name: z.string(),
  user_name: z.string(),
  role: z.enum(ROLES),
  /** Looks after people, classes and the year; a teacher can do so besides. */
  office: z.boolean(),
  locale: z.string().nullable(),
  reading: readingSettings.nullable(),
  /** Which English is checked, if any. */
  spelling: z.enum(SPELLINGS),
});

export type Person = z.output<typeof person>;

const COLUMNS = 'p.id, p.name, p.short_name, p.user_name, p.role, p.office, p.locale, p.reading, p.spelling';

const school = z.object({
  id: z.string(),
  name: z.string(),
  zone: z.string(),
  help: z.string(),
  demo: z.boolean(),
  languages: z.array(z.string()),
  /** Its name and whom to ask, in the languages in which that is said otherwise. */
  said: z.record(z.string(), z.object({ name: z.string().optional(), help: z.string().optional() })),
});

export type School = z.output<typeof school>;

const THE_SCHOOL = row(school, 'SELECT id, name, zone, help, demo, languages, said FROM school LIMIT 1');

/** The school of this installation; `null` while the data folder is empty. */
export const findSchool = (db: Queryable) => read(db, THE_SCHOOL);

/** The school, and who has a session in it, in one statement. */
export const findVisitor = (db: Queryable, tokenHash: string, now: Instant) =>
  readTogether(db, { school: THE_SCHOOL, person: session(tokenHash, now) });

export const personOf = (personId: PersonId) =>
  row(person, `SELECT ${COLUMNS} FROM person p WHERE p.id = $1`, [personId]);

export const findPerson = (db: Queryable, personId: PersonId) => read(db, personOf(personId));

export const findByUserName = (db: Queryable, userName: string) =>
  first(
    db,
    person.extend({ password_hash: z.string() }),
    `SELECT ${COLUMNS}, p.password_hash FROM person p WHERE p.user_name = $1 AND p.left_at IS NULL`,
    [userName],
  );

/** The people whom the demo offers to sign in as: teachers first. */
export const demoPeople = (db: Queryable) =>
  many(
    db,
    person.extend({ classes: z.number() }),
    `SELECT ${COLUMNS}, (SELECT count(*)::int FROM membership m WHERE m.person_id = p.id) AS classes
     FROM person p JOIN school s ON s.id = p.school_id AND s.demo WHERE p.left_at IS NULL ORDER BY p.role DESC, p.name LIMIT 60`,
  );

export async function setLocale(db: Queryable, personId: PersonId, locale: string): Promise<void> {
  await db.query('UPDATE person SET locale = $2 WHERE id = $1', [personId, locale]);
}

export async function setReading(db: Queryable, personId: PersonId, settings: ReadingSettings): Promise<void> {
  await db.query('UPDATE person SET reading = $2::text::jsonb WHERE id = $1', [personId, json(settings)]);
}

export async function setPassword(db: Queryable, personId: PersonId, passwordHash: string): Promise<void> {
  await db.query('UPDATE person SET password_hash = $2 WHERE id = $1', [personId, passwordHash]);
}

/** The same password by another hash, unless another password was set meanwhile. */
export async function renewHash(db: Queryable, personId: PersonId, from: string, to: string): Promise<void> {
  await db.query('UPDATE person SET password_hash = $3 WHERE id = $1 AND password_hash = $2', [personId, from, to]);
}

export async function addSession(
  db: Queryable,
  session: { tokenHash: string; personId: PersonId; at: Instant; expiresAt: Instant },
): Promise<void> {
  await db.query('INSERT INTO session (token_hash, person_id, created_at, expires_at) VALUES ($1, $2, $3, $4)', [
    session.tokenHash,
    session.personId,
    time(session.at),
    time(session.expiresAt),
  ]);
}

export const findSession = (db: Queryable, tokenHash: string, now: Instant) => read(db, session(tokenHash, now));

const session = (tokenHash: string, now: Instant) =>
  row(
    person,
    `SELECT ${COLUMNS} FROM session s JOIN person p ON p.id = s.person_id WHERE s.token_hash = $1 AND s.expires_at > $2`,
    [tokenHash, time(now)],
  );

export async function endSession(db: Queryable, tokenHash: string): Promise<void> {
  await db.query('DELETE FROM session WHERE token_hash = $1', [tokenHash]);
}

/** Ends all sessions of a person, but for one that may be named by its hash. */
export async function endSessionsOf(db: Queryable, personId: PersonId, but: string | null = null): Promise<void> {
  await db.query('DELETE FROM session WHERE person_id = $1 AND ($2::text IS NULL OR token_hash <> $2)', [
    personId,
    but,
  ]);
}

/** Ends the oldest sessions of a person past so many, and those whose time is over. */
export async function endOldSessions(tx: Queryable, personId: PersonId, most: number, now: Instant): Promise<void> {
  await tx.query(
    `DELETE FROM session WHERE person_id = $1 AND (expires_at <= $3 OR token_hash IN
       (SELECT token_hash FROM session WHERE person_id = $1 ORDER BY created_at DESC, token_hash OFFSET $2))`,
    [personId, most, time(now)],
  );
}

/** Which of some sessions, named by their hashes, have not ended. */
export async function liveSessions(db: Queryable, sessions: readonly string[], now: Instant): Promise<Set<string>> {
  const rows = await many(
    db,
    z.object({ token_hash: z.string() }),
    'SELECT token_hash FROM session WHERE token_hash = ANY($1) AND expires_at > $2',
    [sessions, time(now)],
  );
  return new Set(rows.map((row) => row.token_hash));
}

/** Told when sessions end, or when the roles of a person are others: by triggers, whoever changed them. */
export const SESSION_CHANNEL = 'session';

export const toldSession = z.union([z.object({ session: z.string() }), z.object({ person: z.string() })]);

export const passwordHashOf = async (db: Queryable, personId: PersonId): Promise<string | null> =>
  (
    await first(db, z.object({ password_hash: z.string() }), 'SELECT password_hash FROM person WHERE id = $1', [
      personId,
    ])
  )?.password_hash ?? null;

export async function setResetCode(
  db: Queryable,
  code: { personId: PersonId; codeHash: string; madeBy: PersonId; expiresAt: Instant },
): Promise<void> {
  await db.query(
    `INSERT INTO reset_code (person_id, code_hash, made_by, expires_at) VALUES ($1, $2, $3, $4)
     ON CONFLICT (person_id) DO UPDATE SET code_hash = $2, made_by = $3, expires_at = $4`,
    [code.personId, code.codeHash, code.madeBy, time(code.expiresAt)],
  );
}

/** Is this a person's reset code, in time? It is looked at only, and not used up. */
export async function isResetCode(db: Queryable, personId: PersonId, codeHash: string, now: Instant): Promise<boolean> {
  const { rows } = await db.query(
    'SELECT 1 FROM reset_code WHERE person_id = $1 AND code_hash = $2 AND expires_at > $3',
    [personId, codeHash, time(now)],
  );
  return rows.length > 0;
}

/** Uses a reset code up: for the right code in time, once, who made it; `null` otherwise. */
export async function takeResetCode(
  db: Queryable,
  personId: PersonId,
  codeHash: string,
  now: Instant,
): Promise<PersonId | null> {
  const taken = await first(
    db,
    z.object({ made_by: id<PersonId>() }),
    'DELETE FROM reset_code WHERE person_id = $1 AND code_hash = $2 AND expires_at > $3 RETURNING made_by',
    [personId, codeHash, time(now)],
  );
  return taken?.made_by ?? null;
}
