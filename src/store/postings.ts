import { z } from 'zod';
import type { AssignmentId, ClassId, DocumentId, Instant, PersonId, StepId } from '@/core/ids';
import { showsMaterial } from '@/core/kinds/step';
import { starterIn } from '@/core/setting/answered-places';
import { type AssignmentDraft, type DraftStep, readVersion } from '@/core/setting/draft';
import { criterion, documentName, id, instant, maybeInstant } from './columns';
import { first, json, made, type Queryable, row, rows, time } from './database';
import { arrange, nameStudents } from './given';
import { next, RUNNING } from './setting';

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
 * it, or anything into its class, waits. Whether it is marked without names is said at the first time alone: it has a switch
 * of its own.
 *
 * @returns the number of the version; `null` where the class is over
 */
export async function keepAssignment(tx: Queryable, posted: PostedAssignment, now: Instant): Promise<number | null> {
  const { id: assignmentId, draft } = posted;
  const kept = await first(
    tx,
    z.object({ version: z.number() }),
    `INSERT INTO assignment AS a (id, class_id, unit_id, position, title, instructions, minutes, points, posted_at, opens_at,
       due_at, closes_at, late, take_back, goes, asks, in_order, unnamed, for_named)
     SELECT $1, c.id, $3, ${next('assignment')}, $4, $5::text::jsonb, $6, $7, $8, $9, $10, $11, $12::text::jsonb, $13, $14,
       $15::text::jsonb, $16, $17, $18 FROM ${RUNNING('$2', '$8')} c
     ON CONFLICT (id) DO UPDATE SET unit_id = excluded.unit_id, title = excluded.title, instructions = excluded.instructions,
       minutes = excluded.minutes, points = excluded.points, opens_at = excluded.opens_at, due_at = excluded.due_at,
       closes_at = excluded.closes_at, late = excluded.late, take_back = excluded.take_back, goes = excluded.goes,
       asks = excluded.asks, in_order = excluded.in_order, for_named = excluded.for_named, version = a.version + 1
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
      draft.only.length > 0,
    ],
  );
  if (!kept) return null;
  if (kept.version > 1) await dropParts(tx, assignmentId, draft);
  else await arrange(tx, assignmentId, draft.arranged, posted.by, now);
  await addParts(tx, posted, now);
  await tx.query(
    `INSERT INTO assignment_version (assignment_id, number, at, by_id, brief) VALUES ($1, $2, $3, $4, $5::text::jsonb)`,
    [assignmentId, kept.version, time(kept.version === 1 ? posted.postedAt : now), posted.by, json(draft)],
  );
  return kept.version;
}

/** Takes away what a further version puts anew or has no more. */
async function dropParts(tx: Queryable, assignmentId: AssignmentId, draft: AssignmentDraft): Promise<void> {
  const stay = draft.steps.map((step) => step.id);
  for (const table of ['criterion', 'unlocks', 'work_group', 'set_for'])
    await tx.query(`DELETE FROM ${table} WHERE assignment_id = $1`, [assignmentId]);
  await tx.query(
    'DELETE FROM question_set WHERE step_id IN (SELECT id FROM step WHERE assignment_id = $1 AND id <> ALL ($2))',
    [assignmentId, stay],
  );
  await tx.query('DELETE FROM step_place WHERE assignment_id = $1 AND step_id <> ALL ($2)', [assignmentId, stay]);
  await tx.query('DELETE FROM step WHERE assignment_id = $1 AND id <> ALL ($2)', [assignmentId, stay]);
}

/** Under which id a text lies that is written at a step, to be read there. */
const textAt = (step: StepId): string => `${step}-text`;

/**
 * Keeps the texts that are written at steps, to be read there: each is a material that only its step opens.
 *
 * @returns the steps as they open them
 */
async function keepTexts(
  tx: Queryable,
  { classId, draft }: PostedAssignment,
  at: Instant,
): Promise<readonly (Omit<DraftStep, 'starter'> & { readonly starter: unknown })[]> {
  const written = draft.steps.filter(({ kind, material, starter }) => showsMaterial(kind) && !material && starter);
  if (written.length > 0)
    await tx.query(
      `INSERT INTO material AS m (id, class_id, unit_id, position, title, body, minutes, posted_at, listed, kind)
       SELECT g.one->>'id', $1, NULL, 0, g.one->>'title', g.one->'body', (g.one->>'minutes')::integer, $2, false, 'text'
       FROM jsonb_array_elements($3::text::jsonb) AS g (one)
       ON CONFLICT (id) DO UPDATE SET title = excluded.title, body = excluded.body, minutes = excluded.minutes, removed_at = NULL
       WHERE m.class_id = excluded.class_id AND m.kind = 'text' AND NOT m.listed`,
      [
        classId,
        time(at),
        json(
          written.map(({ id: step, title, starter, minutes }) => ({ id: textAt(step), title, body: starter, minutes })),
        ),
      ],
    );
  const ids = new Set(written.map(({ id: step }) => step));
  return draft.steps.map((step) =>
    ids.has(step.id) ? { ...step, material: textAt(step.id), starter: null } : { ...step, starter: starterIn(step) },
  );
}

async function addParts(tx: Queryable, posted: PostedAssignment, at: Instant): Promise<void> {
  const { id: assignmentId, draft } = posted;
  const steps = await keepTexts(tx, posted, at);
  await tx.query(
    `INSERT INTO step (id, assignment_id, position, kind, title, minutes, material_id, starter, settings)
     SELECT g.step->>'id', $1, g.position, g.step->>'kind', g.step->>'title', (g.step->>'minutes')::integer,
       g.step->>'material', nullif(g.step->'starter', 'null'), g.step->'settings'
     FROM jsonb_array_elements($2::text::jsonb) WITH ORDINALITY AS g (step, position)
     ON CONFLICT (id) DO UPDATE SET position = excluded.position, kind = excluded.kind, title = excluded.title,
       minutes = excluded.minutes, material_id = excluded.material_id, starter = excluded.starter, settings = excluded.settings
       WHERE step.assignment_id = $1`,
    [assignmentId, json(steps)],
  );
  // Whoever has begun keeps what they began with: another set of questions is a further one.
  const asked = draft.steps.filter(({ questions }) => questions !== undefined);
  if (asked.length > 0)
    await tx.query(
      `INSERT INTO question_set (step_id, number, at, content)
       SELECT g.step->>'id', coalesce(n.number, 0) + 1, $2, g.step->'questions'
       FROM jsonb_array_elements($1::text::jsonb) AS g (step) LEFT JOIN LATERAL (
         SELECT q.number, q.content FROM question_set q WHERE q.step_id = g.step->>'id' ORDER BY q.number DESC LIMIT 1) n ON true
       WHERE n.content IS DISTINCT FROM g.step->'questions'`,
      [json(asked.map(({ id: step, questions }) => ({ id: step, questions }))), time(at)],
    );
  if (draft.rubric.length > 0)
    await tx.query(
      `INSERT INTO criterion (id, assignment_id, position, title, points, levels)
       SELECT g.one->>'id', $1, g.position, g.one->>'title', (g.one->>'points')::double precision, g.one->'levels'
       FROM jsonb_array_elements($2::text::jsonb) WITH ORDINALITY AS g (one, position)`,
      [assignmentId, json(draft.rubric)],
    );
  await nameStudents(tx, assignmentId, draft.only);
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

/** The newest version of what was posted, and from when on it is there; `null` for what was not. */
export const newestOf = (assignmentId: AssignmentId | null) =>
  row(
    z.object({ number: z.number(), posted_at: instant, withdrawn_at: maybeInstant }),
    'SELECT version AS number, posted_at, withdrawn_at FROM assignment WHERE id = $1',
    [assignmentId],
  );

/** How many students have begun some work, and how many have handed it in. */
export const workBegun = (assignmentId: AssignmentId | null) =>
  made(
    row(
      z.object({ begun: z.number(), handed_in: z.number() }),
      `SELECT count(DISTINCT e.student_id)::int AS begun,
         count(DISTINCT e.student_id) FILTER (WHERE e.kind = 'handed-in')::int AS handed_in
       FROM event e WHERE e.assignment_id = $1 AND e.student_id IS NOT NULL
         AND e.kind IN ('edited', 'step-done', 'attempt', 'handed-in')`,
      [assignmentId],
    ),
    (found) => ({ begun: found?.begun ?? 0, handedIn: found?.handed_in ?? 0 }),
  );

/** Who worked together on other assignments of a class, the newest first. */
export const groupedBefore = (classId: ClassId, but: AssignmentId | null) =>
  rows(
    z.object({ title: z.string(), groups: z.array(z.array(id<PersonId>())) }),
    `SELECT a.title, json_agg(g.members ORDER BY g.number) AS groups FROM assignment a
     JOIN LATERAL (SELECT number, json_agg(student_id ORDER BY student_id) AS members FROM work_group
       WHERE assignment_id = a.id GROUP BY number) g ON true
     WHERE a.class_id = $1 AND a.id IS DISTINCT FROM $2 GROUP BY a.id ORDER BY a.posted_at DESC LIMIT 5`,
    [classId, but],
  );

/** The rubrics of everything that somebody's classes were set, each with what it belongs to, the newest first. */
export const rubricsOf = (teacherId: PersonId) =>
  rows(
    z.object({ title: z.string(), rubric: z.array(criterion) }),
    `SELECT a.title, json_agg(json_build_object('id', k.id, 'title', k.title, 'points', k.points, 'levels', k.levels)
       ORDER BY k.position) AS rubric
     FROM membership m JOIN assignment a ON a.class_id = m.class_id JOIN criterion k ON k.assignment_id = a.id
     WHERE m.person_id = $1 AND m.role = 'teacher' GROUP BY a.id ORDER BY a.posted_at DESC LIMIT 60`,
    [teacherId],
  );

/** A version of an assignment as it was posted, by its number; the newest with `null`. */
export const versionOf = (assignmentId: AssignmentId, number: number | null = null) =>
  row(
    z.object({ number: z.number(), at: instant, brief: z.unknown().transform(readVersion) }),
    `SELECT number, at, brief FROM assignment_version WHERE assignment_id = $1 AND ($2::integer IS NULL OR number = $2)
     ORDER BY number DESC LIMIT 1`,
    [assignmentId, number],
  );

/** All versions of what was posted, the newest first, each with who posted it. */
export const versionsOf = (assignmentId: AssignmentId | null) =>
  rows(
    z.object({ number: z.number(), at: instant, by: z.string().nullable() }),
    `SELECT v.number, v.at, p.name AS by FROM assignment_version v LEFT JOIN person p ON p.id = v.by_id
     WHERE v.assignment_id = $1 ORDER BY v.number DESC LIMIT 200`,
    [assignmentId],
  );

/** The copies that students have of the starters of an assignment, each with its owner. */
export const copiesOf = (assignmentId: AssignmentId) =>
  rows(
    z.object({ id: id<DocumentId>(), owner_id: id<PersonId>() }),
    `SELECT id, owner_id FROM document WHERE assignment_id = $1 AND role = 'copy'`,
    [assignmentId],
  );

/** Everything that was written into the copies of each of some steps: a document's updates, in their order. */
export const copiesOfSteps = (stepIds: readonly StepId[]) =>
  rows(
    z.object({ id: id<DocumentId>(), step_id: id<StepId>() }),
    `SELECT id, step_id FROM document WHERE step_id = ANY($1) AND role = 'copy' ORDER BY id LIMIT 1000`,
    [stepIds],
  );

/** What the step of a copy begins with, as it is set now; `null` for what is no copy, and where it has nothing (any more). */
export const starterOfCopy = (documentId: DocumentId) =>
  made(
    row(
      z.object({ kind: documentName, starter: z.unknown(), version: z.number() }),
      `SELECT d.kind, s.starter, a.version FROM document d JOIN step s ON s.id = d.step_id JOIN assignment a ON a.id = d.assignment_id
       WHERE d.id = $1 AND d.role = 'copy'`,
      [documentId],
    ),
    (found) => (found?.starter ? found : null),
  );

/** Says which version has reached a copy. */
export async function noteReached(tx: Queryable, documentId: DocumentId, version: number): Promise<void> {
  await tx.query('UPDATE document SET version = $2 WHERE id = $1', [documentId, version]);
}
