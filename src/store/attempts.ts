import { z } from 'zod';
import type { AssignmentId, AttemptId, ClassId, DocumentId, Instant, PersonId, StepId } from '@/core/ids';
import type { AttemptAct, AttemptTerms } from '@/core/questions/attempt';
import { id, instant, maybeInstant } from './columns';
import { json, made, type Queryable, row, rows, time } from './database';
import { appendUpdates } from './updates';

const storedAct = z
  .object({
    at: instant,
    kind: z.enum([
      'begun',
      'left',
      'returned',
      'reached',
      'finished',
      'given-time',
      'ended',
      'reopened',
      'voided',
      'late-counted',
    ]),
    data: z.object({
      number: z.number().optional(),
      left: z.record(z.string(), z.unknown()).optional(),
      minutes: z.number().optional(),
      away: z.boolean().optional(),
      by: z.enum(['person', 'time', 'teacher']).optional(),
    }),
  })
  .transform(({ at, kind, data }): AttemptAct => {
    const { number = 1, left = {}, minutes = 0, away = false, by = 'time' } = data;
    switch (kind) {
      case 'reached':
        return { kind, at, number, left };
      case 'given-time':
        return { kind, at, minutes, away };
      case 'ended':
        return { kind, at, by };
      case 'reopened':
        return { kind, at, minutes };
      default:
        return { kind, at };
    }
  });

const terms: z.ZodType<AttemptTerms> = z.object({
  limit: z.number().nullable(),
  working: z.number().nullable(),
  closesAt: z.number().nullable(),
});

const attempt = z
  .object({
    id: id<AttemptId>(),
    step_id: id<StepId>(),
    assignment_id: id<AssignmentId>(),
    student_id: id<PersonId>(),
    number: z.number(),
    set_number: z.number(),
    document_id: id<DocumentId>(),
    seed: z.string(),
    act: z.string(),
    terms,
    runs: z.boolean(),
    seen_at: maybeInstant,
    acts: z.array(storedAct),
  })
  .transform((found) => ({
    id: found.id,
    stepId: found.step_id,
    assignmentId: found.assignment_id,
    studentId: found.student_id,
    number: found.number,
    setNumber: found.set_number,
    documentId: found.document_id,
    seed: found.seed,
    act: found.act,
    terms: found.terms,
    runs: found.runs,
    seenAt: found.seen_at,
    acts: found.acts,
  }));

/** An attempt with everything that happened in it. */
export type StoredAttempt = z.output<typeof attempt>;

const ATTEMPT = `SELECT t.id, t.step_id, t.assignment_id, t.student_id, t.number, t.set_number, t.document_id, t.seed, t.act, t.terms,
  t.runs, t.seen_at, (SELECT json_agg(json_build_object('at', a.at, 'kind', a.kind, 'data', a.data) ORDER BY a.id)
    FROM attempt_act a WHERE a.attempt_id = t.id) AS acts FROM attempt t`;

export const findAttempt = (attemptId: AttemptId) => row(attempt, `${ATTEMPT} WHERE t.id = $1`, [attemptId]);

/** The attempts of one person at the steps of an assignment, in their order. */
export const attemptsOfWork = (assignmentId: AssignmentId, studentId: PersonId) =>
  rows(attempt, `${ATTEMPT} WHERE t.assignment_id = $1 AND t.student_id = $2 ORDER BY t.step_id, t.number`, [
    assignmentId,
    studentId,
  ]);

/** Everybody's attempts at one step, by person and number. */
export const attemptsAtStep = (stepId: StepId) =>
  rows(attempt, `${ATTEMPT} WHERE t.step_id = $1 ORDER BY t.student_id, t.number`, [stepId]);

/** The attempts that run at a moment, wherever they are. */
export const runningAttempts = () => rows(attempt, `${ATTEMPT} WHERE t.runs ORDER BY t.id`, []);

/** Whose an attempt is, and of which work. */
export const placeOfAttempt = (attemptId: string) =>
  row(
    z.object({ student_id: id<PersonId>(), assignment_id: id<AssignmentId>(), class_id: id<ClassId>() }),
    `SELECT t.student_id, t.assignment_id, a.class_id FROM attempt t JOIN assignment a ON a.id = t.assignment_id WHERE t.id = $1`,
    [attemptId],
  );

/** Minutes that one person has more at a step. */
export const extraAt = (stepId: StepId, studentId: PersonId) =>
  made(
    row(z.object({ minutes: z.number() }), 'SELECT minutes FROM attempt_extra WHERE step_id = $1 AND student_id = $2', [
      stepId,
      studentId,
    ]),
    (found) => found?.minutes ?? 0,
  );

export async function keepExtra(
  tx: Queryable,
  kept: { stepId: StepId; studentId: PersonId; minutes: number; reason: string; by: PersonId; at: Instant },
): Promise<void> {
  await tx.query(
    `INSERT INTO attempt_extra (step_id, student_id, minutes, reason, by_id, at) VALUES ($1, $2, $3, $4, $5, $6)
     ON CONFLICT (step_id, student_id) DO UPDATE SET minutes = $3, reason = $4, by_id = $5, at = $6`,
    [kept.stepId, kept.studentId, kept.minutes, kept.reason, kept.by, time(kept.at)],
  );
}

/** What an act of an attempt says besides its kind and time, as it is stored. */
const dataOf = ({ kind: _kind, at: _at, ...data }: AttemptAct): object => data;

/** How an attempt stands as SQL has to know it. */
export interface Derived {
  readonly answersUntil: Instant | null;
  readonly takes: boolean;
  readonly runs: boolean;
}

/** Adds what happened in an attempt, and what follows from it for whoever saves. Its work is held by then. */
export async function addActs(
  tx: Queryable,
  attemptId: AttemptId,
  acts: readonly AttemptAct[],
  derived: Derived,
  { actorId, reason = '' }: { readonly actorId: PersonId | null; readonly reason?: string },
): Promise<void> {
  await tx.query(
    `WITH put AS (INSERT INTO attempt_act (attempt_id, at, kind, actor_id, reason, data)
       SELECT $1::text, (a.one->>'at')::timestamptz, a.one->>'kind', $2::text, $3::text, a.one->'data'
       FROM jsonb_array_elements($4::text::jsonb) WITH ORDINALITY AS a (one, n) ORDER BY a.n)
     UPDATE attempt SET answers_until = $5, takes = $6, runs = $7 WHERE id = $1`,
    [
      attemptId,
      actorId,
      reason,
      json(acts.map((act) => ({ at: time(act.at), kind: act.kind, data: dataOf(act) }))),
      time(derived.answersUntil),
      derived.takes,
      derived.runs,
    ],
  );
}

/** Begins an attempt: its document, its first act, and what it was begun with. */
export async function addAttempt(
  tx: Queryable,
  added: Omit<StoredAttempt, 'acts' | 'runs' | 'seenAt'> & {
    readonly title: string;
    readonly at: Instant;
    readonly firstUpdate: Uint8Array;
    readonly derived: Derived;
  },
): Promise<void> {
  await tx.query(
    `INSERT INTO document (id, owner_id, assignment_id, step_id, role, kind, title, created_at, version)
     VALUES ($1, $2, $3, $4, 'attempt', 'answers', $5, $6, (SELECT version FROM assignment WHERE id = $3))`,
    [added.documentId, added.studentId, added.assignmentId, added.stepId, added.title, time(added.at)],
  );
  await appendUpdates(tx, [{ documentId: added.documentId, update: added.firstUpdate, at: added.at }]);
  await tx.query(
    `INSERT INTO attempt (id, step_id, assignment_id, student_id, number, set_number, document_id, act, terms, answers_until,
       takes, runs, seen_at, seed)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9::text::jsonb, $10, $11, $12, $13, $14)`,
    [
      added.id,
      added.stepId,
      added.assignmentId,
      added.studentId,
      added.number,
      added.setNumber,
      added.documentId,
      added.act,
      json(added.terms),
      time(added.derived.answersUntil),
      added.derived.takes,
      added.derived.runs,
      time(added.at),
      added.seed,
    ],
  );
  await addActs(tx, added.id, [{ kind: 'begun', at: added.at }], added.derived, { actorId: added.studentId });
}

/** Keeps a sign of life of whoever answers, at most every ten seconds. */
export async function keepSeen(db: Queryable, documentIds: readonly DocumentId[], at: Instant): Promise<void> {
  await db.query(
    `UPDATE attempt SET seen_at = $2 WHERE document_id = ANY($1) AND runs AND (seen_at IS NULL OR seen_at < $2::timestamptz - interval '10 seconds')`,
    [documentIds, time(at)],
  );
}

/** Does a document take answers at a moment, as far as it is those of an attempt? Everything else does. */
export async function takesAnswers(db: Queryable, documentId: DocumentId, now: Instant): Promise<boolean> {
  const { rows: over } = await db.query(
    'SELECT 1 FROM attempt WHERE document_id = $1 AND (NOT takes OR answers_until <= $2)',
    [documentId, time(now)],
  );
  return over.length === 0;
}

/** Minutes that some people have more at a step, said before they begin. */
export const extrasAt = (stepId: StepId) =>
  made(
    rows(
      z.object({ student_id: id<PersonId>(), minutes: z.number() }),
      'SELECT student_id, minutes FROM attempt_extra WHERE step_id = $1',
      [stepId],
    ),
    (found) => new Map(found.map((one) => [one.student_id, one.minutes])),
  );

/** Why teachers did what they did to the attempts at a step, oldest first. */
export const reasonsAt = (stepId: StepId) =>
  made(
    rows(
      z.object({ attempt_id: id<AttemptId>(), reason: z.string() }),
      `SELECT a.attempt_id, a.reason FROM attempt_act a JOIN attempt t ON t.id = a.attempt_id
       WHERE t.step_id = $1 AND a.reason <> '' ORDER BY a.id`,
      [stepId],
    ),
    (found) => {
      const reasons = new Map<AttemptId, readonly string[]>();
      for (const one of found) reasons.set(one.attempt_id, [...(reasons.get(one.attempt_id) ?? []), one.reason]);
      return reasons;
    },
  );

/** What is stored of the answers of an attempt, and the number of the last of it. */
export async function updatesOfAttempt(
  db: Queryable,
  attemptId: AttemptId,
): Promise<{ readonly updates: readonly Uint8Array[]; readonly last: number }> {
  // As one row: an exam of two minutes is sixty of them, and five hundred end in one second.
  const { rows: found } = await db.query(
    `SELECT coalesce(max(u.seq), 0)::text AS last, coalesce(string_agg(encode(u.update, 'base64'), ',' ORDER BY u.seq), '') AS updates
     FROM attempt t JOIN document_update u ON u.document_id = t.document_id WHERE t.id = $1`,
    [attemptId],
  );
  const [{ last, updates }] = found as [{ last: string; updates: string }];
  return {
    updates: updates === '' ? [] : updates.split(',').map((one) => new Uint8Array(Buffer.from(one, 'base64'))),
    last: Number(last),
  };
}
