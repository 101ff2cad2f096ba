import { z } from 'zod';
import type { AssignmentId, DocumentId, Instant, PersonId, StepId } from '@/core/ids';
import type { Piece, PieceOf } from '@/core/kinds/piece';
import { bigNumber, documentName, id, instant, maybeInstant } from './columns';
import { first, made, type Queryable, rows, time } from './database';

const base = z.object({
  id: z.string(),
  owner_id: id<PersonId>(),
  assignment_id: id<AssignmentId>().nullable(),
  step_id: id<StepId>().nullable(),
  name: z.string(),
  added_at: instant,
  removed_at: maybeInstant,
});

/** What each kind of piece is made of, from the columns that it has. */
const content = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('file'),
    sha256: z.string(),
    type: z.string(),
    size: bigNumber,
    pages: z.number().nullable(),
    seconds: z.number().nullable(),
    captions: z.string().nullable(),
  }),
  z.object({ kind: z.literal('link'), address: z.string() }),
  z
    .object({ kind: z.literal('document'), document_id: id<DocumentId>() })
    .transform(({ kind, document_id }) => ({ kind, document: document_id })),
]) satisfies z.ZodType<Piece>;

const piece = base.loose().transform((row) => ({
  id: row.id,
  owner_id: row.owner_id,
  assignment_id: row.assignment_id,
  step_id: row.step_id,
  name: row.name,
  added_at: row.added_at,
  removed_at: row.removed_at,
  is: content.parse(row) as Piece,
}));

export type StoredPiece = z.output<typeof piece>;

const PIECE = `SELECT p.id, p.owner_id, p.assignment_id, p.step_id, p.kind, p.name, p.file_sha256 AS sha256, f.type, f.size, p.pages, p.seconds, p.captions,
  p.address, p.document_id, p.added_at, p.removed_at FROM piece p LEFT JOIN file f ON f.sha256 = p.file_sha256`;

export const findPiece = (db: Queryable, pieceId: string) => first(db, piece, `${PIECE} WHERE p.id = $1`, [pieceId]);

/** What a student has put to an assignment besides the documents of its steps, those taken off included, in order. */
export const piecesOfWork = (assignmentId: AssignmentId, ownerId: PersonId) =>
  rows(piece, `${PIECE} WHERE p.assignment_id = $1 AND p.owner_id = $2 ORDER BY p.added_at, p.id LIMIT 500`, [
    assignmentId,
    ownerId,
  ]);

/** Of which kind the documents are that a student has put to an assignment, by document. */
export const kindsOfPieces = (assignmentId: AssignmentId, ownerId: PersonId) =>
  made(
    rows(
      z.object({ id: id<DocumentId>(), kind: documentName }),
      `SELECT d.id, d.kind FROM piece p JOIN document d ON d.id = p.document_id
       WHERE p.assignment_id = $1 AND p.owner_id = $2`,
      [assignmentId, ownerId],
    ),
    (found) => new Map(found.map((one) => [one.id, one.kind])),
  );

const shelved = z.object({ title: z.string().nullable(), class_id: z.string().nullable() });

/** All pieces of a person, with the assignment each was put to, newest first. */
export const piecesOfOwner = (ownerId: PersonId) =>
  rows(
    z.unknown().transform((row) => ({ ...piece.parse(row), ...shelved.parse(row) })),
    `SELECT x.*, a.title, a.class_id FROM (${PIECE} WHERE p.owner_id = $1) x
     LEFT JOIN assignment a ON a.id = x.assignment_id ORDER BY x.added_at DESC LIMIT 2000`,
    [ownerId],
  );

export interface NewPiece {
  readonly id: string;
  readonly ownerId: PersonId;
  readonly assignmentId: AssignmentId | null;
  /** The step at which it was recorded; `null` for what was put to the work as a whole. */
  readonly stepId?: StepId | null;
  readonly name: string;
  readonly at: Instant;
  readonly is: NewPieceContent;
}

/** What a new piece is made of: of a file, what its bytes are is kept with the file. */
export type NewPieceContent =
  | (Pick<PieceOf<'file'>, 'kind' | 'sha256' | 'pages' | 'seconds'> & { readonly captions?: string | null })
  | PieceOf<'link'>
  | PieceOf<'document'>;

export async function addPiece(
  tx: Queryable,
  { id: pieceId, ownerId, assignmentId, stepId = null, name, at, is }: NewPiece,
) {
  const columns = { sha256: null, pages: null, seconds: null, captions: null, address: null, document: null, ...is };
  await tx.query(
    `INSERT INTO piece (id, owner_id, assignment_id, kind, name, file_sha256, pages, address, document_id, added_at,
       seconds, captions, step_id)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12,
       -- Of this work, or of none.
       (SELECT id FROM step WHERE id = $13 AND assignment_id = $3))`,
    [
      pieceId,
      ownerId,
      assignmentId,
      columns.kind,
      name,
      columns.sha256,
      columns.pages,
      columns.address,
      columns.document,
      time(at),
      columns.seconds,
      columns.captions,
      stepId,
    ],
  );
}

export async function renamePiece(tx: Queryable, pieceId: string, name: string): Promise<void> {
  await tx.query('UPDATE piece SET name = $2 WHERE id = $1', [pieceId, name]);
}

/** Keeps what is said in a piece, as WebVTT; `null` for no words. */
export async function keepCaptions(tx: Queryable, pieceId: string, captions: string | null): Promise<void> {
  await tx.query('UPDATE piece SET captions = $2 WHERE id = $1', [pieceId, captions]);
}

/** Takes a piece off, or brings it back with `null`. */
export async function removePiece(tx: Queryable, pieceId: string, at: Instant | null): Promise<void> {
  await tx.query('UPDATE piece SET removed_at = $2 WHERE id = $1', [pieceId, time(at)]);
}
