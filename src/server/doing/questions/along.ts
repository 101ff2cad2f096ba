import type { AssignmentId, DocumentId, Instant, PersonId } from '@/core/ids';
import { documentIn } from '@/core/kinds/piece';
import { frozenDocument } from '@/server/doing/handing-in/keeping';
import { goingAlong } from '@/server/reading/documents/going-along';
import type { Unread } from '@/server/reading/documents/stored-documents';
import { workshop } from '@/server/workshop';
import { type Queryable, read } from '@/store/database';
import { kindOfDocument } from '@/store/documents';
import type { FrozenPiece } from '@/store/hand-ins';
import { piecesOfWork, type StoredPiece } from '@/store/pieces';
import { keepVersion, lastUpdates, updateBytesOf } from '@/store/updates';
import type { ReadDocument } from '@/workshop/documents';

/** A document of one's own, as it was read at a moment. */
interface ReadAlong {
  /** `null` where it holds more than can be read. */
  readonly document: ReadDocument | null;
  /** The number of the last update in it. */
  readonly last: number;
}

/** The documents of one's own that are attached to a work. */
export type Along = ReadonlyMap<DocumentId, ReadAlong>;

const documentsIn = (pieces: readonly StoredPiece[]): readonly DocumentId[] =>
  goingAlong(pieces).flatMap(({ is }) => documentIn(is) ?? []);

/** Reads, in the workshop, the documents of one's own that are attached to a work: before anything is held. */
export async function readAlong(
  db: Queryable,
  assignmentId: AssignmentId,
  studentId: PersonId,
): Promise<Along | Unread> {
  const along = new Map<DocumentId, ReadAlong>();
  for (const id of documentsIn(await read(db, piecesOfWork(assignmentId, studentId)))) {
    const kind = await kindOfDocument(db, id);
    if (!kind) continue;
    const last = (await lastUpdates(db, [id])).get(id) ?? 0;
    const done = await workshop().do(studentId, 'read', { kind, updates: await updateBytesOf(db, id) });
    if (!done.ok && done.code === 'too-busy') return done;
    along.set(id, { document: done.ok && done.made.overflow === null ? done.made : null, last });
  }
  return along;
}

/** Are they still what was read, and all of them? */
export async function isAsRead(tx: Queryable, pieces: readonly StoredPiece[], along: Along): Promise<boolean> {
  const ids = documentsIn(pieces);
  if (ids.length === 0) return true;
  const last = await lastUpdates(tx, ids);
  return ids.every((id) => along.get(id)?.last === (last.get(id) ?? 0));
}

/** They as they go along, each kept as a version of its own. */
export async function freezeAlong(
  tx: Queryable,
  pieces: readonly StoredPiece[],
  along: Along,
  now: Instant,
): Promise<readonly FrozenPiece[]> {
  const frozen: FrozenPiece[] = [];
  for (const { name: title, is } of goingAlong(pieces)) {
    const documentId = documentIn(is);
    const document = documentId && along.get(documentId)?.document;
    if (!documentId || !document) continue;
    frozen.push(frozenDocument(title, documentId, document));
    await keepVersion(tx, { documentId, at: now, reason: 'handed-in', state: document.state });
  }
  return frozen;
}
