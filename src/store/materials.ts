import { z } from 'zod';
import { groupedBy } from '@/core/grouped';
import type { AssignmentId, ClassId, Instant, PersonId, StepId } from '@/core/ids';
import { MATERIAL_KINDS } from '@/core/kinds/material/index';
import type { CopiedMaterial } from '@/core/setting/course';
import { bigNumber, id, instant, maybeInstant, textDocument } from './columns';
import { first, made, many, type Queryable, rows, time } from './database';

const listed = z.object({
  id: z.string(),
  class_id: id<ClassId>(),
  unit_id: z.string().nullable(),
  position: z.number(),
  title: z.string(),
  minutes: z.number(),
  posted_at: instant,
  kind: z.enum(MATERIAL_KINDS),
  opens_at: maybeInstant,
  closes_at: maybeInstant,
});

export type ListedMaterial = z.output<typeof listed>;

const LISTED =
  'm.id, m.class_id, m.unit_id, m.position, m.title, m.minutes, m.posted_at, m.kind, m.opens_at, m.closes_at';

/** Materials that stand in the Class line by themselves. */
export const materialsOf = (classId: ClassId) =>
  rows(
    listed,
    `SELECT ${LISTED} FROM material m WHERE m.class_id = $1 AND m.listed AND m.removed_at IS NULL
     ORDER BY m.posted_at DESC LIMIT 500`,
    [classId],
  );

/** Puts materials into another class as well: their files are the same. */
export async function copyMaterials(tx: Queryable, classId: ClassId, copied: readonly CopiedMaterial[]): Promise<void> {
  if (copied.length === 0) return;
  await tx.query(
    `INSERT INTO material (id, class_id, unit_id, position, title, body, minutes, posted_at, listed, kind, file_sha256,
       file_name, captions_sha256, address, alt, opens_at, closes_at)
     SELECT g.new, $1, g.unit, o.last + row_number() OVER (ORDER BY m.position), m.title, m.body, m.minutes, g.posted, g.listed,
       m.kind, m.file_sha256, m.file_name, m.captions_sha256, m.address, m.alt, g.opens, g.closes
     FROM (SELECT coalesce(max(position), 0) AS last FROM material WHERE class_id = $1) o,
       unnest($2::text[], $3::text[], $4::text[], $5::timestamptz[], $6::boolean[], $7::timestamptz[], $8::timestamptz[])
         AS g (old, new, unit, posted, listed, opens, closes)
       JOIN material m ON m.id = g.old AND m.removed_at IS NULL`,
    [
      classId,
      copied.map(({ from }) => from),
      copied.map(({ to }) => to),
      copied.map(({ unit }) => unit),
      copied.map(({ postedAt }) => time(postedAt)),
      copied.map(({ listed }) => listed),
      copied.map(({ opensAt }) => time(opensAt)),
      copied.map(({ closesAt }) => time(closesAt)),
    ],
  );
}

/** Keeps what a teacher changed of a material. @returns false where the class has no such material */
export async function keepMaterialChange(
  tx: Queryable,
  change: {
    readonly classId: ClassId;
    readonly material: string;
    readonly title: string;
    readonly opensAt: Instant | null;
    readonly closesAt: Instant | null;
    /** The fingerprint of its captions; `null` where those that are there stay. */
    readonly captions: string | null;
    readonly removedAt: Instant | null;
  },
): Promise<boolean> {
  const { affected } = await tx.query(
    `UPDATE material SET title = $3, opens_at = $4, closes_at = $5, captions_sha256 = coalesce($6, captions_sha256),
       removed_at = CASE WHEN $7::timestamptz IS NULL THEN NULL ELSE coalesce(removed_at, $7) END
     WHERE id = $2 AND class_id = $1`,
    [
      change.classId,
      change.material,
      change.title,
      time(change.opensAt),
      time(change.closesAt),
      change.captions,
      time(change.removedAt),
    ],
  );
  return affected === 1;
}

/** What there is in the other classes that somebody teaches, the newest first, each with its class. */
export const materialsElsewhere = (teacherId: PersonId, but: ClassId) =>
  rows(
    z.object({ id: z.string(), title: z.string(), kind: z.enum(MATERIAL_KINDS), of: z.string() }),
    `SELECT m.id, m.title, m.kind, c.name AS of FROM membership t JOIN class c ON c.id = t.class_id
     JOIN material m ON m.class_id = c.id WHERE t.person_id = $1 AND t.role = 'teacher' AND c.id <> $2
       AND m.removed_at IS NULL ORDER BY m.posted_at DESC LIMIT 500`,
    [teacherId, but],
  );

/** Everything in a class that a step can open, the newest first. */
export const materialsToSet = (classId: ClassId) =>
  rows(
    z.object({ id: z.string(), title: z.string(), kind: z.enum(MATERIAL_KINDS), minutes: z.number() }),
    `SELECT id, title, kind, minutes FROM material WHERE class_id = $1 AND removed_at IS NULL
     ORDER BY posted_at DESC, position DESC LIMIT 1000`,
    [classId],
  );

const whole = listed.extend({
  listed: z.boolean(),
  removed_at: maybeInstant,
  body: textDocument,
  file_sha256: z.string().nullable(),
  file_name: z.string().nullable(),
  file_type: z.string().nullable(),
  file_size: bigNumber.nullable(),
  captions_sha256: z.string().nullable(),
  address: z.string().nullable(),
  alt: z.string().nullable(),
});

export type Material = z.output<typeof whole>;

const WHOLE = `${LISTED}, m.listed, m.removed_at, m.body, m.file_sha256, m.file_name, f.type AS file_type,
  f.size AS file_size, m.captions_sha256, m.address, m.alt`;

/** A material with all that is kept of it, a removed one too. */
export const findMaterial = (db: Queryable, materialId: string) =>
  first(db, whole, `SELECT ${WHOLE} FROM material m LEFT JOIN file f ON f.sha256 = m.file_sha256 WHERE m.id = $1`, [
    materialId,
  ]);

/** What the steps of an assignment open, each with where a person left off in it: 0 at the start. */
export const materialsOfSteps = (assignmentId: AssignmentId, personId: PersonId) =>
  rows(
    whole.extend({ spot: z.number() }),
    `SELECT ${WHOLE}, coalesce((SELECT p.spot FROM place p WHERE p.person_id = $2 AND p.material_id = m.id), 0) AS spot
     FROM material m LEFT JOIN file f ON f.sha256 = m.file_sha256
     WHERE m.id IN (SELECT s.material_id FROM step s WHERE s.assignment_id = $1)`,
    [assignmentId, personId],
  );

/** The steps that open a material, with their assignments. */
export const stepsWith = (db: Queryable, materialId: string) =>
  many(
    db,
    z.object({ step_id: id<StepId>(), assignment_id: id<AssignmentId>() }),
    'SELECT id AS step_id, assignment_id FROM step WHERE material_id = $1',
    [materialId],
  );

/** Whether an announcement of the class that has been posted carries the material. */
export async function isAttached(db: Queryable, materialId: string, now: Instant): Promise<boolean> {
  const { rows } = await db.query(
    `SELECT 1 FROM announcement_attachment t JOIN announcement a ON a.id = t.announcement_id
     WHERE t.material_id = $1 AND a.posted_at <= $2 LIMIT 1`,
    [materialId, time(now)],
  );
  return rows.length > 0;
}

/** Where a person left off, by material. */
export async function placesOf(
  db: Queryable,
  personId: PersonId,
  materialIds: readonly string[],
): Promise<Map<string, number>> {
  const rows = await many(
    db,
    z.object({ material_id: z.string(), spot: z.number() }),
    'SELECT material_id, spot FROM place WHERE person_id = $1 AND material_id = ANY($2)',
    [personId, materialIds],
  );
  return new Map(rows.map(({ material_id, spot }) => [material_id, spot]));
}

/** Keeps where a person is in a material. What arrives late does not overwrite what was later. */
export async function keepPlace(
  db: Queryable,
  place: { readonly personId: PersonId; readonly materialId: string; readonly spot: number; readonly at: Instant },
): Promise<void> {
  await db.query(
    `INSERT INTO place (person_id, material_id, spot, at) VALUES ($1, $2, $3, $4)
     ON CONFLICT (person_id, material_id) DO UPDATE SET spot = $3, at = $4 WHERE place.at <= $4`,
    [place.personId, place.materialId, place.spot, time(place.at)],
  );
}

/** What each announcement of a class carries, by announcement, in order. */
export const attachmentsOf = (classId: ClassId, now: Instant) =>
  made(
    rows(
      listed.extend({ announcement_id: z.string() }),
      `SELECT ${LISTED}, t.announcement_id FROM announcement_attachment t JOIN material m ON m.id = t.material_id
       WHERE m.class_id = $1 AND m.removed_at IS NULL AND m.posted_at <= $2 ORDER BY t.announcement_id, t.position`,
      [classId, time(now)],
    ),
    (found) => groupedBy(found, (one) => one.announcement_id),
  );
