import { z } from 'zod';
import type { AssignmentId, DocumentId, HandInId, Instant, PersonId } from '@/core/ids';
import { type DocumentName, documentKind, type Written } from '@/core/kinds/document';
import type { FrozenAttachment } from '@/core/kinds/piece';
import type { Criterion, Mark } from '@/core/marks/rubric';
import type { Annotation } from '@/core/remarks/annotation';
import type { LateRule } from '@/core/work/rules';
import {
  annotation,
  bigNumber,
  bytes,
  criterion,
  documentName,
  finding,
  id,
  instant,
  lateRule,
  mark,
  maybeInstant,
} from './columns';
import { first, json, many, type Queryable, time } from './database';

/** What a hand-in keeps no bytes of. */
const NOT_FETCHED: ReadonlySet<string> = new Set(['link']);

const receipt = z.object({
  id: id<HandInId>(),
  number: bigNumber,
  assignment_id: id<AssignmentId>(),
  student_id: id<PersonId>(),
  at: instant,
  due_at: maybeInstant,
  late_by: bigNumber,
  note: z.string(),
  fingerprint: z.string(),
  findings: z.array(finding),
  begun_at: maybeInstant,
  /** From when it counts, where it was begun before the end and finished within the grace. */
  counts_at: maybeInstant,
  late: lateRule,
  /** The most points that the assignment gave; `null` where it gave none. */
  points: z.number().nullable(),
  /** Everybody for whom it counts, by name, in group work; empty for one's own. */
  members: z.array(z.string()),
  student: z.string(),
  assignment: z.string(),
  class_id: z.string(),
  class: z.string(),
  pieces: z.array(
    z
      .object({ title: z.string(), kind: z.string(), size: z.number(), sha256: z.string() })
      // A link has nothing to fetch: its receipt names where it led.
      .transform((piece) => ({ ...piece, fetched: piece.size > 0 || !NOT_FETCHED.has(piece.kind) })),
  ),
});

export type Receipt = z.output<typeof receipt>;

const RECEIPT = `SELECT h.id, h.number, h.assignment_id, h.student_id, h.at, h.due_at, h.late_by, h.note, h.fingerprint, h.findings,
  h.begun_at, h.counts_at, h.late, h.points, s.name AS student, a.title AS assignment, c.id AS class_id, c.name AS class,
  (SELECT coalesce(array_agg(m.name ORDER BY m.name), '{}') FROM person m WHERE m.id = ANY(h.members)) AS members,
  coalesce((SELECT jsonb_agg(jsonb_build_object('title', p.title, 'kind', p.kind, 'size', coalesce(p.size, octet_length(p.bytes), 0), 'sha256', p.sha256)
            ORDER BY p.position) FROM hand_in_piece p WHERE p.hand_in_id = h.id), '[]') AS pieces
  FROM hand_in h JOIN person s ON s.id = h.student_id JOIN assignment a ON a.id = h.assignment_id JOIN class c ON c.id = a.class_id`;

/** Whose a hand-in is: who handed it in, or whoever was in the group. */
const whose = (student: string) => `(h.student_id = ${student} OR h.members @> ARRAY[${student}])`;

/** The receipts of one student's work, newest first. */
export const receiptsOf = (db: Queryable, assignmentId: AssignmentId, studentId: PersonId) =>
  many(db, receipt, `${RECEIPT} WHERE h.assignment_id = $1 AND ${whose('$2')} ORDER BY h.number DESC`, [
    assignmentId,
    studentId,
  ]);

/** All receipts of a student, newest first. */
export const allReceiptsOf = (db: Queryable, studentId: PersonId) =>
  many(db, receipt, `${RECEIPT} WHERE ${whose('$1')} ORDER BY h.number DESC LIMIT 2000`, [studentId]);

export const receiptByNumber = (db: Queryable, number: number) =>
  first(db, receipt, `${RECEIPT} WHERE h.number = $1`, [number]);

/** Is somebody's work in a hand-in? */
export async function isMemberOf(db: Queryable, handInId: HandInId, studentId: PersonId): Promise<boolean> {
  const { rows } = await db.query(`SELECT 1 FROM hand_in h WHERE h.id = $1 AND ${whose('$2')}`, [handInId, studentId]);
  return rows.length > 0;
}

/** Everybody whose work is in a hand-in. */
export async function membersOf(db: Queryable, handInId: HandInId): Promise<readonly PersonId[]> {
  const row = await first(
    db,
    z.object({ student_id: id<PersonId>(), members: z.array(id<PersonId>()) }),
    'SELECT student_id, members FROM hand_in WHERE id = $1',
    [handInId],
  );
  return row ? (row.members.length > 0 ? row.members : [row.student_id]) : [];
}

export const findReceipt = (db: Queryable, handInId: HandInId) =>
  first(db, receipt, `${RECEIPT} WHERE h.id = $1`, [handInId]);

/** The receipt of an act that was carried out already: what a retry gets. */
export async function receiptOfAct(db: Queryable, studentId: PersonId, act: string): Promise<Receipt | null> {
  const known = await first(
    db,
    z.object({ id: id<HandInId>() }),
    'SELECT id FROM hand_in WHERE student_id = $1 AND act = $2',
    [studentId, act],
  );
  return known && findReceipt(db, known.id);
}

/** A piece as it was at the hand-in: a document with its words, a file by its fingerprint, a link by its address. */
export type FrozenPiece = { readonly title: string } & (
  | ({
      readonly kind: 'document';
      readonly sha256: string;
      readonly bytes: Uint8Array;
      readonly documentId: DocumentId;
    } & { readonly written: Written })
  | FrozenAttachment
);

export async function addHandIn(
  tx: Queryable,
  handIn: {
    id: HandInId;
    assignmentId: AssignmentId;
    studentId: PersonId;
    act: string;
    at: Instant;
    dueAt: Instant | null;
    lateBy: number;
    begunAt: Instant | null;
    countsAt: Instant | null;
    late: LateRule;
    points: number | null;
    members: readonly PersonId[];
    note: string;
    fingerprint: string;
    findings: unknown;
    pieces: readonly FrozenPiece[];
  },
): Promise<void> {
  await tx.query(
    `INSERT INTO hand_in (id, assignment_id, student_id, act, at, due_at, late_by, note, fingerprint, findings,
       begun_at, counts_at, late, points, members)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10::text::jsonb, $11, $12, $13::text::jsonb, $14, $15)`,
    [
      handIn.id,
      handIn.assignmentId,
      handIn.studentId,
      handIn.act,
      time(handIn.at),
      time(handIn.dueAt),
      Math.round(handIn.lateBy),
      handIn.note,
      handIn.fingerprint,
      json(handIn.findings),
      time(handIn.begunAt),
      time(handIn.countsAt),
      json(handIn.late),
      handIn.points,
      handIn.members,
    ],
  );
  for (const [position, piece] of handIn.pieces.entries()) {
    await tx.query(
      `INSERT INTO hand_in_piece (hand_in_id, position, kind, title, content, bytes, sha256, document_id, size, file_sha256,
         address, document_kind)
       VALUES ($1, $2, $3, $4, $5::text::jsonb, $6, $7, $8, $9, $10, $11, $12)`,
      [
        handIn.id,
        position,
        piece.kind,
        piece.title,
        'written' in piece ? json(piece.written.content) : null,
        'bytes' in piece ? piece.bytes : null,
        piece.sha256,
        'documentId' in piece ? piece.documentId : null,
        'size' in piece ? piece.size : null,
        'size' in piece ? piece.sha256 : null,
        'address' in piece ? piece.address : null,
        'written' in piece ? piece.written.kind : null,
      ],
    );
  }
}

const kept = { position: z.number(), title: z.string(), sha256: z.string() };
const handedIn = z.discriminatedUnion('kind', [
  z
    .object({
      ...kept,
      kind: z.literal('document'),
      document_kind: documentName,
      content: z.unknown(),
      document_id: id<DocumentId>(),
    })
    .transform(({ document_kind, content, document_id, ...piece }) => ({
      ...piece,
      document: document_id,
      /** Its words; `null` for one that cannot be drawn, which is had as a file all the same. */
      written: drawable(document_kind, content),
    })),
  z.object({ ...kept, kind: z.literal('file'), type: z.string(), size: bigNumber }),
  z.object({ ...kept, kind: z.literal('link'), address: z.string() }),
]);

export type HandedInPiece = z.output<typeof handedIn>;

const drawable = (kind: DocumentName, content: unknown): Written | null =>
  documentKind(kind).overflow(content) === null ? ({ kind, content } as Written) : null;

/** The pieces of a hand-in as they were. */
export const piecesOf = (db: Queryable, handInId: HandInId) =>
  many(
    db,
    handedIn,
    `SELECT p.position, p.kind, p.title, p.content, p.sha256, f.type, p.size, p.address, p.document_id,
       p.document_kind
     FROM hand_in_piece p LEFT JOIN file f ON f.sha256 = p.file_sha256 WHERE p.hand_in_id = $1 ORDER BY p.position`,
    [handInId],
  );

/** The bytes of a text as they were handed in: those of which the receipt has the fingerprint. */
export async function textBytesOf(db: Queryable, handInId: HandInId, position: number): Promise<Uint8Array | null> {
  const row = await first(
    db,
    z.object({ bytes }),
    'SELECT bytes FROM hand_in_piece WHERE hand_in_id = $1 AND position = $2 AND bytes IS NOT NULL',
    [handInId, position],
  );
  return row?.bytes ?? null;
}

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
});

export const findDraft = (db: Queryable, handInId: HandInId, teacherId: PersonId) =>
  first(
    db,
    draft,
    'SELECT marks, general, remarks, sound, at, rubric FROM marking_draft WHERE hand_in_id = $1 AND teacher_id = $2',
    [handInId, teacherId],
  );

/** Other teachers who have begun to mark the same hand-in. */
export const otherMarkers = (db: Queryable, handInId: HandInId, teacherId: PersonId) =>
  many(
    db,
    z.object({ name: z.string(), at: instant }),
    `SELECT p.name, d.at FROM marking_draft d JOIN person p ON p.id = d.teacher_id
     WHERE d.hand_in_id = $1 AND d.teacher_id <> $2 ORDER BY d.at DESC`,
    [handInId, teacherId],
  );

/** The hand-ins of an assignment for which a teacher has a draft. */
export const draftsOf = (db: Queryable, assignmentId: AssignmentId, teacherId: PersonId) =>
  many(
    db,
    draft.extend({ hand_in_id: id<HandInId>() }),
    `SELECT d.hand_in_id, d.marks, d.general, d.remarks, d.sound, d.at, d.rubric
     FROM marking_draft d JOIN hand_in h ON h.id = d.hand_in_id WHERE h.assignment_id = $1 AND d.teacher_id = $2`,
    [assignmentId, teacherId],
  );

export async function keepDraft(
  tx: Queryable,
  kept: Marking & { handInId: HandInId; teacherId: PersonId; at: Instant; rubric: string | null },
): Promise<void> {
  await tx.query(
    `INSERT INTO marking_draft (hand_in_id, teacher_id, marks, general, at, remarks, sound, rubric)
     VALUES ($1, $2, $3::text::jsonb, $4, $5, $6::text::jsonb, $7, $8)
     ON CONFLICT (hand_in_id, teacher_id) DO UPDATE
       SET marks = $3::text::jsonb, general = $4, at = $5, remarks = $6::text::jsonb, sound = $7, rubric = $8`,
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
export const handBacksOf = (db: Queryable, assignmentId: AssignmentId, studentId: PersonId) =>
  many(
    db,
    handBack,
    `SELECT b.id, b.hand_in_id, p.name AS teacher, b.at, b.another_go, b.rubric, b.marks, b.general, b.remarks, b.sound,
       b.earned, b.lost_late, b.amends
     FROM hand_in h JOIN hand_back b ON b.hand_in_id = h.id JOIN person p ON p.id = b.teacher_id
     WHERE h.assignment_id = $1 AND ${whose('$2')} ORDER BY b.at DESC`,
    [assignmentId, studentId],
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
export const repliesOf = (db: Queryable, handInId: HandInId) =>
  many(db, reply, 'SELECT remark_id, done_at, answer, at FROM remark_reply WHERE hand_in_id = $1', [handInId]);

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
export const keptRemarksOf = (db: Queryable, teacherId: PersonId) =>
  many(
    db,
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

const earlier = z.object({
  assignment_id: id<AssignmentId>(),
  title: z.string(),
  at: instant,
  rubric: z.array(criterion),
  marks: z.array(mark),
});

/** What a student earned by criterion in a class so far, oldest first: of each assignment the newest hand-back. */
export const earlierMarksOf = (db: Queryable, classId: string, studentId: PersonId) =>
  many(
    db,
    earlier,
    `SELECT assignment_id, title, at, rubric, marks FROM (
       SELECT DISTINCT ON (a.id) a.id AS assignment_id, a.title, b.at, b.rubric, b.marks
       FROM hand_in h JOIN hand_back b ON b.hand_in_id = h.id JOIN assignment a ON a.id = h.assignment_id
       WHERE a.class_id = $1 AND ${whose('$2')} AND b.earned IS NOT NULL ORDER BY a.id, b.at DESC) newest
     ORDER BY at`,
    [classId, studentId],
  );

/** Points after the loss for lateness, of everything of a student that came back, by assignment: the newest counts. */
export async function gradesOf(
  db: Queryable,
  studentId: PersonId,
  classId: string | null,
): Promise<Map<AssignmentId, number>> {
  const rows = await many(
    db,
    z.object({ assignment_id: id<AssignmentId>(), grade: z.number() }),
    `SELECT h.assignment_id, b.earned - b.lost_late AS grade FROM hand_in h JOIN hand_back b ON b.hand_in_id = h.id
     JOIN assignment a ON a.id = h.assignment_id
     WHERE ${whose('$1')} AND b.earned IS NOT NULL AND ($2::text IS NULL OR a.class_id = $2) ORDER BY b.at`,
    [studentId, classId],
  );
  return new Map(rows.map((row) => [row.assignment_id, row.grade]));
}

/** The points of everybody on an assignment whose work is back, the newest of each. */
export async function gradesOnAssignment(db: Queryable, assignmentId: AssignmentId): Promise<readonly number[]> {
  const rows = await many(
    db,
    z.object({ grade: z.number() }),
    `SELECT earned - lost_late AS grade FROM (
       SELECT DISTINCT ON (m.student) b.earned, b.lost_late FROM hand_in h JOIN hand_back b ON b.hand_in_id = h.id
       CROSS JOIN LATERAL unnest(CASE WHEN h.members = '{}' THEN ARRAY[h.student_id] ELSE h.members END) AS m (student)
       WHERE h.assignment_id = $1 ORDER BY m.student, b.at DESC) newest WHERE earned IS NOT NULL`,
    [assignmentId],
  );
  return rows.map(({ grade }) => grade);
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
       sound, amends)
     VALUES ($1, $2, $3, $4, $5, $6::text::jsonb, $7::text::jsonb, $8, $9, $10, $11::text::jsonb, $12, $13)`,
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
