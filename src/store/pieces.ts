import { z } from 'zod';
import type { AssignmentId, DocumentId, Instant, PersonId } from '@/core/ids';
import { bigNumber, id, instant, maybeInstant } from './columns';
import { first, many, type Queryable, time } from './database';

const base = z.object({
  id: z.string(),
  owner_id: id<PersonId>(),
  assignment_id: id<AssignmentId>().nullable(),
  name: z.string(),
  added_at: instant,
  removed_at: maybeInstant,
});

const piece = z.discriminatedUnion('kind', [
  base.extend({
    kind: z.literal('file'),
    sha256: z.string(),
    type: z.string(),
    size: bigNumber,
    /** Pages of a PDF. */
    pages: z.number().nullable(),
  }),
  base.extend({ kind: z.literal('link'), address: z.string() }),
  base.extend({ kind: z.literal('document'), document_id: id<DocumentId>() }),
]);

export type StoredPiece = z.output<typeof piece>;

const PIECE = `SELECT p.id, p.owner_id, p.assignment_id, p.kind, p.name, p.file_sha256 AS sha256, f.type, f.size, p.pages,
  p.address, p.document_id, p.added_at, p.removed_at FROM piece p LEFT JOIN file f ON f.sha256 = p.file_sha256`;

export const findPiece = (db: Queryable, pieceId: string) => first(db, piece, `${PIECE} WHERE p.id = $1`, [pieceId]);

/** What a student has put to an assignment besides the documents of its steps, those taken off included, in order. */
export const piecesOfWork = (db: Queryable, assignmentId: AssignmentId, ownerId: PersonId) =>
  many(db, piece, `${PIECE} WHERE p.assignment_id = $1 AND p.owner_id = $2 ORDER BY p.added_at, p.id LIMIT 500`, [
    assignmentId,
    ownerId,
  ]);

const shelved = z.object({ title: z.string().nullable(), class_id: z.string().nullable() });

/** All files and links of a person, with the assignment each was put to, newest first. */
export const piecesOfOwner = (db: Queryable, ownerId: PersonId) =>
  many(
    db,
    z.intersection(piece, shelved),
    `SELECT x.*, a.title, a.class_id FROM (${PIECE} WHERE p.owner_id = $1) x
     LEFT JOIN assignment a ON a.id = x.assignment_id ORDER BY x.added_at DESC LIMIT 2000`,
    [ownerId],
  );

export interface NewPiece {
  readonly id: string;
  readonly ownerId: PersonId;
  readonly assignmentId: AssignmentId | null;
  readonly name: string;
  readonly at: Instant;
  readonly is:
    | { readonly kind: 'file'; readonly sha256: string; readonly pages: number | null }
    | { readonly kind: 'link'; readonly address: string }
    | { readonly kind: 'document'; readonly documentId: DocumentId };
}

export async function addPiece(tx: Queryable, { id: pieceId, ownerId, assignmentId, name, at, is }: NewPiece) {
  await tx.query(
    `INSERT INTO piece (id, owner_id, assignment_id, kind, name, file_sha256, pages, address, document_id, added_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
    [
      pieceId,
      ownerId,
      assignmentId,
      is.kind,
      name,
      is.kind === 'file' ? is.sha256 : null,
      is.kind === 'file' ? is.pages : null,
      is.kind === 'link' ? is.address : null,
      is.kind === 'document' ? is.documentId : null,
      time(at),
    ],
  );
}

export async function renamePiece(tx: Queryable, pieceId: string, name: string): Promise<void> {
  await tx.query('UPDATE piece SET name = $2 WHERE id = $1', [pieceId, name]);
}

/** Takes a piece off, or brings it back with `null`. */
export async function removePiece(tx: Queryable, pieceId: string, at: Instant | null): Promise<void> {
  await tx.query('UPDATE piece SET removed_at = $2 WHERE id = $1', [pieceId, time(at)]);
}
