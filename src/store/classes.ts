import { z } from 'zod';
import type { ClassId, PersonId } from '@/core/ids';
import { bytes, docNode, id, instant, maybeInstant } from './columns';
import { first, many, type Queryable } from './database';

const schoolClass = z.object({
  id: id<ClassId>(),
  name: z.string(),
  weave: z.string(),
  room: z.string(),
  locale: z.string(),
  teachers: z.array(z.string()),
});

export type SchoolClass = z.output<typeof schoolClass>;

const COLUMNS = `c.id, c.name, c.weave, c.room, c.locale,
  coalesce((SELECT array_agg(t.name ORDER BY t.name) FROM membership tm JOIN person t ON t.id = tm.person_id
            WHERE tm.class_id = c.id AND tm.role = 'teacher'), '{}') AS teachers`;

/** The classes of one person, by name. */
export const classesOf = (db: Queryable, personId: PersonId) =>
  many(
    db,
    schoolClass,
    `SELECT ${COLUMNS} FROM membership m JOIN class c ON c.id = m.class_id WHERE m.person_id = $1 ORDER BY c.name`,
    [personId],
  );

export const findClass = (db: Queryable, classId: ClassId) =>
  first(db, schoolClass, `SELECT ${COLUMNS} FROM class c WHERE c.id = $1`, [classId]);

/** In which role a person is in a class; `null` when not at all. */
export async function roleIn(db: Queryable, personId: string, classId: string): Promise<'student' | 'teacher' | null> {
  const row = await first(
    db,
    z.object({ role: z.enum(['student', 'teacher']) }),
    'SELECT role FROM membership WHERE person_id = $1 AND class_id = $2',
    [personId, classId],
  );
  return row?.role ?? null;
}

export const peopleOf = (db: Queryable, classId: ClassId, role: 'student' | 'teacher') =>
  many(
    db,
    z.object({ id: id<PersonId>(), name: z.string(), user_name: z.string() }),
    `SELECT p.id, p.name, p.user_name FROM membership m JOIN person p ON p.id = m.person_id
     WHERE m.class_id = $1 AND m.role = $2 ORDER BY p.name`,
    [classId, role],
  );

export const unitsOf = (db: Queryable, classId: ClassId) =>
  many(
    db,
    z.object({
      id: z.string(),
      position: z.number(),
      title: z.string(),
      starts_at: maybeInstant,
      ends_at: maybeInstant,
    }),
    'SELECT id, position, title, starts_at, ends_at FROM unit WHERE class_id = $1 ORDER BY position',
    [classId],
  );

const material = z.object({
  id: z.string(),
  class_id: id<ClassId>(),
  unit_id: z.string().nullable(),
  position: z.number(),
  title: z.string(),
  minutes: z.number(),
  posted_at: instant,
});

/** Materials that stand in the Class line by themselves. */
export const materialsOf = (db: Queryable, classId: ClassId) =>
  many(
    db,
    material,
    `SELECT id, class_id, unit_id, position, title, minutes, posted_at FROM material
     WHERE class_id = $1 AND listed ORDER BY posted_at DESC LIMIT 500`,
    [classId],
  );

export const findMaterial = (db: Queryable, materialId: string) =>
  first(
    db,
    material.extend({ body: docNode }),
    'SELECT id, class_id, unit_id, position, title, minutes, posted_at, body FROM material WHERE id = $1 AND listed',
    [materialId],
  );

export const announcementsOf = (db: Queryable, classId: ClassId) =>
  many(
    db,
    z.object({
      id: z.string(),
      unit_id: z.string().nullable(),
      title: z.string(),
      body: z.string(),
      author: z.string(),
      posted_at: instant,
    }),
    `SELECT a.id, a.unit_id, a.title, a.body, p.name AS author, a.posted_at FROM announcement a
     JOIN person p ON p.id = a.author_id WHERE a.class_id = $1 ORDER BY a.posted_at DESC LIMIT 500`,
    [classId],
  );

export const findPicture = (db: Queryable, pictureId: string) =>
  first(
    db,
    z.object({ class_id: id<ClassId>(), opens_at: maybeInstant, type: z.string(), bytes }),
    `SELECT p.class_id, a.opens_at, p.type, p.bytes FROM picture p
     LEFT JOIN assignment a ON a.id = p.assignment_id WHERE p.id = $1`,
    [pictureId],
  );
