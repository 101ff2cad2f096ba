import { z } from 'zod';
import type { AssignmentId, DocumentId, HandInId, Instant, PersonId } from '@/core/ids';
import type { Criterion, Mark } from '@/core/marks/rubric';
import type { DocNode } from '@/core/text/document-json';
import { bigNumber, criterion, docNode, finding, id, instant, mark, maybeInstant } from './columns';
import { first, json, many, type Queryable, time } from './database';

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
  pieces: z.array(z.object({ title: z.string(), kind: z.string(), size: z.number(), sha256: z.string() })),
});

export type Receipt = z.output<typeof receipt>;

const RECEIPT = `SELECT h.id, h.number, h.assignment_id, h.student_id, h.at, h.due_at, h.late_by, h.note, h.fingerprint, h.findings,
  coalesce((SELECT jsonb_agg(jsonb_build_object('title', p.title, 'kind', p.kind, 'size', coalesce(p.size, octet_length(p.bytes), 0), 'sha256', p.sha256)
            ORDER BY p.position) FROM hand_in_piece p WHERE p.hand_in_id = h.id), '[]') AS pieces
  FROM hand_in h`;

/** The receipts of one student's work, newest first. */
export const receiptsOf = (db: Queryable, assignmentId: AssignmentId, studentId: PersonId) =>
  many(db, receipt, `${RECEIPT} WHERE h.assignment_id = $1 AND h.student_id = $2 ORDER BY h.number DESC`, [
    assignmentId,
    studentId,
  ]);

export const findReceipt = (db: Queryable, handInId: HandInId) =>
  first(db, receipt, `${RECEIPT} WHERE h.id = $1`, [handInId]);

/** The receipt of an act that was carried out already: what a retry gets. */
export const receiptOfAct = (db: Queryable, studentId: PersonId, act: string) =>
  first(db, receipt, `${RECEIPT} WHERE h.student_id = $1 AND h.act = $2`, [studentId, act]);

/** A piece as it was at the hand-in: a text in whole, a file by its fingerprint, a link by its address. */
export type FrozenPiece = { readonly title: string; readonly sha256: string } & (
  | {
      readonly kind: 'document' | 'answer';
      readonly content: DocNode;
      readonly bytes: Uint8Array;
      readonly documentId: DocumentId;
    }
  | { readonly kind: 'file'; readonly size: number }
  | { readonly kind: 'link'; readonly address: string }
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
    note: string;
    fingerprint: string;
    findings: unknown;
    pieces: readonly FrozenPiece[];
  },
): Promise<void> {
  await tx.query(
    `INSERT INTO hand_in (id, assignment_id, student_id, act, at, due_at, late_by, note, fingerprint, findings)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10::text::jsonb)`,
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
    ],
  );
  for (const [position, piece] of handIn.pieces.entries()) {
    await tx.query(
      `INSERT INTO hand_in_piece (hand_in_id, position, kind, title, content, bytes, sha256, document_id, size, file_sha256,
         address)
       VALUES ($1, $2, $3, $4, $5::text::jsonb, $6, $7, $8, $9, $10, $11)`,
      [
        handIn.id,
        position,
        piece.kind,
        piece.title,
        'content' in piece ? json(piece.content) : null,
        'bytes' in piece ? piece.bytes : null,
        piece.sha256,
        'documentId' in piece ? piece.documentId : null,
        'size' in piece ? piece.size : null,
        piece.kind === 'file' ? piece.sha256 : null,
        'address' in piece ? piece.address : null,
      ],
    );
  }
}

const kept = { position: z.number(), title: z.string(), sha256: z.string() };
const handedIn = z.discriminatedUnion('kind', [
  z.object({ ...kept, kind: z.enum(['document', 'answer']), content: docNode }),
  z.object({ ...kept, kind: z.literal('file'), type: z.string(), size: bigNumber }),
  z.object({ ...kept, kind: z.literal('link'), address: z.string() }),
]);

/** The pieces of a hand-in as they were. */
export const piecesOf = (db: Queryable, handInId: HandInId) =>
  many(
    db,
    handedIn,
    `SELECT p.position, p.kind, p.title, p.content, p.sha256, f.type, p.size, p.address
     FROM hand_in_piece p LEFT JOIN file f ON f.sha256 = p.file_sha256 WHERE p.hand_in_id = $1 ORDER BY p.position`,
    [handInId],
  );

const draft = z.object({ marks: z.array(mark), general: z.string(), at: instant });

export const findDraft = (db: Queryable, handInId: HandInId) =>
  first(db, draft, 'SELECT marks, general, at FROM marking_draft WHERE hand_in_id = $1', [handInId]);

export async function keepDraft(
  tx: Queryable,
  kept: { handInId: HandInId; teacherId: PersonId; marks: readonly Mark[]; general: string; at: Instant },
): Promise<void> {
  await tx.query(
    `INSERT INTO marking_draft (hand_in_id, teacher_id, marks, general, at) VALUES ($1, $2, $3::text::jsonb, $4, $5)
     ON CONFLICT (hand_in_id) DO UPDATE SET teacher_id = $2, marks = $3::text::jsonb, general = $4, at = $5`,
    [kept.handInId, kept.teacherId, json(kept.marks), kept.general, time(kept.at)],
  );
}

const handBack = z.object({
  hand_in_id: id<HandInId>(),
  teacher: z.string(),
  at: instant,
  another_go: z.boolean(),
  rubric: z.array(criterion),
  marks: z.array(mark),
  general: z.string(),
  earned: z.number().nullable(),
  lost_late: z.number(),
});

/** Everything that came back to one student on one assignment, newest first. */
export const handBacksOf = (db: Queryable, assignmentId: AssignmentId, studentId: PersonId) =>
  many(
    db,
    handBack,
    `SELECT b.hand_in_id, p.name AS teacher, b.at, b.another_go, b.rubric, b.marks, b.general, b.earned, b.lost_late
     FROM hand_in h JOIN hand_back b ON b.hand_in_id = h.id JOIN person p ON p.id = b.teacher_id
     WHERE h.assignment_id = $1 AND h.student_id = $2 ORDER BY b.at DESC`,
    [assignmentId, studentId],
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
     WHERE h.student_id = $1 AND b.earned IS NOT NULL AND ($2::text IS NULL OR a.class_id = $2) ORDER BY b.at`,
    [studentId, classId],
  );
  return new Map(rows.map((row) => [row.assignment_id, row.grade]));
}

export async function addHandBack(
  tx: Queryable,
  back: {
    id: string;
    handInId: HandInId;
    teacherId: PersonId;
    at: Instant;
    anotherGo: boolean;
    rubric: readonly Criterion[];
    marks: readonly Mark[];
    general: string;
    earned: number | null;
    lostLate: number;
  },
): Promise<void> {
  await tx.query(
    `INSERT INTO hand_back (id, hand_in_id, teacher_id, at, another_go, rubric, marks, general, earned, lost_late)
     VALUES ($1, $2, $3, $4, $5, $6::text::jsonb, $7::text::jsonb, $8, $9, $10)`,
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
    ],
  );
  await tx.query('DELETE FROM marking_draft WHERE hand_in_id = $1', [back.handInId]);
}
