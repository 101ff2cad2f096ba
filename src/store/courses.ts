import { z } from 'zod';
import type { AssignmentId, ClassId, PersonId } from '@/core/ids';
import { MATERIAL_KINDS } from '@/core/kinds/material/index';
import type { CourseMaterial, CourseWork } from '@/core/setting/course';
import { readVersion } from '@/core/setting/draft';
import { bigNumber, id, instant, maybeInstant, textDocument } from './columns';
import { made, rows } from './database';

/** The works of a class with what they say now, in the order of the course; those that were taken back are left out. */
export const courseWorks = (classId: ClassId) =>
  made(
    rows(
      z.object({ id: id<AssignmentId>(), posted_at: instant, brief: z.unknown().transform(readVersion) }),
      `SELECT a.id, a.posted_at, v.brief FROM assignment a
       JOIN assignment_version v ON v.assignment_id = a.id AND v.number = a.version
       WHERE a.class_id = $1 AND a.withdrawn_at IS NULL ORDER BY a.position LIMIT 400`,
      [classId],
    ),
    (found) => found.map(({ id: work, posted_at, brief }): CourseWork => ({ id: work, postedAt: posted_at, brief })),
  );

/** What there is in a class to be read, seen or heard, with what it is made of. */
export const wholeMaterials = (classId: ClassId) =>
  rows(
    z.object({
      id: z.string(),
      title: z.string(),
      unit_id: z.string().nullable(),
      listed: z.boolean(),
      kind: z.enum(MATERIAL_KINDS),
      body: textDocument,
      address: z.string().nullable(),
      file_sha256: z.string().nullable(),
      file_name: z.string().nullable(),
      size: bigNumber.nullable(),
    }),
    `SELECT m.id, m.title, m.unit_id, m.listed, m.kind, m.body, m.address, m.file_sha256, m.file_name, f.size
     FROM material m LEFT JOIN file f ON f.sha256 = m.file_sha256
     WHERE m.class_id = $1 AND m.removed_at IS NULL ORDER BY m.position LIMIT 2000`,
    [classId],
  );

/** Everything to be read, seen or heard in a class, in the order of the course. */
export const courseMaterials = (classId: ClassId) =>
  made(
    rows(
      z.object({
        id: z.string(),
        title: z.string(),
        unit_id: z.string().nullable(),
        posted_at: instant,
        opens_at: maybeInstant,
        closes_at: maybeInstant,
        listed: z.boolean(),
      }),
      `SELECT id, title, unit_id, posted_at, opens_at, closes_at, listed FROM material
       WHERE class_id = $1 AND removed_at IS NULL ORDER BY position LIMIT 2000`,
      [classId],
    ),
    (found) =>
      found.map(
        ({ unit_id, posted_at, opens_at, closes_at, ...material }): CourseMaterial => ({
          ...material,
          unit: unit_id,
          postedAt: posted_at,
          opensAt: opens_at,
          closesAt: closes_at,
        }),
      ),
  );

/** All classes that somebody teaches or taught, those that run first. */
export const classesEverTaught = (teacherId: PersonId) =>
  rows(
    z.object({ id: id<ClassId>(), name: z.string(), ended_at: maybeInstant }),
    `SELECT c.id, c.name, c.ended_at FROM membership m JOIN class c ON c.id = m.class_id
     WHERE m.person_id = $1 AND m.role = 'teacher' ORDER BY c.ended_at IS NOT NULL, c.ended_at DESC, c.name LIMIT 200`,
    [teacherId],
  );
