import { z } from 'zod';
import type { AssignmentId, ClassId, Instant, PersonId } from '@/core/ids';
import type { KnownInClass } from '@/core/setting/assignment';
import type { ClassDraft, MaterialDraft, UnitDraft } from '@/core/setting/class-things';
import { id } from './columns';
import { json, made, type Queryable, row, rows, time } from './database';

/** Adds a class. Nobody is in it yet. */
export async function addClass(
  tx: Queryable,
  added: { readonly id: ClassId; readonly schoolId: string; readonly draft: ClassDraft },
): Promise<void> {
  const { name, weave, room, locale, endedAt } = added.draft;
  await tx.query(
    'INSERT INTO class (id, school_id, name, weave, room, locale, ended_at) VALUES ($1, $2, $3, $4, $5, $6, $7)',
    [added.id, added.schoolId, name, weave, room, locale, time(endedAt)],
  );
}

/** The class, held so that whatever is put into it takes its turn; no row where it had come to its end by then. */
export const RUNNING = (classId: string, at: string) =>
  `(SELECT id FROM class WHERE id = ${classId} AND (ended_at IS NULL OR ended_at > ${at}) FOR NO KEY UPDATE)`;

/** The place after everything of its kind in the class `c`. */
export const next = (table: 'unit' | 'material' | 'assignment') =>
  `(SELECT coalesce(max(o.position), 0) + 1 FROM ${table} o WHERE o.class_id = c.id)`;

/** Adds a unit after the others of a class. @returns false where the class is over */
export async function addUnit(
  tx: Queryable,
  added: { readonly id: string; readonly classId: ClassId; readonly draft: UnitDraft },
  at: Instant,
): Promise<boolean> {
  const { title, startsAt, endsAt } = added.draft;
  const { affected } = await tx.query(
    `INSERT INTO unit (id, class_id, position, title, starts_at, ends_at)
     SELECT $1, c.id, ${next('unit')}, $3, $4, $5 FROM ${RUNNING('$2', '$6')} c`,
    [added.id, added.classId, title, time(startsAt), time(endsAt), time(at)],
  );
  return affected === 1;
}

/** Gives a unit of a class another name. @returns false where it has no such unit */
export async function retitleUnit(tx: Queryable, classId: ClassId, unit: string, title: string): Promise<boolean> {
  const { affected } = await tx.query('UPDATE unit SET title = $3 WHERE id = $2 AND class_id = $1', [
    classId,
    unit,
    title,
  ]);
  return affected === 1;
}

/** Puts the units of a class into an order; those that are not named come behind. */
export async function orderUnits(tx: Queryable, classId: ClassId, units: readonly string[]): Promise<void> {
  await tx.query(
    `UPDATE unit SET position = o.place FROM (
       SELECT u.id, row_number() OVER (ORDER BY g.n NULLS LAST, u.position) AS place
       FROM unit u LEFT JOIN unnest($2::text[]) WITH ORDINALITY AS g (id, n) ON g.id = u.id WHERE u.class_id = $1) o
     WHERE unit.id = o.id`,
    [classId, units],
  );
}

/** Puts what stands in a unit into an order, work and materials together; what is not named comes behind, as it stood. */
export async function orderEntries(
  tx: Queryable,
  classId: ClassId,
  unit: string | null,
  entries: readonly string[],
): Promise<void> {
  await tx.query(
    `WITH e AS (SELECT id, position, posted_at FROM assignment WHERE class_id = $1 AND unit_id IS NOT DISTINCT FROM $2
         UNION ALL SELECT id, position, posted_at FROM material
           WHERE class_id = $1 AND unit_id IS NOT DISTINCT FROM $2 AND listed),
       o AS (SELECT e.id, row_number() OVER (ORDER BY g.n NULLS LAST, e.position, e.posted_at DESC) AS place
         FROM e LEFT JOIN unnest($3::text[]) WITH ORDINALITY AS g (id, n) ON g.id = e.id),
       a AS (UPDATE assignment SET position = o.place FROM o WHERE assignment.id = o.id)
     UPDATE material SET position = o.place FROM o WHERE material.id = o.id`,
    [classId, unit, entries],
  );
}

/** What stands in a unit, work and materials, in its order. */
export const entriesOf = (classId: ClassId, unit: string | null) =>
  made(
    rows(
      z.object({ id: z.string() }),
      `SELECT id FROM (SELECT id, position, posted_at FROM assignment WHERE class_id = $1 AND unit_id IS NOT DISTINCT FROM $2
         UNION ALL SELECT id, position, posted_at FROM material
           WHERE class_id = $1 AND unit_id IS NOT DISTINCT FROM $2 AND listed) e ORDER BY position, posted_at DESC`,
      [classId, unit],
    ),
    (found) => found.map((one) => one.id),
  );

/** Adds a material to a class. @returns false where the class is over */
export async function addMaterial(
  tx: Queryable,
  added: { readonly id: string; readonly classId: ClassId; readonly draft: MaterialDraft },
  at: Instant,
): Promise<boolean> {
  const { draft } = added;
  const { affected } = await tx.query(
    `INSERT INTO material (id, class_id, unit_id, position, title, body, minutes, posted_at, listed, kind, file_sha256,
       file_name, captions_sha256, address, alt, opens_at, closes_at)
     SELECT $1, c.id, $3, ${next('material')}, $4, $5::text::jsonb, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16
     FROM ${RUNNING('$2', '$7')} c`,
    [
      added.id,
      added.classId,
      draft.unit,
      draft.title,
      json(draft.body),
      draft.minutes,
      time(at),
      draft.listed,
      draft.kind,
      draft.file?.sha256 ?? null,
      draft.file?.name ?? null,
      draft.captions,
      draft.address,
      draft.alt,
      time(draft.opensAt),
      time(draft.closesAt),
    ],
  );
  return affected === 1;
}

/** Adds a picture that the class may see once the assignment that it belongs to has opened. */
export async function addPicture(
  tx: Queryable,
  picture: {
    readonly id: string;
    readonly classId: ClassId;
    readonly assignmentId: AssignmentId;
    readonly type: string;
    readonly bytes: Uint8Array;
  },
): Promise<void> {
  await tx.query('INSERT INTO picture (id, class_id, assignment_id, type, bytes) VALUES ($1, $2, $3, $4, $5)', [
    picture.id,
    picture.classId,
    picture.assignmentId,
    picture.type,
    picture.bytes,
  ]);
}

/** What there is in a class that an assignment or an announcement can name. */
export const knownInClass = (classId: ClassId) =>
  made(
    row(
      z.object({
        units: z.array(z.string()),
        materials: z.array(z.string()),
        assignments: z.array(
          z.object({ id: id<AssignmentId>(), title: z.string(), after: z.array(id<AssignmentId>()) }),
        ),
        students: z.array(id<PersonId>()),
      }),
      `SELECT ARRAY(SELECT id FROM unit WHERE class_id = $1) AS units,
         ARRAY(SELECT id FROM material WHERE class_id = $1 AND removed_at IS NULL) AS materials,
         ARRAY(SELECT person_id FROM membership WHERE class_id = $1 AND role = 'student') AS students,
         (SELECT coalesce(json_agg(json_build_object('id', a.id, 'title', a.title, 'after',
            ARRAY(SELECT u.after_id FROM unlocks u WHERE u.assignment_id = a.id))), '[]')
          FROM assignment a WHERE a.class_id = $1) AS assignments`,
      [classId],
    ),
    (found): KnownInClass & { readonly titles: readonly { readonly id: AssignmentId; readonly title: string }[] } => ({
      titles: found?.assignments.map(({ id: own, title }) => ({ id: own, title })) ?? [],
      units: new Set(found?.units),
      materials: new Set(found?.materials),
      students: new Set(found?.students),
      assignments: new Map(found?.assignments.map((one) => [one.id, one.after])),
    }),
  );
