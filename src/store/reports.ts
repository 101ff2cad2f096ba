import { z } from 'zod';
import type { ClassId, Instant, PersonId, PostId, StepId, TalkId } from '@/core/ids';
import { TALK_NAMES } from '@/core/kinds/talk';
import { id, instant, maybeInstant, textDocument } from './columns';
import { first, made, type Queryable, row, rows, time } from './database';

/** Reports a post as it stands now. Somebody reports a post once. */
export async function addReport(
  tx: Queryable,
  report: { id: string; postId: PostId; by: PersonId; reason: string; at: Instant },
): Promise<void> {
  await tx.query(
    `INSERT INTO report (id, post_id, by_id, reason, body, at) SELECT $1, p.id, $3, $4, p.body, $5 FROM post p WHERE p.id = $2
     ON CONFLICT (post_id, by_id) DO NOTHING`,
    [report.id, report.postId, report.by, report.reason, time(report.at)],
  );
}

/** Says what came of a report, once; `null` where there is none that is open. */
export const settleReport = (tx: Queryable, reportId: string, by: PersonId, outcome: string, at: Instant) =>
  first(
    tx,
    z.object({
      post_id: id<PostId>(),
      talk_id: id<TalkId>(),
      class_id: id<ClassId>(),
      author_id: id<PersonId>(),
      step_id: id<StepId>().nullable(),
      reason: z.string(),
    }),
    `UPDATE report r SET settled_at = $4, settled_by_id = $2, outcome = $3 FROM post p JOIN talk t ON t.id = p.talk_id
     WHERE r.id = $1 AND r.settled_at IS NULL AND p.id = r.post_id
     RETURNING r.post_id, p.talk_id, t.class_id, p.author_id, t.step_id, r.reason`,
    [reportId, by, outcome, time(at)],
  );

/** How many reports nobody has looked at. */
export const openReports = made(
  row(z.object({ n: z.number() }), 'SELECT count(*)::int AS n FROM report WHERE settled_at IS NULL'),
  (found) => found?.n ?? 0,
);

/** What teachers withdrew where a class reads, with the reason they gave: the latest first. What was reported stands in {@link reports}. */
export const withdrawnByTeachers = (most: number) =>
  rows(
    z.object({
      id: id<PostId>(),
      body: textDocument,
      author: z.string(),
      by: z.string(),
      kind: z.enum(TALK_NAMES),
      class: z.string(),
      said_at: instant,
      at: instant,
      reason: z.string(),
    }),
    `SELECT p.id, p.body, w.name AS author, b.name AS by, t.kind, c.name AS class, p.at AS said_at, p.withdrawn_at AS at, p.reason
     FROM post p JOIN talk t ON t.id = p.talk_id JOIN class c ON c.id = t.class_id
     JOIN person w ON w.id = p.author_id JOIN person b ON b.id = p.withdrawn_by_id
     WHERE p.withdrawn_by_id <> p.author_id AND NOT EXISTS (SELECT 1 FROM report r WHERE r.post_id = p.id)
     ORDER BY p.withdrawn_at DESC LIMIT $1`,
    [most],
  );

/** What was reported, with the post alone: nothing of what stands around it. Open ones first, the oldest first. */
export const reports = (most: number) =>
  rows(
    z.object({
      id: z.string(),
      at: instant,
      reason: z.string(),
      by: z.string(),
      body: textDocument,
      author: z.string(),
      kind: z.enum(TALK_NAMES),
      class: z.string(),
      said_at: instant,
      withdrawn: z.boolean(),
      withdrawn_why: z.string(),
      settled_at: maybeInstant,
      settled_by: z.string().nullable(),
      outcome: z.string().nullable(),
    }),
    `SELECT r.id, r.at, r.reason, b.name AS by, r.body, w.name AS author, t.kind, c.name AS class, p.at AS said_at,
       p.withdrawn_at IS NOT NULL AS withdrawn, p.reason AS withdrawn_why, r.settled_at, s.name AS settled_by, r.outcome
     FROM report r JOIN post p ON p.id = r.post_id JOIN talk t ON t.id = p.talk_id JOIN class c ON c.id = t.class_id
     JOIN person b ON b.id = r.by_id JOIN person w ON w.id = p.author_id LEFT JOIN person s ON s.id = r.settled_by_id
     ORDER BY r.settled_at IS NOT NULL, CASE WHEN r.settled_at IS NULL THEN r.at END, r.settled_at DESC LIMIT $1`,
    [most],
  );
