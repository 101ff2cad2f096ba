import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, existsSync } from 'node:fs';
import { mkdir, open, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Readable } from 'node:stream';
import { z } from 'zod';
import type { Instant, PersonId } from '@/core/ids';
import { bigNumber } from './columns';
import { first, type Queryable, time } from './database';

/** Where the bytes of a file lie, below the folder for files: `ab/cd…`. */
export const filePath = (folder: string, sha256: string): string => join(folder, sha256.slice(0, 2), sha256.slice(2));

/** Writes down that a name has come into a folder: without this it may be gone after the power was. */
async function syncFolder(folder: string): Promise<void> {
  const handle = await open(/*turbopackIgnore: true*/ folder, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/** Gives a file that lies on the same disk, and is synced, the name of its SHA-256. That name holds when this has answered. */
async function place(temporary: string, path: string): Promise<void> {
  const folder = dirname(path);
  const made = await mkdir(folder, { recursive: true, mode: 0o700 });
  await rename(temporary, path);
  await syncFolder(folder);
  if (made !== undefined) await syncFolder(dirname(folder));
}

/**
 * Keeps bytes under their SHA-256: written to a temporary name, synced, renamed, and only then a row. The
 * same bytes twice are kept once.
 *
 * @returns the SHA-256 in hexadecimal digits
 */
export async function keepFile(
  tx: Queryable,
  folder: string,
  file: { readonly bytes: Uint8Array; readonly type: string; readonly at: Instant },
): Promise<string> {
  const sha256 = createHash('sha256').update(file.bytes).digest('hex');
  const path = filePath(folder, sha256);
  if (!existsSync(/*turbopackIgnore: true*/ path)) {
    await mkdir(folder, { recursive: true, mode: 0o700 });
    const temporary = join(folder, `new-${randomUUID()}`);
    const handle = await open(/*turbopackIgnore: true*/ temporary, 'wx', 0o600);
    try {
      await handle.writeFile(file.bytes);
      await handle.sync();
    } catch (error) {
      await handle.close();
      await rm(temporary, { force: true });
      throw error;
    }
    await handle.close();
    await place(temporary, path);
  }
  await tx.query('INSERT INTO file (sha256, type, size, at) VALUES ($1, $2, $3, $4) ON CONFLICT (sha256) DO NOTHING', [
    sha256,
    file.type,
    file.bytes.byteLength,
    time(file.at),
  ]);
  return sha256;
}

/**
 * Takes a file that lies on the same disk already, as an upload left it: its bytes are synced, it is renamed to
 * its SHA-256, and only then a row says that it is there.
 */
export async function adoptFile(
  tx: Queryable,
  folder: string,
  file: {
    readonly path: string;
    readonly sha256: string;
    readonly type: string;
    readonly size: number;
    readonly at: Instant;
  },
): Promise<void> {
  const path = filePath(folder, file.sha256);
  if (existsSync(/*turbopackIgnore: true*/ path)) await rm(file.path, { force: true });
  else {
    const handle = await open(/*turbopackIgnore: true*/ file.path, 'r+');
    await handle.sync();
    await handle.close();
    await place(file.path, path);
  }
  await tx.query('INSERT INTO file (sha256, type, size, at) VALUES ($1, $2, $3, $4) ON CONFLICT (sha256) DO NOTHING', [
    file.sha256,
    file.type,
    file.size,
    time(file.at),
  ]);
}

export const findFile = (db: Queryable, sha256: string) =>
  first(
    db,
    z.object({ sha256: z.string(), type: z.string(), size: bigNumber }),
    'SELECT sha256, type, size FROM file WHERE sha256 = $1',
    [sha256],
  );

/** A part of a file as a stream that reads from the disk as it is asked to; `null` when the bytes are gone. */
export function streamPart(
  folder: string,
  sha256: string,
  from: number,
  to: number,
): ReadableStream<Uint8Array> | null {
  const path = filePath(folder, sha256);
  if (!existsSync(path)) return null;
  return Readable.toWeb(createReadStream(path, { start: from, end: to })) as ReadableStream<Uint8Array>;
}

/** Notes who has sent up a file that belongs to nothing yet. */
export async function keepLooseFile(tx: Queryable, sha256: string, ownerId: PersonId, at: Instant): Promise<void> {
  await tx.query(
    'INSERT INTO loose_file (sha256, owner_id, at) VALUES ($1, $2, $3) ON CONFLICT (sha256, owner_id) DO UPDATE SET at = $3',
    [sha256, ownerId, time(at)],
  );
}

/** Has somebody sent up all of these files? Whoever only knows a fingerprint has not. */
export async function ownsLooseFiles(db: Queryable, ownerId: PersonId, files: readonly string[]): Promise<boolean> {
  const { rows } = await db.query('SELECT 1 FROM loose_file WHERE owner_id = $1 AND sha256 = ANY($2)', [
    ownerId,
    [...new Set(files)],
  ]);
  return rows.length === new Set(files).size;
}
