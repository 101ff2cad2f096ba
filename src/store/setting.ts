import { z } from 'zod';
import { BRIEF } from '@/core/documents/kept';
import type { AssignmentId, ClassId, DocumentId, Instant, PersonId, StepId } from '@/core/ids';
import type { KnownInClass } from '@/core/setting/assignment';
import type { AnnouncementDraft, ClassDraft, MaterialDraft, UnitDraft } from '@/core/setting/class-things';
import { type AssignmentDraft, readVersion } from '@/core/setting/draft';
import { id, instant } from './columns';
import { first, json, made, type Queryable, read, row, rows, time } from './database';
import { appendUpdates } from './updates';

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
const RUNNING = (classId: string, at: string) =>
  `(SELECT id FROM class WHERE id = ${classId} AND (ended_at IS NULL OR ended_at > ${at}) FOR NO KEY UPDATE)`;

const next = (table: 'unit' | 'material' | 'assignment') =>
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

/** Adds an announcement with what hangs on it. @returns false where the class is over */
export async function addAnnouncement(
  tx: Queryable,
  added: {
    readonly id: string;
    readonly classId: ClassId;
    readonly authorId: PersonId;
    readonly draft: AnnouncementDraft;
  },
  at: Instant,
): Promise<boolean> {
  const { title, body, unit, attachments } = added.draft;
  const { affected } = await tx.query(
    `INSERT INTO announcement (id, class_id, unit_id, author_id, title, body, posted_at)
     SELECT $1, c.id, $3, $4, $5, $6, $7 FROM ${RUNNING('$2', '$7')} c`,
    [added.id, added.classId, unit, added.authorId, title, body, time(at)],
  );
  if (affected === 1 && attachments.length > 0)
    await tx.query(
      `INSERT INTO announcement_attachment (announcement_id, position, material_id)
       SELECT $1, g.position, g.material FROM unnest($2::text[]) WITH ORDINALITY AS g (material, position)`,
      [added.id, attachments],
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
        assignments: z.array(z.object({ id: id<AssignmentId>(), after: z.array(id<AssignmentId>()) })),
        students: z.array(id<PersonId>()),
      }),
      `SELECT ARRAY(SELECT id FROM unit WHERE class_id = $1) AS units,
         ARRAY(SELECT id FROM material WHERE class_id = $1 AND removed_at IS NULL) AS materials,
         ARRAY(SELECT person_id FROM membership WHERE class_id = $1 AND role = 'student') AS students,
         (SELECT coalesce(json_agg(json_build_object('id', a.id, 'after',
            ARRAY(SELECT u.after_id FROM unlocks u WHERE u.assignment_id = a.id))), '[]')
          FROM assignment a WHERE a.class_id = $1) AS assignments`,
      [classId],
    ),
    (found): KnownInClass => ({
      units: new Set(found?.units),
      materials: new Set(found?.materials),
      students: new Set(found?.students),
      assignments: new Map(found?.assignments.map((one) => [one.id, one.after])),
    }),
  );

/** Of the steps of an assignment, those at which somebody has written or been already: what is theirs hangs on them. */
export const stepsInUse = (assignmentId: AssignmentId) =>
  made(
    rows(
      z.object({ id: id<StepId>() }),
      `SELECT s.id FROM step s WHERE s.assignment_id = $1 AND (EXISTS (SELECT 1 FROM document d WHERE d.step_id = s.id)
         OR EXISTS (SELECT 1 FROM event e WHERE e.assignment_id = $1 AND e.kind = 'step-done' AND e.data->>'step' = s.id))`,
      [assignmentId],
    ),
    (found): ReadonlySet<StepId> => new Set(found.map((one) => one.id)),
  );

/** Of the ids of some steps and criteria, those that another assignment has: ids are the browser's to choose, and it may err. */
export const partsElsewhere = (
  assignmentId: AssignmentId,
  stepIds: readonly StepId[],
  criterionIds: readonly string[],
) =>
  made(
    rows(
      z.object({ id: z.string() }),
      `SELECT id FROM step WHERE id = ANY($2) AND assignment_id <> $1
       UNION SELECT id FROM criterion WHERE id = ANY($3) AND assignment_id <> $1`,
      [assignmentId, stepIds, criterionIds],
    ),
    (found): readonly string[] => found.map((one) => one.id),
  );

export interface PostedAssignment {
  readonly id: AssignmentId;
  readonly classId: ClassId;
  readonly draft: AssignmentDraft;
  readonly by: PersonId;
  /** From when on it is there for students, the first time that it is posted. */
  readonly postedAt: Instant;
}

/**
 * Posts an assignment, or a further version of it: what it says from now on, and the version, for good. Whoever else posts
 * it, or anything into its class, waits.
 *
 * @returns the number of the version; `null` where the class is over
 */
export async function keepAssignment(tx: Queryable, posted: PostedAssignment, now: Instant): Promise<number | null> {
  const { id: assignmentId, draft } = posted;
  const kept = await first(
    tx,
    z.object({ version: z.number() }),
    `INSERT INTO assignment AS a (id, class_id, unit_id, position, title, instructions, minutes, points, posted_at, opens_at,
       due_at, closes_at, late, take_back, goes, asks, in_order, unnamed)
     SELECT $1, c.id, $3, ${next('assignment')}, $4, $5::text::jsonb, $6, $7, $8, $9, $10, $11, $12::text::jsonb, $13, $14,
       $15::text::jsonb, $16, $17 FROM ${RUNNING('$2', '$8')} c
     ON CONFLICT (id) DO UPDATE SET unit_id = excluded.unit_id, title = excluded.title, instructions = excluded.instructions,
       minutes = excluded.minutes, points = excluded.points, opens_at = excluded.opens_at, due_at = excluded.due_at,
       closes_at = excluded.closes_at, late = excluded.late, take_back = excluded.take_back, goes = excluded.goes,
       asks = excluded.asks, in_order = excluded.in_order, version = a.version + 1
       WHERE a.class_id = excluded.class_id
     RETURNING a.version`,
    [
      assignmentId,
      posted.classId,
      draft.unit,
      draft.title,
      json(draft.instructions),
      draft.minutes,
      draft.points,
      time(posted.postedAt),
      time(draft.opensAt),
      time(draft.dueAt),
      time(draft.closesAt),
      json(draft.late),
      draft.takeBack,
      draft.goes,
      json(draft.asks),
      draft.inOrder,
      draft.unnamed,
    ],
  );
  if (!kept) return null;
  if (kept.version > 1) await dropParts(tx, assignmentId, draft);
  await addParts(tx, assignmentId, draft);
  await tx.query(
    `INSERT INTO assignment_version (assignment_id, number, at, by_id, brief) VALUES ($1, $2, $3, $4, $5::text::jsonb)`,
    [assignmentId, kept.version, time(kept.version === 1 ? posted.postedAt : now), posted.by, json(draft)],
  );
  return kept.version;
}

/** Takes away what a further version puts anew or has no more. */
async function dropParts(tx: Queryable, assignmentId: AssignmentId, draft: AssignmentDraft): Promise<void> {
  const stay = draft.steps.map((step) => step.id);
  for (const table of ['criterion', 'unlocks', 'work_group'])
    await tx.query(`DELETE FROM ${table} WHERE assignment_id = $1`, [assignmentId]);
  for (const [table, of] of [
    ['step_place', 'step_id'],
    ['step', 'id'],
  ])
    await tx.query(`DELETE FROM ${table} WHERE assignment_id = $1 AND ${of} <> ALL ($2)`, [assignmentId, stay]);
}

async function addParts(tx: Queryable, assignmentId: AssignmentId, draft: AssignmentDraft): Promise<void> {
  await tx.query(
    `INSERT INTO step (id, assignment_id, position, kind, title, minutes, material_id, starter, settings)
     SELECT g.step->>'id', $1, g.position, g.step->>'kind', g.step->>'title', (g.step->>'minutes')::integer,
       g.step->>'material', nullif(g.step->'starter', 'null'), g.step->'settings'
     FROM jsonb_array_elements($2::text::jsonb) WITH ORDINALITY AS g (step, position)
     ON CONFLICT (id) DO UPDATE SET position = excluded.position, kind = excluded.kind, title = excluded.title,
       minutes = excluded.minutes, material_id = excluded.material_id, starter = excluded.starter, settings = excluded.settings
       WHERE step.assignment_id = $1`,
    [assignmentId, json(draft.steps)],
  );
  if (draft.rubric.length > 0)
    await tx.query(
      `INSERT INTO criterion (id, assignment_id, position, title, points, levels)
       SELECT g.one->>'id', $1, g.position, g.one->>'title', (g.one->>'points')::double precision, g.one->'levels'
       FROM jsonb_array_elements($2::text::jsonb) WITH ORDINALITY AS g (one, position)`,
      [assignmentId, json(draft.rubric)],
    );
  if (draft.after.length > 0)
    await tx.query('INSERT INTO unlocks (assignment_id, after_id) SELECT DISTINCT $1, unnest($2::text[])', [
      assignmentId,
      draft.after,
    ]);
  if (draft.groups.length > 0)
    await tx.query(
      `INSERT INTO work_group (assignment_id, student_id, number)
       SELECT $1, m.member, g.number FROM jsonb_array_elements($2::text::jsonb) WITH ORDINALITY AS g (members, number),
         jsonb_array_elements_text(g.members) AS m (member)`,
      [assignmentId, json(draft.groups)],
    );
}

/** A version of an assignment as it was posted, by its number; the newest with `null`. */
export const versionOf = (assignmentId: AssignmentId, number: number | null = null) =>
  row(
    z.object({ number: z.number(), at: instant, brief: z.unknown().transform(readVersion) }),
    `SELECT number, at, brief FROM assignment_version WHERE assignment_id = $1 AND ($2::integer IS NULL OR number = $2)
     ORDER BY number DESC LIMIT 1`,
    [assignmentId, number],
  );

const draftRow = z.object({
  id: id<DocumentId>(),
  class_id: id<ClassId>(),
  /** What was posted from it; `null` as long as nothing was. */
  assignment_id: id<AssignmentId>().nullable(),
});

/** A draft, by its document. With `hold` whoever posts it meanwhile waits until the transaction ends. */
export const findDraftDocument = (documentId: DocumentId, hold = false) =>
  row(
    draftRow,
    `SELECT id, class_id, assignment_id FROM document WHERE id = $1 AND role = 'draft'${hold ? ' FOR NO KEY UPDATE' : ''}`,
    [documentId],
  );

/** The draft in which an assignment is changed; `null` before the first change. */
const draftOfAssignment = (assignmentId: AssignmentId) =>
  row(draftRow, `SELECT id, class_id, assignment_id FROM document WHERE assignment_id = $1 AND role = 'draft'`, [
    assignmentId,
  ]);

/**
 * Adds a draft to a class, with its first update; or finds the one in which an assignment is changed already, whoever began
 * it.
 */
export async function addDraft(
  tx: Queryable,
  made: {
    readonly id: DocumentId;
    readonly by: PersonId;
    readonly classId: ClassId;
    readonly assignmentId: AssignmentId | null;
    readonly title: string;
    readonly at: Instant;
    readonly firstUpdate: () => Uint8Array;
  },
): Promise<DocumentId> {
  const { affected } = await tx.query(
    `INSERT INTO document (id, owner_id, class_id, assignment_id, role, kind, title, created_at)
     VALUES ($1, $2, $3, $4, 'draft', $5, $6, $7) ON CONFLICT (assignment_id) WHERE role = 'draft' DO NOTHING`,
    [made.id, made.by, made.classId, made.assignmentId, BRIEF, made.title, time(made.at)],
  );
  if (affected === 1) {
    await appendUpdates(tx, [{ documentId: made.id, update: made.firstUpdate(), at: made.at }]);
    return made.id;
  }
  const there = made.assignmentId && (await read(tx, draftOfAssignment(made.assignmentId)));
  if (!there) throw new Error(`draft ${made.id} was refused though there is none`);
  return there.id;
}

/** Says what was posted from a draft. */
export async function nameDraft(
  tx: Queryable,
  documentId: DocumentId,
  assignmentId: AssignmentId,
  title: string,
): Promise<void> {
  await tx.query(`UPDATE document SET assignment_id = $2, title = $3 WHERE id = $1`, [documentId, assignmentId, title]);
}
