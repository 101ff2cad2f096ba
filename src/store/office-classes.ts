import { z } from 'zod';
import type { ClassId, Instant, PersonId } from '@/core/ids';
import type { LessonTime } from '@/core/office/year';
import { id, maybeInstant } from './columns';
import { json, made, type Queryable, row, rows, time } from './database';

const listed = z.object({
  id: id<ClassId>(),
  name: z.string(),
  weave: z.string(),
  room: z.string(),
  locale: z.string(),
  ended_at: maybeInstant,
  teachers: z.array(z.string()),
  students: z.number(),
  lessons: z.number(),
});

/** The classes of the school as its office sees them, those that run before those of the past. */
export const listedClasses = (find: string, from: number, most: number) =>
  rows(
    listed,
    `WITH c AS (SELECT * FROM class c WHERE $1::text = '' OR folded(c.name) LIKE '%' || folded($1) || '%'
       ORDER BY ended_at IS NOT NULL, name, id OFFSET $2 LIMIT $3)
     SELECT c.id, c.name, c.weave, c.room, c.locale, c.ended_at, coalesce(m.teachers, '{}') AS teachers,
       coalesce(m.students, 0) AS students, (SELECT count(*)::int FROM lesson l WHERE l.class_id = c.id) AS lessons
     FROM c LEFT JOIN LATERAL (SELECT array_agg(p.short_name ORDER BY p.name) FILTER (WHERE m.role = 'teacher') AS teachers,
       count(*) FILTER (WHERE m.role = 'student')::int AS students
       FROM membership m JOIN person p ON p.id = m.person_id WHERE m.class_id = c.id) m ON true
     ORDER BY c.ended_at IS NOT NULL, c.name, c.id`,
    [find, from, most],
  );

/** How many classes a list has. */
export const countClasses = (find: string) =>
  made(
    row(
      z.object({ n: z.number() }),
      `SELECT count(*)::int AS n FROM class WHERE $1::text = '' OR folded(name) LIKE '%' || folded($1) || '%'`,
      [find],
    ),
    (found) => found?.n ?? 0,
  );

export const classNames = rows(
  z.object({ id: id<ClassId>(), name: z.string(), weave: z.string() }),
  'SELECT id, name, weave FROM class WHERE ended_at IS NULL ORDER BY name, id',
);

/** Who is in a class, teachers first. */
export const membersOfClass = (classId: ClassId) =>
  rows(
    z.object({
      id: id<PersonId>(),
      name: z.string(),
      family: z.string(),
      user_name: z.string(),
      role: z.enum(['student', 'teacher']),
    }),
    `SELECT p.id, p.name, p.family, p.user_name, m.role FROM membership m JOIN person p ON p.id = m.person_id
     WHERE m.class_id = $1 ORDER BY m.role DESC, p.family, p.name, p.id`,
    [classId],
  );

export const numberedLessons = (classId: ClassId) =>
  rows(
    z.object({ weekday: z.number(), number: z.number() }),
    'SELECT weekday, number FROM lesson WHERE class_id = $1 ORDER BY weekday, number',
    [classId],
  );

/** Lessons of all running classes, for the week of the school. */
export const weekOfSchool = rows(
  z.object({
    class_id: id<ClassId>(),
    name: z.string(),
    weave: z.string(),
    room: z.string(),
    weekday: z.number(),
    number: z.number(),
    teachers: z.array(z.string()),
  }),
  `SELECT l.class_id, c.name, c.weave, c.room, l.weekday, l.number,
     coalesce((SELECT array_agg(m.person_id) FROM membership m WHERE m.class_id = c.id AND m.role = 'teacher'), '{}') AS teachers
   FROM lesson l JOIN class c ON c.id = l.class_id WHERE c.ended_at IS NULL ORDER BY l.weekday, l.number, c.name, c.id`,
);

/** Changes what a class is called, where it is, its cloth and its language. @returns false where there is none */
export async function changeClass(
  tx: Queryable,
  classId: ClassId,
  { name, weave, room, locale }: { name: string; weave: string; room: string; locale: string },
): Promise<boolean> {
  const { affected } = await tx.query('UPDATE class SET name = $2, weave = $3, room = $4, locale = $5 WHERE id = $1', [
    classId,
    name,
    weave,
    room,
    locale,
  ]);
  return affected === 1;
}

/** Ends classes, or lets them run again. What was set and done in them stays to be read. */
export async function endClasses(tx: Queryable, classIds: readonly string[], at: Instant | null): Promise<void> {
  await tx.query(
    'UPDATE class SET ended_at = $2 WHERE id = ANY($1) AND (ended_at IS NULL) <> ($2::timestamptz IS NULL)',
    [classIds, time(at)],
  );
}

/** Adds classes out of a roster. */
export async function addRosterClasses(
  tx: Queryable,
  classes: readonly {
    id: string;
    name: string;
    weave: string;
    room: string;
    locale: string;
    sourceId: string | null;
  }[],
): Promise<void> {
  if (classes.length === 0) return;
  await tx.query(
    `INSERT INTO class (id, school_id, name, weave, room, locale, source_id)
     SELECT g.id, s.id, g.name, g.weave, g.room, g.locale, g."sourceId" FROM school s, jsonb_to_recordset($1::text::jsonb)
       AS g (id text, name text, weave text, room text, locale text, "sourceId" text)`,
    [json(classes)],
  );
}

/** Classes as they are, for putting them back. */
export const classesById = (ids: readonly string[]) =>
  rows(
    z.object({ id: z.string(), name: z.string(), sourceId: z.string().nullable(), endedAt: maybeInstant }),
    `SELECT id, name, source_id AS "sourceId", ended_at AS "endedAt" FROM class WHERE id = ANY($1)`,
    [ids],
  );

/** Puts names, ids and ends of classes as given. */
export async function putClasses(
  tx: Queryable,
  classes: readonly { id: string; name: string; sourceId: string | null; endedAt: Instant | null }[],
): Promise<void> {
  if (classes.length === 0) return;
  await tx.query(
    `UPDATE class c SET name = g.name, source_id = g."sourceId", ended_at = g.ended
     FROM jsonb_to_recordset($1::text::jsonb) AS g (id text, name text, "sourceId" text, ended timestamptz) WHERE c.id = g.id`,
    [json(classes.map((one) => ({ ...one, ended: time(one.endedAt) })))],
  );
}

/** Takes classes out again that came by mistake. @returns those in which something stands by now: they stay */
export async function dropUnusedClasses(tx: Queryable, ids: readonly string[]): Promise<readonly string[]> {
  if (ids.length === 0) return [];
  const found = await tx.query('SELECT g.id, drop_unused_class(g.id) AS dropped FROM unnest($1::text[]) AS g (id)', [
    ids,
  ]);
  return z
    .array(z.object({ id: z.string(), dropped: z.boolean() }))
    .parse(found.rows)
    .flatMap((one) => (one.dropped ? [] : [one.id]));
}

/** Says anew when a class has its lessons, at the times that the school has. */
export async function setLessons(
  tx: Queryable,
  classId: ClassId,
  lessons: readonly { readonly weekday: number; readonly number: number }[],
): Promise<void> {
  await tx.query('DELETE FROM lesson WHERE class_id = $1', [classId]);
  await tx.query(
    `INSERT INTO lesson (class_id, weekday, number, starts, ends)
     SELECT $1, g.weekday, g.number, t.starts, t.ends FROM jsonb_to_recordset($2::text::jsonb) AS g (weekday integer, number integer)
     JOIN lesson_time t ON t.number = g.number`,
    [classId, json(lessons)],
  );
}

/** Moves the lessons of all classes to the times that the school has by now; those of a number that is gone are gone, too. */
export async function moveLessons(tx: Queryable, times: readonly LessonTime[]): Promise<void> {
  await tx.query('DELETE FROM lesson WHERE NOT number = ANY($1)', [times.map(({ number }) => number)]);
  await tx.query(
    `UPDATE lesson l SET starts = t.starts, ends = t.ends FROM lesson_time t
     WHERE t.number = l.number AND (t.starts, t.ends) IS DISTINCT FROM (l.starts, l.ends)`,
  );
}
