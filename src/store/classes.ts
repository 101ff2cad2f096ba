import { z } from 'zod';
import type { AssignmentId, ClassId, PersonId } from '@/core/ids';
import { bytes, id, instant, maybeInstant } from './columns';
import { first, made, many, type Queryable, row, rows } from './database';
import { isFor } from './given';

const schoolClass = z.object({
  id: id<ClassId>(),
  name: z.string(),
  weave: z.string(),
  room: z.string(),
  locale: z.string(),
  teachers: z.array(z.string()),
  /** When the class came to its end; `null` while it runs. */
  ended_at: maybeInstant,
  /** Its students may write messages to each other. */
  students_write: z.boolean(),
});

export type SchoolClass = z.output<typeof schoolClass>;

const COLUMNS = `c.id, c.name, c.weave, c.room, c.locale, c.ended_at, c.students_write,
  coalesce((SELECT array_agg(t.name ORDER BY t.name) FROM membership tm JOIN person t ON t.id = tm.person_id
            WHERE tm.class_id = c.id AND tm.role = 'teacher'), '{}') AS teachers`;

/** The classes of one person by name, those that run before those of the past. */
export const classesOf = (personId: PersonId) =>
  rows(
    schoolClass,
    `SELECT ${COLUMNS} FROM membership m JOIN class c ON c.id = m.class_id WHERE m.person_id = $1
     ORDER BY c.ended_at IS NOT NULL, c.name`,
    [personId],
  );

export const findClass = (classId: ClassId) =>
  row(schoolClass, `SELECT ${COLUMNS} FROM class c WHERE c.id = $1`, [classId]);

const ROLES = ['student', 'teacher'] as const;

/** In which role a person is in a class; `null` when not at all. */
export async function roleIn(db: Queryable, personId: string, classId: string): Promise<'student' | 'teacher' | null> {
  const member = await first(
    db,
    z.object({ role: z.enum(ROLES) }),
    'SELECT role FROM membership WHERE person_id = $1 AND class_id = $2',
    [personId, classId],
  );
  return member?.role ?? null;
}

/** Of some people, those who teach one of some classes: the class's id, a space and the person's. */
export const teachersAmong = (classIds: readonly ClassId[], personIds: readonly PersonId[]) =>
  made(
    rows(
      z.object({ key: z.string() }),
      `SELECT class_id || ' ' || person_id AS key FROM membership
       WHERE class_id = ANY($1) AND person_id = ANY($2) AND role = 'teacher'`,
      [classIds, personIds],
    ),
    (found): ReadonlySet<string> => new Set(found.map(({ key }) => key)),
  );

/** In which role a person is in each of their classes. */
export const rolesOf = (personId: PersonId) =>
  made(
    rows(
      z.object({ class_id: id<ClassId>(), role: z.enum(ROLES) }),
      'SELECT class_id, role FROM membership WHERE person_id = $1',
      [personId],
    ),
    (found): ReadonlyMap<ClassId, 'student' | 'teacher'> => new Map(found.map((one) => [one.class_id, one.role])),
  );

/** In which role a person is in the class of an assignment, and when that was posted; `null` when not at all. */
export const placeOnAssignment = (assignmentId: string, personId: PersonId) =>
  row(
    z.object({ role: z.enum(ROLES), posted_at: instant, is_for: z.boolean() }),
    `SELECT m.role, a.posted_at, ${isFor('a', 'm.person_id')} AS is_for FROM assignment a JOIN membership m ON m.class_id = a.class_id
     WHERE a.id = $1 AND m.person_id = $2`,
    [assignmentId, personId],
  );

export const peopleOf = (classId: ClassId, role: 'student' | 'teacher') =>
  rows(
    z.object({ id: id<PersonId>(), name: z.string(), user_name: z.string(), hours: z.string().nullable() }),
    `SELECT p.id, p.name, p.user_name, p.hours FROM membership m JOIN person p ON p.id = m.person_id
     WHERE m.class_id = $1 AND m.role = $2 ORDER BY p.name`,
    [classId, role],
  );

export const unitsOf = (classId: ClassId) =>
  rows(
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

export const findPicture = (db: Queryable, pictureId: string) =>
  first(
    db,
    z.object({ class_id: id<ClassId>(), assignment_id: id<AssignmentId>().nullable(), type: z.string(), bytes }),
    'SELECT class_id, assignment_id, type, bytes FROM picture WHERE id = $1',
    [pictureId],
  );

/** The students of the class that an assignment is set in, by name, with what holds for each alone. */
export const studentsOfAssignment = (assignmentId: AssignmentId) =>
  rows(
    z.object({
      id: id<PersonId>(),
      name: z.string(),
      short_name: z.string(),
      extraMinutes: z.number(),
      joined_at: maybeInstant,
      excused: z.boolean(),
    }),
    `SELECT p.id, p.name, p.short_name, coalesce(x.minutes, 0) AS "extraMinutes", m.joined_at,
       EXISTS (SELECT 1 FROM excused k WHERE k.assignment_id = a.id AND k.student_id = p.id) AS excused FROM assignment a
     JOIN membership m ON m.class_id = a.class_id AND m.role = 'student' JOIN person p ON p.id = m.person_id
     LEFT JOIN extra_time x ON x.assignment_id = a.id AND x.student_id = p.id
     WHERE a.id = $1 AND (NOT a.for_named OR EXISTS (SELECT 1 FROM set_for f WHERE f.assignment_id = a.id AND f.student_id = p.id)
       OR EXISTS (SELECT 1 FROM event e WHERE e.assignment_id = a.id AND e.student_id = p.id AND e.kind = 'handed-in'))
     ORDER BY p.name`,
    [assignmentId],
  );

/** The class that an assignment is set in. */
export const classOfAssignment = (assignmentId: AssignmentId) =>
  row(schoolClass, `SELECT ${COLUMNS} FROM class c WHERE c.id = (SELECT class_id FROM assignment WHERE id = $1)`, [
    assignmentId,
  ]);

/** The lessons of a person's running classes, through the week. */
export const lessonsOf = (personId: PersonId) =>
  rows(
    z.object({
      class_id: id<ClassId>(),
      class_name: z.string(),
      weave: z.string(),
      room: z.string(),
      weekday: z.number(),
      number: z.number(),
      starts: z.string(),
      ends: z.string(),
    }),
    `SELECT l.class_id, c.name AS class_name, c.weave, c.room, l.weekday, l.number, l.starts, l.ends
     FROM membership m JOIN class c ON c.id = m.class_id JOIN lesson l ON l.class_id = c.id
     WHERE m.person_id = $1 AND c.ended_at IS NULL ORDER BY l.weekday, l.number`,
    [personId],
  );

/** The running classes that somebody teaches, by name. */
export const classesTaughtBy = (teacherId: PersonId) =>
  rows(
    z.object({ id: id<ClassId>(), name: z.string() }),
    `SELECT c.id, c.name FROM membership m JOIN class c ON c.id = m.class_id
     WHERE m.person_id = $1 AND m.role = 'teacher' AND c.ended_at IS NULL ORDER BY c.name`,
    [teacherId],
  );

/** The lessons of a class in its week. */
export const lessonsOfClass = (classId: ClassId) =>
  rows(
    z.object({ weekday: z.number(), starts: z.string(), ends: z.string() }),
    'SELECT weekday, starts, ends FROM lesson WHERE class_id = $1 ORDER BY weekday, number',
    [classId],
  );

export type Lesson = ReturnType<ReturnType<typeof lessonsOf>['of']>[number];

/** The teachers of a person's running classes, each with the classes they teach. */
export const teachersOf = (db: Queryable, personId: PersonId) =>
  many(
    db,
    z.object({ id: id<PersonId>(), name: z.string(), hours: z.string().nullable(), classes: z.string() }),
    `SELECT t.id, t.name, t.hours, string_agg(c.name, ', ' ORDER BY c.name) AS classes
     FROM membership m JOIN class c ON c.id = m.class_id AND c.ended_at IS NULL
     JOIN membership tm ON tm.class_id = c.id AND tm.role = 'teacher' JOIN person t ON t.id = tm.person_id
     WHERE m.person_id = $1 GROUP BY t.id ORDER BY t.name`,
    [personId],
  );
