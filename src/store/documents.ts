import { z } from 'zod';
import { BRIEF, type KeptName } from '@/core/documents/kept';
import { DOCUMENT_ROLES, KEPT_ROLES } from '@/core/documents/roles';
import type { AssignmentId, ClassId, DocumentId, Instant, PersonId, StepId } from '@/core/ids';
import type { DocumentName } from '@/core/kinds/document';
import { bigNumber, documentName, id, instant, maybeInstant } from './columns';
import { first, many, type Queryable, read, row, rows, time } from './database';
import { appendUpdates } from './updates';

const base = z.object({
  id: id<DocumentId>(),
  owner_id: id<PersonId>(),
  /** What it is made of. */
  kind: documentName,
  title: z.string(),
  created_at: instant,
  removed_at: maybeInstant,
});

/** The copy of a starter, made at a step of an assignment: it goes along with a hand-in. */
const copy = base.extend({
  role: z.literal('copy'),
  assignment_id: id<AssignmentId>(),
  class_id: id<ClassId>(),
  step_id: id<StepId>(),
});

const document = z.discriminatedUnion('role', [
  copy,
  /** Notes beside an assignment: they never go along. */
  base.extend({
    role: z.literal('notes'),
    assignment_id: id<AssignmentId>(),
    class_id: id<ClassId>(),
    step_id: z.null(),
  }),
  /** A document of one's own, on the shelf. */
  base.extend({ role: z.literal('own'), assignment_id: z.null(), class_id: z.null(), step_id: z.null() }),
]);

export type StoredDocument = z.output<typeof document>;

/** A draft of what teachers will set: one of the class, whoever began it. */
const draft = base.extend({
  role: z.literal('draft'),
  kind: z.literal(BRIEF),
  /** What was posted from it; `null` as long as nothing was. */
  assignment_id: id<AssignmentId>().nullable(),
  class_id: id<ClassId>(),
  step_id: z.null(),
});

/** The answers of one attempt. */
const attempt = copy.extend({ role: z.literal('attempt') });

/** Whatever is kept as it is typed. */
const keptDocument = z.discriminatedUnion('role', [...document.options, attempt, draft]);

export type KeptDocument = z.output<typeof keptDocument>;

const COLUMNS = `d.id, d.owner_id, d.assignment_id, coalesce(d.class_id, a.class_id) AS class_id, d.step_id, d.role, d.kind, d.title, d.created_at, d.removed_at`;
const FROM = 'FROM document d LEFT JOIN assignment a ON a.id = d.assignment_id';

export const findDocument = (db: Queryable, documentId: DocumentId) =>
  first(db, document, `SELECT ${COLUMNS} ${FROM} WHERE d.id = $1 AND d.role = ANY($2)`, [documentId, DOCUMENT_ROLES]);

/** A document, the answers of an attempt, or a draft of the class. */
export const findKept = (db: Queryable, documentId: DocumentId) =>
  first(db, keptDocument, `SELECT ${COLUMNS} ${FROM} WHERE d.id = $1`, [documentId]);

/** Of which kind a document is; `null` when there is none. */
export const kindOfDocument = async (db: Queryable, documentId: DocumentId): Promise<DocumentName | null> =>
  (await findDocument(db, documentId))?.kind ?? null;

/** Of which kind something that is kept is; `null` when there is none. */
export const keptKind = async (db: Queryable, documentId: DocumentId): Promise<KeptName | null> =>
  (await findKept(db, documentId))?.kind ?? null;

/** What has to be known of something that is typed into. It is read with every batch of key presses, and so is short. */
const typedInto = z.object({
  id: id<DocumentId>(),
  owner_id: id<PersonId>(),
  role: z.enum(KEPT_ROLES),
  assignment_id: id<AssignmentId>().nullable(),
  class_id: id<ClassId>().nullable(),
  removed: z.boolean(),
  /** How much is stored of it, in bytes. */
  bytes: bigNumber,
  /** It holds more than a document may. */
  over: z.boolean(),
  /** Until when an attempt takes answers, and whether it does so at all; `null` for everything else. */
  answers_until: maybeInstant,
  takes: z.boolean().nullable(),
});

export type TypedInto = z.output<typeof typedInto>;

/**
 * Documents with how much is stored of each, to be typed into. Until the transaction ends nobody hands in, takes back or
 * hands back the work that they are copies for: acts on it that are under way are waited for, here, in one order for
 * everybody, so that no two wait for each other. Others who type are not kept.
 */
export const documentsToType = (tx: Queryable, documentIds: readonly DocumentId[]) =>
  many(
    tx,
    typedInto,
    `SELECT d.id, d.owner_id, d.role, d.assignment_id, coalesce(d.class_id, a.class_id) AS class_id,
       d.removed_at IS NOT NULL AS removed, coalesce(l.bytes, 0) AS bytes, coalesce(l.over, false) AS over,
       t.answers_until, t.takes,
       CASE WHEN d.role IN ('copy', 'attempt') THEN pg_advisory_xact_lock_shared(hashtextextended(d.assignment_id || ' ' || d.owner_id, 0)) END
     ${FROM} LEFT JOIN document_load l ON l.document_id = d.id
       LEFT JOIN attempt t ON t.document_id = d.id WHERE d.id = ANY($1)
     ORDER BY d.assignment_id COLLATE "C", d.owner_id COLLATE "C"`,
    [documentIds],
  );

/** The copies that a student has made of the starters of an assignment, in the order of its steps. */
export const documentsOfWork = (assignmentId: AssignmentId, ownerId: PersonId) =>
  rows(
    copy,
    `SELECT ${COLUMNS} ${FROM} JOIN step s ON s.id = d.step_id
     WHERE d.assignment_id = $1 AND d.owner_id = $2 AND d.role = 'copy' ORDER BY s.position`,
    [assignmentId, ownerId],
  );

/** A student's notes on an assignment; `null` before the first. */
export const notesOf = (assignmentId: AssignmentId, ownerId: PersonId) =>
  row(document, `SELECT ${COLUMNS} ${FROM} WHERE d.assignment_id = $1 AND d.owner_id = $2 AND d.role = 'notes'`, [
    assignmentId,
    ownerId,
  ]);

const shelved = z.object({
  id: id<DocumentId>(),
  role: z.enum(DOCUMENT_ROLES),
  kind: documentName,
  title: z.string(),
  assignment_id: id<AssignmentId>().nullable(),
  class_id: id<ClassId>().nullable(),
  step_id: id<StepId>().nullable(),
  removed_at: maybeInstant,
  assignment: z.string().nullable(),
  changed_at: instant,
});

/** All documents of a person with the assignment each was made for and when it was last changed, newest first. */
export const documentsOfOwner = (ownerId: PersonId) =>
  rows(
    shelved,
    `SELECT ${COLUMNS}, a.title AS assignment, coalesce((SELECT u.at FROM document_update u WHERE u.document_id = d.id
       ORDER BY u.seq DESC LIMIT 1), d.created_at) AS changed_at
     ${FROM} WHERE d.owner_id = $1 AND d.role = ANY($2) ORDER BY changed_at DESC LIMIT 1000`,
    [ownerId, DOCUMENT_ROLES],
  );

/** Makes a document that is no copy of a starter: notes on an assignment (once), or one of one's own. */
export async function addDocument(
  tx: Queryable,
  made: {
    readonly id: DocumentId;
    readonly ownerId: PersonId;
    readonly assignmentId: AssignmentId | null;
    readonly kind: DocumentName;
    readonly title: string;
    readonly at: Instant;
    readonly firstUpdate: Uint8Array;
  },
): Promise<DocumentId> {
  const role = made.assignmentId === null ? 'own' : 'notes';
  const { affected } = await tx.query(
    `INSERT INTO document (id, owner_id, assignment_id, role, kind, title, created_at)
     VALUES ($1, $2, $3, $4, $5, $6, $7)
     ON CONFLICT DO NOTHING`,
    [made.id, made.ownerId, made.assignmentId, role, made.kind, made.title, time(made.at)],
  );
  if (affected === 1) {
    await appendUpdates(tx, [{ documentId: made.id, update: made.firstUpdate, at: made.at }]);
    return made.id;
  }
  const there = made.assignmentId === null ? null : await read(tx, notesOf(made.assignmentId, made.ownerId));
  if (!there) throw new Error(`document ${made.id} was refused though there is none`);
  return there.id;
}

export async function renameDocument(tx: Queryable, documentId: DocumentId, title: string): Promise<void> {
  await tx.query('UPDATE document SET title = $2 WHERE id = $1', [documentId, title]);
}

/** Lays a document into the bin, or takes it out again with `null`. */
export async function binDocument(tx: Queryable, documentId: DocumentId, at: Instant | null): Promise<void> {
  await tx.query('UPDATE document SET removed_at = $2 WHERE id = $1', [documentId, time(at)]);
}

/**
 * Makes the student's copy of a starter with its first update, or finds the one that is there: however
 * many devices ask at once, one copy comes into being.
 */
export async function makeCopy(
  tx: Queryable,
  copy: {
    id: DocumentId;
    ownerId: PersonId;
    assignmentId: AssignmentId;
    stepId: StepId;
    kind: DocumentName;
    title: string;
    at: Instant;
    firstUpdate: () => Uint8Array;
  },
): Promise<{ id: DocumentId; made: boolean }> {
  const { affected } = await tx.query(
    `INSERT INTO document (id, owner_id, assignment_id, step_id, role, kind, title, created_at, version)
     VALUES ($1, $2, $3, $4, 'copy', $5, $6, $7, (SELECT version FROM assignment WHERE id = $3)) ON CONFLICT (step_id, owner_id) WHERE role = 'copy' DO NOTHING`,
    [copy.id, copy.ownerId, copy.assignmentId, copy.stepId, copy.kind, copy.title, time(copy.at)],
  );
  if (affected === 1) {
    await appendUpdates(tx, [{ documentId: copy.id, update: copy.firstUpdate(), at: copy.at }]);
    return { id: copy.id, made: true };
  }
  const there = await first(
    tx,
    z.object({ id: id<DocumentId>() }),
    `SELECT id FROM document WHERE step_id = $1 AND owner_id = $2 AND role = 'copy'`,
    [copy.stepId, copy.ownerId],
  );
  if (!there) throw new Error(`a copy of step ${copy.stepId} was refused though there is none`);
  return { id: there.id, made: false };
}

/**
 * Removes documents and pieces for good that were put away before a time, but for those that were handed in or that
 * something still points to. The bytes of files stay: others may have the same.
 *
 * @returns how many were removed
 */
export async function emptyBin(tx: Queryable, before: Instant): Promise<number> {
  const pieces = await tx.query('DELETE FROM piece WHERE removed_at < $1', [time(before)]);
  const gone = await many(
    tx,
    z.object({ id: id<DocumentId>() }),
    `SELECT d.id FROM document d WHERE d.role = 'own' AND d.removed_at < $1
       AND NOT EXISTS (SELECT 1 FROM hand_in_piece h WHERE h.document_id = d.id)
       AND NOT EXISTS (SELECT 1 FROM piece p WHERE p.document_id = d.id)`,
    [time(before)],
  );
  const ids = gone.map((row) => row.id);
  for (const table of ['document_update', 'document_version', 'document_load'])
    await tx.query(`DELETE FROM ${table} WHERE document_id = ANY($1)`, [ids]);
  await tx.query('DELETE FROM document WHERE id = ANY($1)', [ids]);
  return (pieces.affected ?? 0) + ids.length;
}
