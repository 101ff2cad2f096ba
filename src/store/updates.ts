import { z } from 'zod';
import type { DocumentId, Instant } from '@/core/ids';
import { bigNumber, bytes, id, instant, maybeInstant } from './columns';
import { first, json, made, many, type Queryable, row, time } from './database';

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

/** It tells other processes what was typed, after it has been stored. */
export const TYPED_CHANNEL = 'typed';

/** What was typed as another process hears it: `null` for what is longer than can be told, and is read. */
export const toldTyped = z.object({
  from: z.string(),
  typed: z.array(z.object({ document: id<DocumentId>(), update: z.string().nullable() })),
});

/** So many bytes can be told at a time (NOTIFY takes 8000 with its end). */
const MOST_TOLD = 7800;

/** What was typed, in as many messages as it takes. `from` names this process, which knows already. */
function typedMessages(from: string, updates: readonly NewUpdate[]): string[] {
  const payloads: string[] = [];
  let typed: z.output<typeof toldTyped>['typed'] = [];
  let size = 0;
  const tell = () => {
    if (typed.length > 0) payloads.push(json({ from, typed }));
    typed = [];
    size = 0;
  };
  for (const { documentId, update } of updates) {
    const said = Buffer.from(update).toString('base64');
    const one = { document: documentId, update: said.length > MOST_TOLD / 2 ? null : said };
    const long = json(one).length + 1;
    if (size + long > MOST_TOLD - 100) tell();
    typed.push(one);
    size += long;
  }
  tell();
  return payloads;
}

/**
 * Appends updates of any number of documents in one statement, and says how much is stored of each from now on.
 *
 * @param from the name of this process, under which the others hear of it; empty where there are none
 */
export const appendUpdates = (tx: Queryable, updates: readonly NewUpdate[], from = ''): Promise<DocumentLoad[]> =>
  many(
    tx,
    load,
    `WITH given AS (SELECT * FROM unnest($1::text[], $2::bytea[], $3::timestamptz[]) AS g (document_id, update, at)),
       kept AS (INSERT INTO document_update (document_id, update, at) SELECT document_id, update, at FROM given),
       told AS (SELECT count(pg_notify('${TYPED_CHANNEL}', t.said)) AS n FROM unnest($4::text[]) AS t (said))
     INSERT INTO document_load AS l (document_id, bytes, updates)
       SELECT g.document_id, sum(octet_length(g.update)), count(*) FROM given g, told WHERE told.n >= 0
       GROUP BY g.document_id ORDER BY g.document_id
     ON CONFLICT (document_id) DO UPDATE SET bytes = l.bytes + excluded.bytes, updates = l.updates + excluded.updates
     RETURNING document_id, bytes, updates, looked, over`,
    [
      updates.map((u) => u.documentId),
      updates.map((u) => u.update),
      updates.map((u) => time(u.at)),
      from === '' ? [] : typedMessages(from, updates),
    ],
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

/** The bare updates of a document, oldest first, unless more is stored of it than so many bytes: then none. */
export const updatesWithin = async (
  db: Queryable,
  documentId: DocumentId,
  most: number,
): Promise<readonly Uint8Array[]> =>
  (
    await many(
      db,
      updateRow,
      `SELECT u.seq, u.update FROM document_update u JOIN document_load l ON l.document_id = u.document_id
       WHERE u.document_id = $1 AND l.bytes <= $2 ORDER BY u.seq`,
      [documentId, most],
    )
  ).map(({ update }) => update);

/** The number of the last update of a document; 0 where there is none. */
export const lastUpdateOf = (documentId: DocumentId) =>
  made(
    row(z.object({ seq: bigNumber.nullable() }), 'SELECT max(seq) AS seq FROM document_update WHERE document_id = $1', [
      documentId,
    ]),
    (found) => found?.seq ?? 0,
  );

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
