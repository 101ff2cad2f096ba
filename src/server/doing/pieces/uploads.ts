import { mkdir, open, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { FileStore } from '@tus/file-store';
import { ERRORS, Server } from '@tus/server';
import { fileType, nameLies } from '@/core/formats/file-type';
import type { AssignmentId, Instant, StepId } from '@/core/ids';
import { complain } from '@/server/complaints';
import { fingerprint } from '@/server/fingerprint';
import { uploadsFolder } from '@/server/http/spool';
import { filesFolder } from '@/server/kite';
import { LARGEST_FILE, use } from '@/server/limits';
import { newId } from '@/server/secrets';
import type { Database } from '@/store/database';
import { beginUpload, endUpload, forgetUploads } from '@/store/limits';
import type { Person } from '@/store/people';
import { look } from './looking-into';
import { type PieceRefusal, takeUpload, wouldTake } from './pieces';
import { uploadLocker } from './upload-lock';

/** What was begun and never finished is thrown away after this. */
const UNFINISHED = 24 * 3_600_000;

/** Why the disk would not take any more. */
const isFull = (error: unknown): boolean =>
  ['ENOSPC', 'EDQUOT', 'EFBIG'].includes(String((error as { code?: unknown } | null)?.code));

/** The store of the protocol, which says why a part could not be written: a full disk is no broken network. */
class Store extends FileStore {
  override async write(part: Readable, id: string, offset: number): Promise<number> {
    const handle = await open(join(this.directory, id), 'r+');
    let at = offset;
    let full = false;
    try {
      for await (const chunk of part as AsyncIterable<Buffer>) {
        // A browser hears the refusal only when it has sent what it is sending: the rest is read and thrown away.
        for (let from = 0; from < chunk.length && !full; ) {
          try {
            const { bytesWritten } = await handle.write(chunk, from, chunk.length - from, at);
            from += bytesWritten;
            at += bytesWritten;
          } catch (error) {
            if (!isFull(error)) throw error;
            full = true;
          }
        }
      }
    } catch {
      throw ERRORS.FILE_WRITE_ERROR;
    } finally {
      await handle.close();
    }
    if (!full) return at;
    // What there was no room for is not kept by halves.
    await this.remove(id).catch(() => undefined);
    throw refusal(507, 'no-space');
  }
}

/** Where unfinished uploads lie. */
async function parts(): Promise<Store> {
  await mkdir(uploadsFolder(), { recursive: true, mode: 0o700 });
  return new Store({ directory: uploadsFolder(), expirationPeriodInMilliseconds: UNFINISHED });
}

/** Throws away what was begun a day ago and never finished. */
export async function clearUploads(db: Database, now: Instant): Promise<void> {
  await forgetUploads(db, now - UNFINISHED);
  await (await parts()).deleteExpired();
}

/** Why a file is not taken up. */
export type UploadRefusal = PieceRefusal['code'] | 'no-space' | 'too-large' | 'too-many-uploads' | 'broke';

const refusal = (status: number, code: UploadRefusal) => ({
  status_code: status,
  body: JSON.stringify({ ok: false, code }),
});

/** A finished upload becomes a piece, or is thrown away with a reason. Half a file never becomes anything. */
async function finish(
  db: Database,
  person: Person,
  upload: { readonly id: string; readonly size: number; readonly metadata: Readonly<Record<string, string | null>> },
  now: Instant,
): Promise<{ readonly ok: true; readonly piece: string } | PieceRefusal> {
  const path = join(uploadsFolder(), upload.id);
  const name = upload.metadata.name ?? '';
  const assignmentId = (upload.metadata.assignment || null) as AssignmentId | null;
  try {
    const { sha256, start } = await fingerprint(path);
    const { type } = fileType(start);
    if (nameLies(name, type)) return { ok: false, code: 'name-lies' };
    const looked = await look(person, path, type, upload.size);
    if (!looked.ok) return looked;
    const file = {
      path,
      folder: filesFolder(),
      sha256,
      type,
      size: upload.size,
      pages: looked.pages,
      seconds: looked.seconds,
    };
    const stepId = (upload.metadata.step || null) as StepId | null;
    return await takeUpload(db, person, { id: newId(), assignmentId, stepId, name, file }, now);
  } finally {
    await rm(path, { force: true });
    await rm(`${path}.json`, { force: true });
    await endUpload(db, upload.id);
  }
}

/** So many uploads of one person may be unfinished, with so many bytes together. */
const MOST_UNFINISHED = { uploads: 12, bytes: 2_000_000_000 };

/**
 * Answers one request of the tus protocol (1.0.0, with creation, termination and expiration): a file comes in
 * parts, goes on where it was cut, and is looked at when it is whole. Who asks has been decided by then.
 */
export async function receiveUpload(
  db: Database,
  person: Person,
  { request, upload: id }: { readonly request: Request; readonly upload: string | null },
  now: Instant,
): Promise<Response> {
  const server = new Server({
    path: '/api/uploads',
    datastore: await parts(),
    locker: uploadLocker(db),
    maxSize: LARGEST_FILE,
    relativeLocation: true,
    respectForwardedHeaders: false,
    allowedOrigins: [new URL(request.url).origin],
    namingFunction: () => newId(),
    // Who may was decided by this id: no other is read out of the address.
    getFileIdFromRequest: () => id ?? undefined,
    onUploadCreate: async (_request, upload) => {
      const assignmentId = (upload.metadata?.assignment || null) as AssignmentId | null;
      const name = (upload.metadata?.name ?? '').trim();
      if ((upload.size ?? 0) === 0) throw refusal(422, 'empty-file');
      const refused = await wouldTake(db, person, { assignmentId, name }, now);
      if (refused) throw refusal(409, refused.code);
      const begun = { id: upload.id, ownerId: person.id, size: upload.size ?? 0, at: now };
      if (begun.size > LARGEST_FILE) throw refusal(413, 'too-large');
      if (!(await db.transaction((tx) => beginUpload(tx, begun, MOST_UNFINISHED))))
        throw refusal(429, 'too-many-uploads');
      const much = await use(db, person.id, 'bytes', begun.size, now);
      if (much) {
        await endUpload(db, upload.id);
        throw { status_code: 429, body: JSON.stringify(much) };
      }
      return { metadata: { ...upload.metadata, name, owner: person.id } };
    },
    onUploadFinish: async (_request, upload) => {
      const taken = await finish(
        db,
        person,
        { id: upload.id, size: upload.size ?? 0, metadata: upload.metadata ?? {} },
        now,
      ).catch((error: unknown) => {
        if (isFull(error)) throw refusal(507, 'no-space');
        throw error;
      });
      if (!taken.ok) throw refusal(422, taken.code);
      return { status_code: 200, body: JSON.stringify(taken), headers: { 'content-type': 'application/json' } };
    },
    onResponseError: async (_request, error) => {
      // What the protocol itself refuses comes in plain words; ours come as codes.
      if ('status_code' in error) return error.status_code === 413 ? refusal(413, 'too-large') : undefined;
      if (isFull(error)) return refusal(507, 'no-space');
      complain('an upload', error);
      return refusal(500, 'broke');
    },
  });
  const answered = await server.handleWeb(request);
  if (request.method === 'DELETE' && answered.ok && id !== null) await endUpload(db, id);
  return answered;
}
