import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdir, open, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { PDFDocument } from '@cantoo/pdf-lib';
import { FileStore } from '@tus/file-store';
import { ERRORS, MemoryLocker, Server } from '@tus/server';
import sharp from 'sharp';
import { fileKind, fileType, LOOKED_AT, nameLies } from '@/core/formats/file-type';
import type { AssignmentId, Instant } from '@/core/ids';
import type { Database } from '@/store/database';
import type { Person } from '@/store/people';
import { dataFolder, filesFolder } from './kite';
import { LARGEST_FILE, type PieceRefusal, takeUpload, wouldTake } from './pieces';
import { newId } from './secrets';

/** PDFs up to this size are opened to count their pages. */
const LARGEST_COUNTED = 60 * 1024 * 1024;
/** A picture of more pixels cannot be shown on a school laptop. */
const MOST_PIXELS = 100_000_000;
/** What was begun and never finished is thrown away after this. */
const UNFINISHED = 24 * 3_600_000;

export const uploadsFolder = (): string => join(dataFolder(), 'uploads');

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

const held = globalThis as typeof globalThis & { kiteUploads?: { store: Store; locker: MemoryLocker } };

/** Where unfinished uploads lie, and who writes to which of them: shared by all requests of this process. */
async function parts() {
  if (!held.kiteUploads) {
    await mkdir(uploadsFolder(), { recursive: true, mode: 0o700 });
    const store = new Store({ directory: uploadsFolder(), expirationPeriodInMilliseconds: UNFINISHED });
    held.kiteUploads = { store, locker: new MemoryLocker() };
    void store.deleteExpired().catch((error: unknown) => console.error('old uploads could not be cleared', error));
  }
  return held.kiteUploads;
}

/** Whose unfinished upload this is; `null` when there is none of that id. */
export async function uploadOwner(uploadId: string): Promise<string | null> {
  if (!/^[\w-]{1,64}$/.test(uploadId)) return null;
  const { store } = await parts();
  const upload = await store.getUpload(uploadId).catch(() => null);
  return upload?.metadata?.owner ?? null;
}

const refusal = (status: number, code: PieceRefusal['code'] | 'no-space' | 'too-large' | 'broke') => ({
  status_code: status,
  body: JSON.stringify({ ok: false, code }),
});

async function fingerprint(path: string): Promise<{ readonly sha256: string; readonly start: Uint8Array }> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  const start = new Uint8Array(LOOKED_AT);
  const handle = await open(path, 'r');
  const { bytesRead } = await handle.read(start, 0, LOOKED_AT, 0);
  await handle.close();
  return { sha256: hash.digest('hex'), start: start.subarray(0, bytesRead) };
}

/**
 * Looks into a file as far as a school has to: that a PDF opens without a password, that a picture is not too
 * large to be shown. Nothing of it is run.
 */
async function look(path: string, type: string, size: number): Promise<{ pages: number | null } | PieceRefusal> {
  if (type === 'application/pdf' && size <= LARGEST_COUNTED) {
    try {
      const pdf = await PDFDocument.load(await readFile(path), { ignoreEncryption: true, updateMetadata: false });
      if (pdf.isEncrypted) return { ok: false, code: 'pdf-locked' };
      const pages = pdf.getPageCount();
      return pages > 0 ? { pages } : { ok: false, code: 'pdf-broken' };
    } catch {
      return { ok: false, code: 'pdf-broken' };
    }
  }
  if (fileKind(type) === 'picture' && type !== 'image/heic') {
    try {
      const { width = 0, height = 0 } = await sharp(path, { limitInputPixels: false }).metadata();
      if (width * height > MOST_PIXELS) return { ok: false, code: 'picture-too-large' };
    } catch {
      return { ok: false, code: 'picture-broken' };
    }
  }
  return { pages: null };
}

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
    const looked = await look(path, type, upload.size);
    if ('ok' in looked) return looked;
    const file = { path, folder: filesFolder(), sha256, type, size: upload.size, pages: looked.pages };
    return await takeUpload(db, person, { id: newId(), assignmentId, name, file }, now);
  } finally {
    await rm(path, { force: true });
    await rm(`${path}.json`, { force: true });
  }
}

/**
 * Answers one request of the tus protocol (1.0.0, with creation, termination and expiration): a file comes in
 * parts, goes on where it was cut, and is looked at when it is whole. Who asks has been decided by then.
 */
export async function receiveUpload(db: Database, person: Person, request: Request, now: Instant): Promise<Response> {
  const { store, locker } = await parts();
  const server = new Server({
    path: '/api/uploads',
    datastore: store,
    locker,
    maxSize: LARGEST_FILE,
    relativeLocation: true,
    respectForwardedHeaders: false,
    allowedOrigins: [new URL(request.url).origin],
    namingFunction: () => newId(),
    onUploadCreate: async (_request, upload) => {
      const assignmentId = (upload.metadata?.assignment || null) as AssignmentId | null;
      const name = (upload.metadata?.name ?? '').trim();
      if ((upload.size ?? 0) === 0) throw refusal(422, 'empty-file');
      const refused = await wouldTake(db, person, { assignmentId, name }, now);
      if (refused) throw refusal(409, refused.code);
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
      console.error('an upload broke', error);
      return refusal(500, 'broke');
    },
  });
  return server.handleWeb(request);
}
