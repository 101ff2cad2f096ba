import { z } from 'zod';
import type { AssignmentId, ClassId, HandInId, Instant, PersonId, StepId } from '@/core/ids';
import { type EventName, FACT_NAMES, factOf } from '@/core/kinds/event';
import type { Fact } from '@/core/work/facts';
import { eventName, id, instant } from './columns';
import { json, many, type Queryable, time } from './database';

const factRow = z.object({
  assignment_id: id<AssignmentId>(),
  student_id: id<PersonId>(),
  kind: eventName,
  at: instant,
  data: z.object({
    step: id<StepId>().optional(),
    handIn: id<HandInId>().optional(),
    anotherGo: z.boolean().optional(),
    counts: z.number().optional(),
  }),
});

const FACTS = `SELECT assignment_id, student_id, kind, at, data FROM event WHERE kind = ANY($1)`;

/** The facts of one student's work, by assignment: of all, or of those named. */
export async function factsOfStudent(
  db: Queryable,
  studentId: PersonId,
  assignmentIds: readonly AssignmentId[] | null,
): Promise<Map<AssignmentId, Fact[]>> {
  const rows = await many(
    db,
    factRow,
    `${FACTS} AND student_id = $2 AND assignment_id IS NOT NULL AND ($3::text[] IS NULL OR assignment_id = ANY($3)) ORDER BY id`,
    [FACT_NAMES, studentId, assignmentIds],
  );
  return grouped(rows, (row) => row.assignment_id);
}

/** The facts of some students on some assignments, under the assignment's id, a space and the student's. */
export async function factsOfStudents(
  db: Queryable,
  studentIds: readonly PersonId[],
  assignmentIds: readonly AssignmentId[],
): Promise<Map<string, Fact[]>> {
  const rows = await many(db, factRow, `${FACTS} AND student_id = ANY($2) AND assignment_id = ANY($3) ORDER BY id`, [
    FACT_NAMES,
    studentIds,
    assignmentIds,
  ]);
  return grouped(rows, (row) => `${row.assignment_id} ${row.student_id}`);
}

/** The facts of everybody's work on one assignment, by student. */
export async function factsOfAssignment(db: Queryable, assignmentId: AssignmentId): Promise<Map<PersonId, Fact[]>> {
  const rows = await many(db, factRow, `${FACTS} AND assignment_id = $2 AND student_id IS NOT NULL ORDER BY id`, [
    FACT_NAMES,
    assignmentId,
  ]);
  return grouped(rows, (row) => row.student_id);
}

/** The facts of one student's work on one assignment. */
export async function factsOf(db: Queryable, assignmentId: AssignmentId, studentId: PersonId): Promise<Fact[]> {
  return (await factsOfStudent(db, studentId, [assignmentId])).get(assignmentId) ?? [];
}

function grouped<Key>(rows: z.output<typeof factRow>[], keyOf: (row: z.output<typeof factRow>) => Key) {
  const groups = new Map<Key, Fact[]>();
  for (const row of rows) {
    const key = keyOf(row);
    const fact = factOf(row.kind, row.at, row.data);
    const group = groups.get(key);
    if (fact && group) group.push(fact);
    else if (fact) groups.set(key, [fact]);
  }
  return groups;
}

/** Something that happened, as it is kept and as it is told to those who listen. */
export interface Happening {
  readonly kind: EventName;
  readonly at: Instant;
  readonly classId: ClassId;
  readonly assignmentId: AssignmentId | null;
  readonly studentId: PersonId | null;
  readonly actorId: PersonId;
  readonly data?: Readonly<Record<string, unknown>>;
}

export const EVENT_CHANNEL = 'event';

/** What listeners are told: enough to know whom it concerns, nothing of what was written. */
export const told = z.object({
  id: z.number(),
  kind: z.string(),
  classId: z.string(),
  assignmentId: z.string().nullable(),
  studentId: z.string().nullable(),
  actorId: z.string(),
});

/** What only the tabs of one person are told. */
export const toldPerson = z.object({ kind: z.string(), personId: z.string() });

export const PERSON_CHANNEL = 'person';

/** Tells the open tabs of one person something, when the transaction commits. */
export async function tellPerson(tx: Queryable, personId: PersonId, kind: string): Promise<void> {
  await tx.query('SELECT pg_notify($1, $2)', [PERSON_CHANNEL, json({ kind, personId })]);
}

/** Keeps what happened, in the transaction of the act itself, and tells it when that commits. */
export const record = (tx: Queryable, happening: Happening): Promise<void> => recordAll(tx, [happening]);

/** The same for several things at once, in one statement. */
export async function recordAll(tx: Queryable, happenings: readonly Happening[]): Promise<void> {
  if (happenings.length === 0) return;
  await tx.query(
    `WITH kept AS (
       INSERT INTO event (at, kind, class_id, assignment_id, student_id, actor_id, data)
       SELECT at, kind, class_id, assignment_id, student_id, actor_id, data::jsonb
       FROM unnest($1::timestamptz[], $2::text[], $3::text[], $4::text[], $5::text[], $6::text[], $7::text[])
         AS given (at, kind, class_id, assignment_id, student_id, actor_id, data) RETURNING *)
     SELECT pg_notify($8, json_build_object('id', id, 'kind', kind, 'classId', class_id, 'assignmentId', assignment_id,
       'studentId', student_id, 'actorId', actor_id)::text) FROM kept`,
    [
      happenings.map(({ at }) => time(at)),
      happenings.map(({ kind }) => kind),
      happenings.map(({ classId }) => classId),
      happenings.map(({ assignmentId }) => assignmentId),
      happenings.map(({ studentId }) => studentId),
      happenings.map(({ actorId }) => actorId),
      happenings.map(({ data = {} }) => json(data)),
      EVENT_CHANNEL,
    ],
  );
}

/**
 * Lets one act at a time touch one student's work on one assignment, until the transaction ends: a
 * hand-in and a take-back at the same instant, or an update meanwhile, come one after the other.
 */
export async function holdWork(tx: Queryable, assignmentId: AssignmentId, studentId: PersonId): Promise<void> {
  await tx.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [`${assignmentId} ${studentId}`]);
}
