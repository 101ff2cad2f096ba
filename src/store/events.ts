import { z } from 'zod';
import { groupedBy } from '@/core/grouped';
import type { AssignmentId, ClassId, HandInId, Instant, PersonId, StepId } from '@/core/ids';
import { type EventName, FACT_NAMES, factOf } from '@/core/kinds/event';
import type { Fact } from '@/core/work/facts';
import { BEGINS, type CourseOfWork, TURNS, type Turn } from '@/core/work/standing';
import { eventName, id, instant, maybeInstant } from './columns';
import { json, made, type Queryable, rows, time } from './database';
import { isForEach } from './given';

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

const byAssignment = (found: z.output<typeof factRow>[]) => grouped(found, (fact) => fact.assignment_id);

const FACTS = `SELECT assignment_id, student_id, kind, at, data FROM event WHERE kind = ANY($1)`;

/** The facts of one student's work, by assignment: of all, or of those named. */
export const factsOfStudent = (studentId: PersonId, assignmentIds: readonly AssignmentId[] | null) =>
  made(
    rows(
      factRow,
      `${FACTS} AND student_id = $2 AND assignment_id IS NOT NULL AND ($3::text[] IS NULL OR assignment_id = ANY($3)) ORDER BY id`,
      [FACT_NAMES, studentId, assignmentIds],
    ),
    byAssignment,
  );

/** The facts of one student's work, by assignment: of all classes, or of one. */
export const factsOfClassWork = (studentId: PersonId, classId: ClassId | null) =>
  made(
    rows(
      factRow,
      `${FACTS} AND student_id = $2 AND assignment_id IS NOT NULL AND ($3::text IS NULL OR class_id = $3) ORDER BY id`,
      [FACT_NAMES, studentId, classId],
    ),
    byAssignment,
  );

/** One student's work on one assignment. */
export interface Work {
  readonly assignmentId: AssignmentId;
  readonly studentId: PersonId;
}

/** The facts of some works, under the assignment's id, a space and the student's. */
export const factsOfWorks = (works: readonly Work[]) =>
  made(
    rows(
      factRow,
      `${FACTS} AND (student_id, assignment_id) IN (SELECT * FROM unnest($2::text[], $3::text[])) ORDER BY id`,
      [FACT_NAMES, works.map((work) => work.studentId), works.map((work) => work.assignmentId)],
    ),
    (found): Map<string, Fact[]> => grouped(found, (row) => `${row.assignment_id} ${row.student_id}`),
  );

/** The facts of everybody's work on one assignment, by student. */
export const factsOfAssignment = (assignmentId: AssignmentId) =>
  made(
    rows(factRow, `${FACTS} AND assignment_id = $2 AND student_id IS NOT NULL ORDER BY id`, [FACT_NAMES, assignmentId]),
    (found) => grouped(found, (fact) => fact.student_id),
  );

const course = z
  .object({
    assignment_id: id<AssignmentId>(),
    begun: z.boolean(),
    turns: z.string(),
    extra_minutes: z.number(),
    joined_at: maybeInstant,
    students: z.number(),
  })
  .transform(({ assignment_id, begun, turns, extra_minutes, joined_at, students }) => ({
    assignmentId: assignment_id,
    course: {
      begun,
      turns: turns.split(' ').flatMap((turn): readonly Turn[] => {
        const kind = TURNS.find((name) => name === turn.replace('+', ''));
        return kind ? [{ kind, anotherGo: turn.endsWith('+') }] : [];
      }),
    } satisfies CourseOfWork,
    terms: { extra: extra_minutes * 60_000, joinedAt: joined_at },
    students,
  }));

/**
 * How the work of everybody in a teacher's running classes, or in one class, went, by assignment: those whose work went the
 * same way, on the same terms, are counted together, so that a school's year is a few rows. Of what happened several times only
 * the last counts, since no list depends on more.
 */
export const coursesOf = (teacherId: PersonId, classId: ClassId | null) =>
  made(
    rows(
      course,
      `WITH taught AS (SELECT m.class_id FROM membership m JOIN class c ON c.id = m.class_id
         WHERE m.person_id = $1 AND m.role = 'teacher' AND (m.class_id = $2 OR ($2::text IS NULL AND c.ended_at IS NULL))),
       went AS MATERIALIZED (SELECT e.assignment_id, e.student_id, bool_or(e.kind = ANY($4)) AS begun, bool_or(e.kind = 'unlocked') AS unlocked,
           max(e.id) FILTER (WHERE e.kind = 'handed-in') AS made, max(e.id) FILTER (WHERE e.kind = 'taken-back') AS taken,
           max(e.id) FILTER (WHERE e.kind = 'handed-back') AS back,
           max(e.id) FILTER (WHERE e.kind = 'handed-back' AND e.data->>'anotherGo' = 'true') AS again
         FROM event e WHERE e.class_id IN (SELECT class_id FROM taught) AND e.student_id IS NOT NULL
           AND e.assignment_id IS NOT NULL AND (e.kind = ANY($3) OR e.kind = ANY($4)) GROUP BY e.assignment_id, e.student_id)
       SELECT a.id AS assignment_id, coalesce(w.begun, false) AS begun, concat_ws(' ',
           CASE WHEN w.unlocked THEN 'unlocked' END,
           CASE WHEN w.made IS NOT NULL THEN 'handed-in' END,
           CASE WHEN w.back = w.again THEN 'handed-back+' WHEN w.back IS NOT NULL THEN 'handed-back' END,
           CASE WHEN w.made > w.back THEN 'handed-in' END,
           CASE WHEN w.taken > coalesce(greatest(w.made, w.back), 0) THEN 'taken-back' END) AS turns,
         coalesce(x.minutes, 0) AS extra_minutes, s.joined_at, count(*)::int AS students
       FROM taught t JOIN assignment a ON a.class_id = t.class_id
       JOIN membership s ON s.class_id = t.class_id AND s.role = 'student' AND ${isForEach('a', 's.person_id')}
       LEFT JOIN went w ON w.assignment_id = a.id AND w.student_id = s.person_id
       LEFT JOIN extra_time x ON x.assignment_id = a.id AND x.student_id = s.person_id
       GROUP BY 1, 2, 3, 4, 5`,
      [teacherId, classId, TURNS, BEGINS],
    ),
    (found) => groupedBy(found, ({ assignmentId }) => assignmentId),
  );

/** The facts of one student's work on one assignment. */
export const factsOf = (assignmentId: AssignmentId, studentId: PersonId) =>
  made(factsOfStudent(studentId, [assignmentId]), (facts): Fact[] => facts.get(assignmentId) ?? []);

function grouped<Key>(found: z.output<typeof factRow>[], keyOf: (row: z.output<typeof factRow>) => Key) {
  const groups = groupedBy(found, keyOf);
  return new Map(
    [...groups].map(([key, all]) => [key, all.flatMap((fact) => factOf(fact.kind, fact.at, fact.data) ?? [])]),
  );
}

/** Something that happened, as it is kept and as it is told to those who listen. */
export interface Happening {
  readonly kind: EventName;
  readonly at: Instant;
  readonly classId: ClassId;
  readonly assignmentId: AssignmentId | null;
  readonly studentId: PersonId | null;
  /** Who did it; `null` for what time did. */
  readonly actorId: PersonId | null;
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
  actorId: z.string().nullable(),
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
