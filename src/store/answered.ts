import { z } from 'zod';
import type { AssignmentId, AttemptId, DocumentId, Instant, PersonId, StepId } from '@/core/ids';
import type { AnswersContent } from '@/core/kinds/document/answers';
import type { PartScore } from '@/core/questions/scoring';
import { bigNumber, id, instant } from './columns';
import { first, json, made, type Queryable, rows, time } from './database';

/** Keeps what came after the end, beside the attempt; the same only once. */
export async function keepLateAnswers(
  tx: Queryable,
  late: readonly { readonly documentId: DocumentId; readonly sha256: string; readonly update: Uint8Array }[],
  at: Instant,
): Promise<void> {
  for (const { documentId, sha256, update } of late)
    await tx.query(
      'INSERT INTO late_answer (document_id, sha256, update, at) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING',
      [documentId, sha256, update, time(at)],
    );
}

const partScore: z.ZodType<PartScore> = z.object({
  part: z.string(),
  share: z.number().nullable(),
  points: z.number().nullable(),
  of: z.number(),
  how: z.object({
    rule: z.enum(['whole', 'each', 'right-less-wrong', 'mapped', 'by-a-person', 'given', 'empty']),
    right: z.number(),
    wrong: z.number(),
    of: z.number(),
    off: z.enum(['no-unit', 'other-unit', 'figures', 'no-number']).optional(),
  }),
});

const frozen = z.object({
  attempt_id: id<AttemptId>(),
  answered_id: bigNumber,
  at: instant,
  sha256: z.string(),
  content: z.unknown().transform((value) => value as AnswersContent),
  parts: z.array(partScore),
  points: z.number(),
  of: z.number(),
  unread: z.number(),
});

/** What an attempt ended with: its answers as they were frozen last, and what they came to by now. */
export type FrozenAttempt = z.output<typeof frozen>;

const FROZEN = `SELECT f.attempt_id, f.id AS answered_id, f.at, f.sha256, f.content, s.parts, s.points, s.of, s.unread
  FROM attempt t JOIN LATERAL (SELECT * FROM answered a WHERE a.attempt_id = t.id ORDER BY a.id DESC LIMIT 1) f ON true
  JOIN LATERAL (SELECT * FROM attempt_score c WHERE c.answered_id = f.id ORDER BY c.id DESC LIMIT 1) s ON true`;

/** What the attempts of one person on an assignment ended with. Those that were voided are left out. */
export const frozenOfWork = (assignmentId: AssignmentId, studentId: PersonId) =>
  made(
    rows(
      frozen,
      `${FROZEN} WHERE t.assignment_id = $1 AND t.student_id = $2 AND NOT t.runs ORDER BY t.step_id, t.number`,
      [assignmentId, studentId],
    ),
    (found) => new Map(found.map((one) => [one.attempt_id, one])),
  );

/** What everybody's attempts at a step ended with. */
export const frozenAtStep = (stepId: StepId) =>
  made(
    rows(frozen, `${FROZEN} WHERE t.step_id = $1 AND NOT t.runs`, [stepId]),
    (found) => new Map(found.map((one) => [one.attempt_id, one])),
  );

/** The frozen bytes of an attempt: those that its receipt has the fingerprint of. */
export async function frozenBytes(db: Queryable, answeredId: number): Promise<Uint8Array> {
  const found = await first(
    db,
    z.object({ bytes: z.instanceof(Uint8Array) }),
    'SELECT bytes FROM answered WHERE id = $1',
    [answeredId],
  );
  if (!found) throw new Error(`answers ${answeredId} are gone`);
  return found.bytes;
}

/** Freezes what was answered, as its bytes say. @returns under which number */
export async function addAnswered(
  tx: Queryable,
  added: { attemptId: AttemptId; at: Instant; bytes: Uint8Array; sha256: string },
): Promise<number> {
  const found = await first(
    tx,
    z.object({ id: bigNumber }),
    `INSERT INTO answered (attempt_id, at, content, bytes, sha256)
     VALUES ($1, $2, convert_from($3, 'UTF8')::jsonb, $3, $4) RETURNING id`,
    [added.attemptId, time(added.at), added.bytes, added.sha256],
  );
  if (!found) throw new Error('answers were not kept');
  return found.id;
}

/** A score as it is kept. */
export interface NewScore {
  readonly attemptId: AttemptId;
  readonly answeredId: number;
  readonly parts: readonly PartScore[];
  readonly points: number;
  readonly of: number;
  readonly unread: number;
}

/** Keeps what attempts came to; what they came to before stays. */
export async function addScores(
  tx: Queryable,
  scores: readonly NewScore[],
  at: Instant,
  keyChange: number | null = null,
): Promise<void> {
  if (scores.length === 0) return;
  await tx.query(
    `INSERT INTO attempt_score (attempt_id, answered_id, at, parts, points, of, unread, key_change_id)
     SELECT s.one->>'attemptId', (s.one->>'answeredId')::bigint, $2, s.one->'parts', (s.one->>'points')::double precision,
       (s.one->>'of')::double precision, (s.one->>'unread')::integer, $3
     FROM jsonb_array_elements($1::text::jsonb) AS s (one)`,
    [json(scores), time(at), keyChange],
  );
}

const keyChange = z.object({
  id: bigNumber,
  part_id: z.string(),
  at: instant,
  reason: z.string(),
  question: z.unknown(),
});

/** What counts as right from now on at a step, oldest first. */
export const keyChangesAt = (stepId: StepId) =>
  rows(keyChange, 'SELECT id, part_id, at, reason, question FROM key_change WHERE step_id = $1 ORDER BY id', [stepId]);

export async function addKeyChange(
  tx: Queryable,
  added: { stepId: StepId; partId: string; by: PersonId; at: Instant; reason: string; question: unknown },
): Promise<number> {
  const found = await first(
    tx,
    z.object({ id: bigNumber }),
    `INSERT INTO key_change (step_id, part_id, by_id, at, reason, question) VALUES ($1, $2, $3, $4, $5, $6::text::jsonb) RETURNING id`,
    [added.stepId, added.partId, added.by, time(added.at), added.reason, json(added.question)],
  );
  if (!found) throw new Error('a change of a key was not kept');
  return found.id;
}

const givenPoints = z.object({
  attempt_id: id<AttemptId>(),
  part_id: z.string(),
  points: z.number().nullable(),
  words: z.string(),
});

/** Points that somebody gave for answers, by attempt and part: the newest of each. */
export const givenPointsOf = (attemptIds: readonly AttemptId[]) =>
  rows(
    givenPoints,
    `SELECT DISTINCT ON (attempt_id, part_id) attempt_id, part_id, points, words FROM answer_points
     WHERE attempt_id = ANY($1) ORDER BY attempt_id, part_id, id DESC`,
    [attemptIds],
  );

export async function addGivenPoints(
  tx: Queryable,
  added: { attemptId: AttemptId; partId: string; points: number | null; words: string; by: PersonId; at: Instant },
): Promise<void> {
  await tx.query(
    'INSERT INTO answer_points (attempt_id, part_id, points, words, teacher_id, at) VALUES ($1, $2, $3, $4, $5, $6)',
    [added.attemptId, added.partId, added.points, added.words, added.by, time(added.at)],
  );
}

const tried = z.object({
  question_id: z.string(),
  at: instant,
  is_right: z.boolean(),
  answers: z.record(z.string(), z.unknown()),
  parts: z.array(partScore),
});

/** Answers that were looked at in practice, oldest first. */
export const triedIn = (attemptId: AttemptId) =>
  rows(tried, 'SELECT question_id, at, is_right, answers, parts FROM tried WHERE attempt_id = $1 ORDER BY id', [
    attemptId,
  ]);

/** Keeps an answer that was looked at. @returns false where the same act was kept already */
export async function addTried(
  tx: Queryable,
  added: {
    attemptId: AttemptId;
    questionId: string;
    act: string;
    at: Instant;
    answers: object;
    right: boolean;
    parts: readonly PartScore[];
  },
): Promise<boolean> {
  const { affected } = await tx.query(
    `INSERT INTO tried (attempt_id, question_id, act, at, answers, is_right, parts)
     VALUES ($1, $2, $3, $4, $5::text::jsonb, $6, $7::text::jsonb) ON CONFLICT (attempt_id, act) DO NOTHING`,
    [added.attemptId, added.questionId, added.act, time(added.at), json(added.answers), added.right, json(added.parts)],
  );
  return affected === 1;
}

/** How much came after the end of the attempts at a step, by attempt. */
export const lateAnswersAt = (stepId: StepId) =>
  made(
    rows(
      z.object({ id: id<AttemptId>(), n: z.number() }),
      `SELECT t.id, count(*)::int AS n FROM late_answer l JOIN attempt t ON t.document_id = l.document_id
       WHERE t.step_id = $1 GROUP BY t.id`,
      [stepId],
    ),
    (found) => new Map(found.map(({ id: attempt, n }) => [attempt, n])),
  );

/** What came after the end, oldest first. */
export async function lateUpdatesOf(db: Queryable, documentId: DocumentId): Promise<readonly Uint8Array[]> {
  const { rows: late } = await db.query('SELECT update FROM late_answer WHERE document_id = $1 ORDER BY at, sha256', [
    documentId,
  ]);
  return (late as readonly { readonly update: Uint8Array }[]).map(({ update }) => update);
}
