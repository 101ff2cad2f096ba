import { z } from 'zod';
import type { AssignmentId, HandInId, Instant, PersonId } from '@/core/ids';
import type { Criterion, Mark } from '@/core/marks/rubric';
import type { Annotation } from '@/core/remarks/annotation';
import { annotation, bigNumber, criterion, id, instant, mark, maybeInstant } from './columns';
import { json, type Queryable, row, rows, time } from './database';
import { whose } from './hand-ins';

/** What a teacher says about a hand-in, whether it is a draft or has been handed back. */
export interface Marking {
  readonly marks: readonly Mark[];
  readonly general: string;
  readonly remarks: readonly Annotation[];
  /** A recording, by its fingerprint. */
  readonly sound: string | null;
}

const marking = {
  marks: z.array(mark),
  general: z.string(),
  remarks: z.array(annotation),
  sound: z.string().nullable(),
};

const draft = z.object({
  ...marking,
  at: instant,
  /** The rubric by which the marks were given; `null` for a draft from before that was kept. */
  rubric: z.string().nullable(),
  /** When it goes back, and how, where that was said already; until then it stays as it is. */
  said_for: maybeInstant,
  said: z.object({ amends: z.boolean(), anotherGo: z.boolean() }).nullable(),
});

/** How a hand-back that was said goes: for the first time or in the place of another, and with another go or not. */
export type Said = NonNullable<z.output<typeof draft>['said']>;

export const findDraft = (handInId: HandInId, teacherId: PersonId) =>
  row(
    draft,
    'SELECT marks, general, remarks, sound, at, rubric, said_for, said FROM marking_draft WHERE hand_in_id = $1 AND teacher_id = $2',
    [handInId, teacherId],
  );

/** Other teachers who have begun to mark hand-ins of the same assignment, the latest first. */
export const otherMarkers = (assignmentId: AssignmentId, teacherId: PersonId) =>
  rows(
    z.object({ hand_in_id: id<HandInId>(), name: z.string(), at: instant }),
    `SELECT d.hand_in_id, p.name, d.at FROM marking_draft d JOIN hand_in h ON h.id = d.hand_in_id
     JOIN person p ON p.id = d.teacher_id WHERE h.assignment_id = $1 AND d.teacher_id <> $2 ORDER BY d.at DESC`,
    [assignmentId, teacherId],
  );

const draftOfHandIn = draft.extend({ hand_in_id: id<HandInId>() });

export type Draft = z.output<typeof draftOfHandIn>;

/** The hand-ins of an assignment for which a teacher has a draft. */
export const draftsOf = (assignmentId: AssignmentId, teacherId: PersonId) =>
  rows(
    draftOfHandIn,
    `SELECT d.hand_in_id, d.marks, d.general, d.remarks, d.sound, d.at, d.rubric, d.said_for, d.said
     FROM marking_draft d JOIN hand_in h ON h.id = d.hand_in_id WHERE h.assignment_id = $1 AND d.teacher_id = $2`,
    [assignmentId, teacherId],
  );

/** Keeps a draft. @returns false where it is about to go back: then it stays as it was said */
export async function keepDraft(
  tx: Queryable,
  kept: Marking & { handInId: HandInId; teacherId: PersonId; at: Instant; rubric: string | null },
): Promise<boolean> {
  const { affected } = await tx.query(
    `INSERT INTO marking_draft AS d (hand_in_id, teacher_id, marks, general, at, remarks, sound, rubric)
     VALUES ($1, $2, $3::text::jsonb, $4, $5, $6::text::jsonb, $7, $8)
     ON CONFLICT (hand_in_id, teacher_id) DO UPDATE
       SET marks = $3::text::jsonb, general = $4, at = $5, remarks = $6::text::jsonb, sound = $7, rubric = $8
       WHERE d.said_for IS NULL`,
    [
      kept.handInId,
      kept.teacherId,
      json(kept.marks),
      kept.general,
      time(kept.at),
      json(kept.remarks),
      kept.sound,
      kept.rubric,
    ],
  );
  return affected === 1;
}

/** Says of a draft when and how it goes back; with `null` that it does not. */
export async function sayDraft(
  tx: Queryable,
  handInId: HandInId,
  teacherId: PersonId,
  said: (Said & { readonly at: Instant }) | null,
): Promise<void> {
  await tx.query(
    'UPDATE marking_draft SET said_for = $3, said = $4::text::jsonb WHERE hand_in_id = $1 AND teacher_id = $2',
    [handInId, teacherId, time(said?.at ?? null), said && json({ amends: said.amends, anotherGo: said.anotherGo })],
  );
}

const handBack = z.object({
  ...marking,
  id: z.string(),
  hand_in_id: id<HandInId>(),
  teacher: z.string(),
  at: instant,
  another_go: z.boolean(),
  rubric: z.array(criterion),
  earned: z.number().nullable(),
  lost_late: z.number(),
  amends: z.string().nullable(),
});

/** Everything that came back to one student on one assignment, newest first. */
export const handBacksOf = (assignmentId: AssignmentId, studentId: PersonId) =>
  rows(
    handBack,
    `SELECT b.id, b.hand_in_id, p.name AS teacher, b.at, b.another_go, b.rubric, b.marks, b.general, b.remarks, b.sound,
       b.earned, b.lost_late, b.amends
     FROM hand_in h JOIN hand_back b ON b.hand_in_id = h.id JOIN person p ON p.id = b.teacher_id
     WHERE h.assignment_id = $1 AND ${whose('$2')} ORDER BY b.at DESC`,
    [assignmentId, studentId],
  );

const handBackOfPerson = handBack.extend({
  assignment_id: id<AssignmentId>(),
  assignment: z.string(),
  class: z.string(),
  receipt: bigNumber,
  handed_in_at: instant,
  late_by: bigNumber,
  points: z.number().nullable(),
  replies: z.array(z.object({ remark: z.string(), answer: z.string() })),
});

export type HandBackOfPerson = z.output<typeof handBackOfPerson>;

/** Everything that ever came back to a student, with the receipt it is for and what was answered; the newest first. */
export const handBacksOfPerson = (studentId: PersonId) =>
  rows(
    handBackOfPerson,
    `SELECT b.id, b.hand_in_id, p.name AS teacher, b.at, b.another_go, b.rubric, b.marks, b.general, b.remarks, b.sound,
       b.earned, b.lost_late, b.amends, a.id AS assignment_id, a.title AS assignment, c.name AS class, h.number AS receipt,
       h.at AS handed_in_at, h.late_by, h.points,
       coalesce((SELECT jsonb_agg(jsonb_build_object('remark', r.remark_id, 'answer', r.answer)) FROM remark_reply r
                 WHERE r.hand_in_id = h.id), '[]') AS replies
     FROM hand_in h JOIN hand_back b ON b.hand_in_id = h.id JOIN person p ON p.id = b.teacher_id
     JOIN assignment a ON a.id = h.assignment_id JOIN class c ON c.id = a.class_id
     WHERE ${whose('$1')} ORDER BY b.at DESC LIMIT 2000`,
    [studentId],
  );

/** May a recording be heard by somebody who has a hand-in? Only once it was handed back, unless they teach. */
export async function isSoundOf(db: Queryable, handInId: HandInId, sound: string, teacher: boolean): Promise<boolean> {
  const { rows } = await db.query(
    `SELECT 1 FROM hand_back WHERE hand_in_id = $1 AND sound = $2
     UNION ALL SELECT 1 FROM marking_draft WHERE $3 AND hand_in_id = $1 AND sound = $2 LIMIT 1`,
    [handInId, sound, teacher],
  );
  return rows.length > 0;
}

const reply = z.object({ remark_id: z.string(), done_at: maybeInstant, answer: z.string(), at: instant });

/** What a student has done about the remarks on a hand-in. */
export const repliesOf = (handInId: HandInId) =>
  rows(reply, 'SELECT remark_id, done_at, answer, at FROM remark_reply WHERE hand_in_id = $1', [handInId]);

/** What a student has done about all remarks on one assignment. */
export const repliesOnWork = (assignmentId: AssignmentId, studentId: PersonId) =>
  rows(
    reply,
    `SELECT r.remark_id, r.done_at, r.answer, r.at FROM hand_in h JOIN remark_reply r ON r.hand_in_id = h.id
     WHERE h.assignment_id = $1 AND ${whose('$2')}`,
    [assignmentId, studentId],
  );

export async function keepReply(
  tx: Queryable,
  kept: { remarkId: string; handInId: HandInId; doneAt: Instant | null; answer: string; at: Instant },
): Promise<void> {
  await tx.query(
    `INSERT INTO remark_reply (remark_id, hand_in_id, done_at, answer, at) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (remark_id) DO UPDATE SET done_at = $3, answer = $4, at = $5`,
    [kept.remarkId, kept.handInId, time(kept.doneAt), kept.answer, time(kept.at)],
  );
}

/** Remarks that a teacher keeps to use again, the newest first. */
export const keptRemarksOf = (teacherId: PersonId) =>
  rows(
    z.object({ id: z.string(), body: z.string() }),
    'SELECT id, body FROM kept_remark WHERE teacher_id = $1 ORDER BY at DESC LIMIT 200',
    [teacherId],
  );

export async function keepRemark(
  tx: Queryable,
  kept: { id: string; teacherId: PersonId; body: string; at: Instant },
): Promise<void> {
  await tx.query(
    `INSERT INTO kept_remark (id, teacher_id, body, at) VALUES ($1, $2, $3, $4)
     ON CONFLICT (teacher_id, body) DO UPDATE SET at = $4`,
    [kept.id, kept.teacherId, kept.body, time(kept.at)],
  );
}

export async function dropKeptRemark(tx: Queryable, teacherId: PersonId, remarkId: string): Promise<void> {
  await tx.query('DELETE FROM kept_remark WHERE teacher_id = $1 AND id = $2', [teacherId, remarkId]);
}

export async function addHandBack(
  tx: Queryable,
  back: Marking & {
    id: string;
    handInId: HandInId;
    teacherId: PersonId;
    at: Instant;
    anotherGo: boolean;
    rubric: readonly Criterion[];
    earned: number | null;
    lostLate: number;
    amends: string | null;
  },
): Promise<void> {
  await tx.query(
    `INSERT INTO hand_back (id, hand_in_id, teacher_id, at, another_go, rubric, marks, general, earned, lost_late, remarks,
       sound, amends, version)
     VALUES ($1, $2, $3, $4, $5, $6::text::jsonb, $7::text::jsonb, $8, $9, $10, $11::text::jsonb, $12, $13,
       (SELECT a.version FROM assignment a JOIN hand_in h ON h.assignment_id = a.id WHERE h.id = $2))`,
    [
      back.id,
      back.handInId,
      back.teacherId,
      time(back.at),
      back.anotherGo,
      json(back.rubric),
      json(back.marks),
      back.general,
      back.earned,
      back.lostLate,
      json(back.remarks),
      back.sound,
      back.amends,
    ],
  );
  await tx.query('DELETE FROM marking_draft WHERE hand_in_id = $1 AND teacher_id = $2', [
    back.handInId,
    back.teacherId,
  ]);
}
