import { z } from 'zod';
import type { AssignmentId, ClassId, Instant, PersonId, StepId } from '@/core/ids';
import { agreementsOf, takesOf } from '@/core/kinds/step';
import { readSettings } from '@/core/kinds/step/settings';
import { rulesFor } from '@/core/work/rules';
import { ask, criterion, id, instant, lateRule, maybeInstant, stepName, textDocument } from './columns';
import { first, made, many, type Queryable, row, rows, time } from './database';
import { isFor } from './given';

const listed = z
  .object({
    id: id<AssignmentId>(),
    class_id: id<ClassId>(),
    unit_id: z.string().nullable(),
    position: z.number(),
    title: z.string(),
    minutes: z.number(),
    points: z.number().nullable(),
    posted_at: instant,
    withdrawn_at: maybeInstant,
    opens_at: maybeInstant,
    due_at: maybeInstant,
    closes_at: maybeInstant,
    extra_minutes: z.number(),
    joined_at: maybeInstant,
    late: lateRule,
    take_back: z.boolean(),
    goes: z.number().nullable(),
    steps: z.array(z.object({ id: id<StepId>(), kind: stepName, settings: z.unknown() })),
    in_order: z.boolean(),
    unnamed: z.boolean(),
    waits: z.boolean(),
  })
  .transform((row) => ({
    id: row.id,
    classId: row.class_id,
    unitId: row.unit_id,
    position: row.position,
    title: row.title,
    minutes: row.minutes,
    points: row.points,
    postedAt: row.posted_at,
    /** Since when it is taken back from its class; `null` while it is there. */
    withdrawnAt: row.withdrawn_at,
    steps: row.steps.length,
    inOrder: row.in_order,
    /** Marked without names until it is handed back. */
    unnamed: row.unnamed,
    /** More time than the others have; the rules have it in them. */
    extraMinutes: row.extra_minutes,
    rules: rulesFor(
      {
        opensAt: row.opens_at,
        dueAt: row.due_at,
        closesAt: row.closes_at,
        late: row.late,
        takes: takesOf(row.steps.map(({ kind, settings }) => readSettings(kind, settings))),
        takeBack: row.take_back,
        goes: row.goes,
        waits: row.waits,
        agreements: agreementsOf(row.steps),
      },
      { extra: row.extra_minutes * 60_000, joinedAt: row.joined_at },
    ),
  }));

export type ListedAssignment = z.output<typeof listed>;

const LISTED = `a.id, a.class_id, a.unit_id, a.position, a.title, a.minutes, a.points, a.posted_at, a.withdrawn_at, a.opens_at,
  a.due_at, a.closes_at, coalesce(x.minutes, 0) AS extra_minutes, m.joined_at, a.late, a.take_back, a.goes, a.in_order,
  a.unnamed, coalesce(st.steps, '[]') AS steps`;

/** Does an assignment wait for other work that is for the student, too? */
const waits = (student: string) => `EXISTS (SELECT 1 FROM unlocks u JOIN assignment w ON w.id = u.after_id
  WHERE u.assignment_id = a.id AND ${isFor('w', student)}) AS waits`;

const STEPS = `json_agg(json_build_object('id', s.id, 'kind', s.kind, 'settings', s.settings)) AS steps`;

/** An assignment with what holds for one student alone, who is named by `$2`: nothing under NULL. */
const ONE_BY_ONE = `assignment a LEFT JOIN membership m ON m.class_id = a.class_id AND m.person_id = $2
  LEFT JOIN extra_time x ON x.assignment_id = a.id AND x.student_id = $2
  LEFT JOIN LATERAL (SELECT ${STEPS} FROM step s WHERE s.assignment_id = a.id) st ON true`;

/**
 * Every assignment of a person's running classes, or of one class, running or past, with the times that hold for them.
 * What is posted later does not exist for students yet. Steps are gathered once for all of them and not one by one.
 */
export const assignmentsFor = (personId: PersonId, classId: ClassId | null, now: Instant) =>
  rows(
    listed,
    `WITH st AS MATERIALIZED (
       SELECT s.assignment_id, ${STEPS} FROM membership om JOIN assignment o ON o.class_id = om.class_id
       JOIN step s ON s.assignment_id = o.id WHERE om.person_id = $1 AND ($2::text IS NULL OR om.class_id = $2)
       GROUP BY s.assignment_id)
     SELECT ${LISTED}, ${waits('m.person_id')} FROM membership m JOIN assignment a ON a.class_id = m.class_id JOIN class c ON c.id = m.class_id
     LEFT JOIN extra_time x ON x.assignment_id = a.id AND x.student_id = m.person_id
     LEFT JOIN st ON st.assignment_id = a.id
     WHERE m.person_id = $1 AND (m.class_id = $2 OR ($2::text IS NULL AND c.ended_at IS NULL))
       AND (CASE m.role WHEN 'teacher' THEN a.withdrawn_at IS NULL ELSE a.posted_at <= $3 AND ${isFor('a', 'm.person_id')} END)`,
    [personId, classId, time(now)],
  );

/** An assignment with the times that hold for one student, or for everybody who has no others. */
export const findAssignment = (assignmentId: AssignmentId, studentId: PersonId | null = null) =>
  row(listed, `SELECT ${LISTED}, ${waits('$2')} FROM ${ONE_BY_ONE} WHERE a.id = $1`, [assignmentId, studentId]);

/** Says whether an assignment is marked without names. */
export async function setUnnamed(db: Queryable, assignmentId: AssignmentId, unnamed: boolean): Promise<void> {
  await db.query('UPDATE assignment SET unnamed = $2 WHERE id = $1', [assignmentId, unnamed]);
}

/** What the teacher set, beyond what every list shows. */
export const findBrief = (assignmentId: AssignmentId) =>
  row(
    z.object({ instructions: textDocument, asks: z.array(ask), unit: z.string().nullable() }),
    `SELECT a.instructions, a.asks, u.title AS unit FROM assignment a LEFT JOIN unit u ON u.id = a.unit_id WHERE a.id = $1`,
    [assignmentId],
  );

export const step = z
  .object({
    id: id<StepId>(),
    position: z.number(),
    kind: stepName,
    settings: z.unknown(),
    title: z.string(),
    minutes: z.number(),
    /** What its document begins with, for a kind that has one: read as that kind has it. */
    starter: z.unknown(),
    material_id: z.string().nullable(),
  })
  .transform((row) => ({ ...row, ...readSettings(row.kind, row.settings) }));

export type StoredStep = z.output<typeof step>;

/** The steps of an assignment, in order. */
export const stepsOf = (assignmentId: AssignmentId) =>
  rows(
    step,
    `SELECT id, position, kind, settings, title, minutes, starter, material_id
     FROM step WHERE assignment_id = $1 ORDER BY position`,
    [assignmentId],
  );

export const rubricOf = (assignmentId: AssignmentId) =>
  rows(criterion, 'SELECT id, title, points, levels FROM criterion WHERE assignment_id = $1 ORDER BY position', [
    assignmentId,
  ]);

/** The rules of some assignments, for one student or for everybody who has no times of their own. */
export const rulesOf = (assignmentIds: readonly AssignmentId[], studentId: PersonId | null) =>
  made(
    rows(listed, `SELECT ${LISTED}, ${waits('$2')} FROM ${ONE_BY_ONE} WHERE a.id = ANY($1)`, [
      assignmentIds,
      studentId,
    ]),
    (found) => new Map(found.map((one) => [one.id, one.rules])),
  );

/** The assignment that a step belongs to; `null` for an unknown step. */
export async function assignmentOfStep(db: Queryable, stepId: string): Promise<AssignmentId | null> {
  const row = await first(
    db,
    z.object({ assignment_id: id<AssignmentId>() }),
    'SELECT assignment_id FROM step WHERE id = $1',
    [stepId],
  );
  return row?.assignment_id ?? null;
}

/** Does one person teach a class in which the other is a student? */
export async function teaches(db: Queryable, teacherId: PersonId, studentId: PersonId): Promise<boolean> {
  const { rows } = await db.query(
    `SELECT 1 FROM membership t JOIN membership s ON s.class_id = t.class_id
     WHERE t.person_id = $1 AND t.role = 'teacher' AND s.person_id = $2 AND s.role = 'student' LIMIT 1`,
    [teacherId, studentId],
  );
  return rows.length > 0;
}

/** What waits for what, among the assignments of a person's running classes that are posted. */
export const waitingOf = (personId: PersonId, now: Instant) =>
  rows(
    z.object({ assignment_id: id<AssignmentId>(), after_id: id<AssignmentId>(), after: z.string() }),
    `SELECT u.assignment_id, u.after_id, o.title AS after FROM membership m JOIN assignment a ON a.class_id = m.class_id
     JOIN unlocks u ON u.assignment_id = a.id JOIN assignment o ON o.id = u.after_id
     WHERE m.person_id = $1 AND a.posted_at <= $2 AND o.posted_at <= $2 AND ${isFor('a', '$1')} AND ${isFor('o', '$1')}`,
    [personId, time(now)],
  );

/** What one assignment waits for, and which of it this student has handed in. */
export const waitsFor = (assignmentId: AssignmentId, studentId: PersonId, now: Instant) =>
  rows(
    z.object({ id: id<AssignmentId>(), title: z.string(), done: z.boolean() }),
    `SELECT a.id, a.title, EXISTS (SELECT 1 FROM event e WHERE e.student_id = $2 AND e.assignment_id = a.id
       AND e.kind = 'handed-in') AS done
     FROM unlocks u JOIN assignment a ON a.id = u.after_id WHERE u.assignment_id = $1 AND a.posted_at <= $3
       AND ${isFor('a', '$2')} ORDER BY a.position`,
    [assignmentId, studentId, time(now)],
  );

/** Does any other work wait for an assignment? */
export const isWaitedFor = (assignmentId: AssignmentId) =>
  made(
    row(z.object({ waits: z.boolean() }), 'SELECT EXISTS (SELECT 1 FROM unlocks WHERE after_id = $1) AS waits', [
      assignmentId,
    ]),
    (found) => found?.waits ?? false,
  );

/**
 * What has just opened, for some students, behind an assignment that was handed in or is not for them any more: all else that it
 * waits for is handed in, too, and that was not noted yet.
 */
export async function openedBy(
  tx: Queryable,
  assignmentId: AssignmentId,
  studentIds: readonly PersonId[],
): Promise<readonly { readonly id: AssignmentId; readonly student: PersonId }[]> {
  return many(
    tx,
    z.object({ id: id<AssignmentId>(), student: id<PersonId>() }),
    `SELECT u.assignment_id AS id, s.student FROM unlocks u CROSS JOIN unnest($2::text[]) AS s (student) WHERE u.after_id = $1
       AND NOT EXISTS (SELECT 1 FROM unlocks o JOIN assignment w ON w.id = o.after_id
         WHERE o.assignment_id = u.assignment_id AND ${isFor('w', 's.student')} AND NOT EXISTS
         (SELECT 1 FROM event e WHERE e.student_id = s.student AND e.assignment_id = o.after_id AND e.kind = 'handed-in'))
       AND NOT EXISTS (SELECT 1 FROM event e
         WHERE e.student_id = s.student AND e.assignment_id = u.assignment_id AND e.kind = 'unlocked')`,
    [assignmentId, studentIds],
  );
}

/** Until when a student has put things off, by assignment. */
export const putOffsOf = (personId: PersonId, now: Instant) =>
  made(
    rows(
      z.object({ assignment_id: id<AssignmentId>(), until: instant }),
      'SELECT assignment_id, until FROM put_off WHERE person_id = $1 AND until > $2',
      [personId, time(now)],
    ),
    (found) => new Map(found.map((one) => [one.assignment_id, one.until])),
  );

/** Puts an assignment off until a moment, or takes that back with `null`. */
export async function putOff(
  tx: Queryable,
  personId: PersonId,
  assignmentId: AssignmentId,
  until: Instant | null,
): Promise<void> {
  if (until === null) {
    await tx.query('DELETE FROM put_off WHERE person_id = $1 AND assignment_id = $2', [personId, assignmentId]);
    return;
  }
  await tx.query(
    `INSERT INTO put_off (person_id, assignment_id, until) VALUES ($1, $2, $3)
     ON CONFLICT (person_id, assignment_id) DO UPDATE SET until = $3`,
    [personId, assignmentId, time(until)],
  );
}

/** Keeps at which step of an assignment a person is. What arrives late does not overwrite what was later. */
export async function keepStepPlace(
  db: Queryable,
  place: {
    readonly personId: PersonId;
    readonly assignmentId: AssignmentId;
    readonly stepId: StepId;
    readonly at: Instant;
  },
): Promise<void> {
  await db.query(
    `INSERT INTO step_place (person_id, assignment_id, step_id, at) VALUES ($1, $2, $3, $4)
     ON CONFLICT (person_id, assignment_id) DO UPDATE SET step_id = $3, at = $4 WHERE step_place.at <= $4`,
    [place.personId, place.assignmentId, place.stepId, time(place.at)],
  );
}

/** At which step of an assignment a person was last; `null` before the first visit. */
export const stepPlaceOf = (personId: PersonId, assignmentId: AssignmentId) =>
  made(
    row(
      z.object({ step_id: id<StepId>() }),
      'SELECT step_id FROM step_place WHERE person_id = $1 AND assignment_id = $2',
      [personId, assignmentId],
    ),
    (place) => place?.step_id ?? null,
  );
