import { z } from 'zod';
import { DOCUMENT_ROLES } from '@/core/documents/roles';
import type { AssignmentId, ClassId, DocumentId, Instant, PersonId, StepId } from '@/core/ids';
import type { DocumentName } from '@/core/kinds/document';
import { bigNumber, bytes, documentName, id, instant, maybeInstant } from './columns';
import { first, many, type Queryable, time } from './database';

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

const COLUMNS = `d.id, d.owner_id, d.assignment_id, a.class_id, d.step_id, d.role, d.kind, d.title, d.created_at, d.removed_at`;
const FROM = 'FROM document d LEFT JOIN assignment a ON a.id = d.assignment_id';

export const findDocument = (db: Queryable, documentId: DocumentId) =>
  first(db, document, `SELECT ${COLUMNS} ${FROM} WHERE d.id = $1`, [documentId]);

const loaded = z.object({
  /** How much is stored of it, in bytes. */
  bytes: bigNumber,
  /** It holds more than a document may. */
  over: z.boolean(),
});

/** Of which kind a document is; `null` when there is none. */
export const kindOfDocument = async (db: Queryable, documentId: DocumentId): Promise<DocumentName | null> =>
  (await first(db, z.object({ kind: documentName }), 'SELECT kind FROM document WHERE id = $1', [documentId]))?.kind ??
  null;

/** Documents with how much is stored of each. */
export const documentsById = (db: Queryable, documentIds: readonly DocumentId[]) =>
  many(
    db,
    z.intersection(document, loaded),
    `SELECT ${COLUMNS}, coalesce(l.bytes, 0) AS bytes, coalesce(l.over, false) AS over ${FROM}
     LEFT JOIN document_load l ON l.document_id = d.id WHERE d.id = ANY($1)`,
    [documentIds],
  );

/** The copies that a student has made of the starters of an assignment, in the order of its steps. */
export const documentsOfWork = (db: Queryable, assignmentId: AssignmentId, ownerId: PersonId) =>
  many(
    db,
    copy,
    `SELECT ${COLUMNS} ${FROM} JOIN step s ON s.id = d.step_id
     WHERE d.assignment_id = $1 AND d.owner_id = $2 ORDER BY s.position`,
    [assignmentId, ownerId],
  );

/** A student's notes on an assignment; `null` before the first. */
export const notesOf = (db: Queryable, assignmentId: AssignmentId, ownerId: PersonId) =>
  first(db, document, `SELECT ${COLUMNS} ${FROM} WHERE d.assignment_id = $1 AND d.owner_id = $2 AND d.role = 'notes'`, [
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
export const documentsOfOwner = (db: Queryable, ownerId: PersonId) =>
  many(
    db,
    shelved,
    `SELECT ${COLUMNS}, a.title AS assignment, coalesce((SELECT u.at FROM document_update u WHERE u.document_id = d.id
       ORDER BY u.seq DESC LIMIT 1), d.created_at) AS changed_at
     ${FROM} WHERE d.owner_id = $1 ORDER BY changed_at DESC LIMIT 1000`,
    [ownerId],
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
  const there = made.assignmentId === null ? null : await notesOf(tx, made.assignmentId, made.ownerId);
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
    `INSERT INTO document (id, owner_id, assignment_id, step_id, role, kind, title, created_at)
     VALUES ($1, $2, $3, $4, 'copy', $5, $6, $7) ON CONFLICT (step_id, owner_id) DO NOTHING`,
    [copy.id, copy.ownerId, copy.assignmentId, copy.stepId, copy.kind, copy.title, time(copy.at)],
  );
  if (affected === 1) {
    await appendUpdates(tx, [{ documentId: copy.id, update: copy.firstUpdate(), at: copy.at }]);
    return { id: copy.id, made: true };
  }
  const there = await first(
    tx,
    z.object({ id: id<DocumentId>() }),
    'SELECT id FROM document WHERE step_id = $1 AND owner_id = $2',
    [copy.stepId, copy.ownerId],
  );
  if (!there) throw new Error(`a copy of step ${copy.stepId} was refused though there is none`);
  return { id: there.id, made: false };
}

export interface NewUpdate {
  readonly documentId: DocumentId;
  readonly update: Uint8Array;
  readonly at: Instant;
}

const load = z.object({
  document_id: id<DocumentId>(),
  bytes: bigNumber,
  /** How many updates were stored since they were last put into one. */
  updates: z.number(),
  /** How many bytes there were when the whole was last looked through. */
  looked: bigNumber,
  /** It holds more than a document may. */
  over: z.boolean(),
});

/** How much of a document is stored. */
export type DocumentLoad = z.output<typeof load>;

/** Appends updates of any number of documents in one statement, and says how much is stored of each from now on. */
export const appendUpdates = (tx: Queryable, updates: readonly NewUpdate[]): Promise<DocumentLoad[]> =>
  many(
    tx,
    load,
    `WITH given AS (SELECT * FROM unnest($1::text[], $2::bytea[], $3::timestamptz[]) AS g (document_id, update, at)),
       kept AS (INSERT INTO document_update (document_id, update, at) SELECT document_id, update, at FROM given)
     INSERT INTO document_load AS l (document_id, bytes, updates)
       SELECT document_id, sum(octet_length(update)), count(*) FROM given GROUP BY document_id ORDER BY document_id
     ON CONFLICT (document_id) DO UPDATE SET bytes = l.bytes + excluded.bytes, updates = l.updates + excluded.updates
     RETURNING document_id, bytes, updates, looked, over`,
    [updates.map((u) => u.documentId), updates.map((u) => u.update), updates.map((u) => time(u.at))],
  );

/** How much is stored of a document. */
export const loadOf = (db: Queryable, documentId: DocumentId) =>
  first(db, load, 'SELECT document_id, bytes, updates, looked, over FROM document_load WHERE document_id = $1', [
    documentId,
  ]);

/** Notes that a document was looked through as it is now, and whether it holds more than it may. */
export async function noteLooked(db: Queryable, documentId: DocumentId, over: boolean): Promise<void> {
  await db.query('UPDATE document_load SET looked = bytes, over = $2 WHERE document_id = $1', [documentId, over]);
}

const updateRow = z.object({ seq: z.coerce.number(), update: bytes });

/** The updates of a document in the order in which they were stored, or those before a number. */
export const updatesOf = (db: Queryable, documentId: DocumentId, before: number | null = null) =>
  many(
    db,
    updateRow,
    `SELECT seq, update FROM document_update
     WHERE document_id = $1 AND ($2::bigint IS NULL OR seq < $2) ORDER BY seq`,
    [documentId, before],
  );

/** The bare updates of a document, oldest first: all, or those before a number. */
export const updateBytesOf = async (
  db: Queryable,
  documentId: DocumentId,
  before: number | null = null,
): Promise<readonly Uint8Array[]> => (await updatesOf(db, documentId, before)).map(({ update }) => update);

/** The number of the last update of each of some documents: another one says that somebody has typed since. */
export async function lastUpdates(db: Queryable, documentIds: readonly DocumentId[]): Promise<Map<DocumentId, number>> {
  const rows = await many(
    db,
    z.object({ document_id: id<DocumentId>(), seq: bigNumber }),
    'SELECT document_id, max(seq) AS seq FROM document_update WHERE document_id = ANY($1) GROUP BY document_id',
    [documentIds],
  );
  return new Map(rows.map((row) => [row.document_id, row.seq]));
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

const version = z.object({ id: bigNumber, at: instant, reason: z.string() });

/** What is kept of a document's past, newest first. */
export const versionsOf = (db: Queryable, documentId: DocumentId) =>
  many(db, version, 'SELECT id, at, reason FROM document_version WHERE document_id = $1 ORDER BY id DESC LIMIT 200', [
    documentId,
  ]);

/** The state of a document at one version; `null` when the document has no such version. */
export async function versionState(
  db: Queryable,
  documentId: DocumentId,
  versionId: number,
): Promise<Uint8Array | null> {
  const row = await first(
    db,
    z.object({ state: bytes }),
    'SELECT state FROM document_version WHERE id = $2 AND document_id = $1',
    [documentId, versionId],
  );
  return row?.state ?? null;
}

/** When a document was last changed, and when a version of it was last kept. */
export const lastTimes = (db: Queryable, documentId: DocumentId) =>
  first(
    db,
    z.object({ changed: maybeInstant, kept: maybeInstant }),
    `SELECT (SELECT u.at FROM document_update u WHERE u.document_id = $1 ORDER BY u.seq DESC LIMIT 1) AS changed,
       (SELECT v.at FROM document_version v WHERE v.document_id = $1 ORDER BY v.id DESC LIMIT 1) AS kept`,
    [documentId],
  );

/** Keeps what a document was at a natural moment, for good. */
export async function keepVersion(
  tx: Queryable,
  version: { documentId: DocumentId; at: Instant; reason: string; state: Uint8Array },
): Promise<void> {
  await tx.query('INSERT INTO document_version (document_id, at, reason, state) VALUES ($1, $2, $3, $4)', [
    version.documentId,
    time(version.at),
    version.reason,
    version.state,
  ]);
}

/**
 * Puts one update in the place of those that it was made of, and leaves whatever was appended meanwhile. Run inside a
 * transaction.
 *
 * @returns false where somebody else has replaced some of them already: nothing has changed then
 */
export async function replaceUpdates(
  tx: Queryable,
  documentId: DocumentId,
  seqs: readonly number[],
  whole: { readonly update: Uint8Array; readonly at: Instant },
): Promise<boolean> {
  const there = await tx.query(
    'SELECT seq FROM document_update WHERE document_id = $1 AND seq = ANY($2::bigint[]) FOR UPDATE',
    [documentId, seqs],
  );
  if (there.rows.length !== seqs.length) return false;
  await tx.query('DELETE FROM document_update WHERE document_id = $1 AND seq = ANY($2::bigint[])', [documentId, seqs]);
  await tx.query('INSERT INTO document_update (document_id, update, at) VALUES ($1, $2, $3)', [
    documentId,
    whole.update,
    time(whole.at),
  ]);
  await tx.query(
    `UPDATE document_load SET updates = s.n, bytes = s.bytes FROM
       (SELECT count(*)::int AS n, sum(octet_length(update)) AS bytes FROM document_update WHERE document_id = $1) s
     WHERE document_id = $1`,
    [documentId],
  );
  return true;
}

/** How many updates of a document are stored one by one. */
export async function countUpdates(db: Queryable, documentId: DocumentId): Promise<number> {
  const row = await first(
    db,
    z.object({ n: z.number() }),
    'SELECT count(*)::int AS n FROM document_update WHERE document_id = $1',
    [documentId],
  );
  return row?.n ?? 0;
}
