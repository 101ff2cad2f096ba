import { z } from 'zod';
import type { AssignmentId, DocumentId, HandInId, Instant, PersonId } from '@/core/ids';
import { type DocumentName, documentKind, type Written } from '@/core/kinds/document';
import type { FrozenAttachment } from '@/core/kinds/piece';
import type { LateRule } from '@/core/work/rules';
import { bigNumber, bytes, documentName, finding, id, instant, lateRule, maybeInstant } from './columns';
import { first, json, many, type Queryable, rows, time } from './database';

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
  /** Minutes that the school was away while it was answered, and that were given back. */
  given_back: z.number(),
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
      .object({
        title: z.string(),
        kind: z.string(),
        size: z.number(),
        sha256: z.string(),
        position: z.number(),
        said: z.boolean(),
      })
      .transform(({ position, said, ...piece }) => ({
        ...piece,
        /** Where its bytes are had, among the pieces of the hand-in. A link has nothing to fetch: its receipt names where it led. */
        fetched: piece.size > 0 || !NOT_FETCHED.has(piece.kind) ? `${position}/${said ? 'captions' : 'file'}` : null,
      })),
  ),
});

export type Receipt = z.output<typeof receipt>;

const RECEIPT = `SELECT h.id, h.number, h.assignment_id, h.student_id, h.at, h.due_at, h.late_by, h.note, h.fingerprint, h.findings,
  h.begun_at, h.counts_at, h.late, h.points, s.name AS student, a.title AS assignment, c.id AS class_id, c.name AS class,
  (SELECT coalesce(array_agg(m.name ORDER BY m.name), '{}') FROM person m WHERE m.id = ANY(h.members)) AS members,
  (SELECT coalesce(sum((a.data->>'minutes')::double precision), 0) FROM hand_in_piece p JOIN attempt t ON t.document_id = p.document_id
    JOIN attempt_act a ON a.attempt_id = t.id AND a.kind = 'given-time' AND (a.data->>'away')::boolean
    WHERE p.hand_in_id = h.id) AS given_back,
  coalesce((SELECT jsonb_agg(jsonb_build_object('title', p.title, 'kind', p.kind, 'size', p.size, 'sha256', p.sha256,
              'position', p.position, 'said', p.said)
            ORDER BY p.position, p.said) FROM (
      SELECT position, false AS said, title, kind, coalesce(size, octet_length(bytes), 0) AS size, sha256
      FROM hand_in_piece WHERE hand_in_id = h.id
      UNION ALL
      -- What is said in a piece has a fingerprint of its own.
      SELECT position, true, title || '.vtt', 'file', octet_length(captions),
        encode(sha256(convert_to(captions, 'UTF8')), 'hex')
      FROM hand_in_piece WHERE hand_in_id = h.id AND captions IS NOT NULL) p), '[]') AS pieces
  FROM hand_in h JOIN person s ON s.id = h.student_id JOIN assignment a ON a.id = h.assignment_id JOIN class c ON c.id = a.class_id`;

/** Whose a hand-in is: who handed it in, or whoever was in the group. */
export const whose = (student: string) => `(h.student_id = ${student} OR h.members @> ARRAY[${student}])`;

/** The receipts of one student's work, newest first. */
export const receiptsOf = (assignmentId: AssignmentId, studentId: PersonId) =>
  rows(receipt, `${RECEIPT} WHERE h.assignment_id = $1 AND ${whose('$2')} ORDER BY h.number DESC`, [
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
       begun_at, counts_at, late, points, members, version)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10::text::jsonb, $11, $12, $13::text::jsonb, $14, $15,
       (SELECT version FROM assignment WHERE id = $2))`,
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
  // The bytes of a document are its content, as JSON.
  for (const [position, piece] of handIn.pieces.entries()) {
    await tx.query(
      `INSERT INTO hand_in_piece (hand_in_id, position, kind, title, content, bytes, sha256, document_id, size, file_sha256,
         address, document_kind, captions)
       VALUES ($1, $2, $3, $4, convert_from($5, 'UTF8')::jsonb, $5, $6, $7, $8, $9, $10, $11, $12)`,
      [
        handIn.id,
        position,
        piece.kind,
        piece.title,
        'bytes' in piece ? piece.bytes : null,
        piece.sha256,
        'documentId' in piece ? piece.documentId : null,
        'size' in piece ? piece.size : null,
        'size' in piece ? piece.sha256 : null,
        'address' in piece ? piece.address : null,
        'written' in piece ? piece.written.kind : null,
        'captions' in piece ? piece.captions : null,
      ],
    );
  }
}

export const kept = { position: z.number(), title: z.string(), sha256: z.string() };
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
  z.object({
    ...kept,
    kind: z.literal('file'),
    type: z.string(),
    size: bigNumber,
    captions: z.string().nullable(),
  }),
  z.object({ ...kept, kind: z.literal('link'), address: z.string() }),
]);

export type HandedInPiece = z.output<typeof handedIn>;

const drawable = (kind: DocumentName, content: unknown): Written | null =>
  documentKind(kind).overflow(content) === null ? ({ kind, content } as Written) : null;

const PIECE = `SELECT p.position, p.kind, p.title, p.content, p.sha256, f.type, p.size, p.address, p.document_id,
  p.document_kind, p.captions FROM hand_in_piece p LEFT JOIN file f ON f.sha256 = p.file_sha256`;

/** The pieces of a hand-in as they were. */
export const piecesOf = (handInId: HandInId) =>
  rows(handedIn, `${PIECE} WHERE p.hand_in_id = $1 ORDER BY p.position`, [handInId]);

/** The pieces of a student's newest hand-in on an assignment. */
export const latestPiecesOf = (assignmentId: AssignmentId, studentId: PersonId) =>
  rows(
    handedIn,
    `${PIECE} WHERE p.hand_in_id = (SELECT h.id FROM hand_in h WHERE h.assignment_id = $1 AND ${whose('$2')}
       ORDER BY h.number DESC LIMIT 1) ORDER BY p.position`,
    [assignmentId, studentId],
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
