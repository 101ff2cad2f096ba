import { randomUUID } from 'node:crypto';
import { mkdir, open, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { dataFolder } from '@/server/kite';
import { type Limited, type TooMuch, use } from '@/server/limits';
import type { Database } from '@/store/database';
import type { Person } from '@/store/people';

/** Where lies what somebody is sending until it belongs to something. */
export const uploadsFolder = (): string => join(dataFolder(), 'uploads');

/** Bytes that somebody sent, on the disk: the process that answers never holds them. */
export interface Spooled {
  readonly path: string;
  readonly size: number;
}

/** Who sends what, and when. */
interface Sending {
  readonly db: Database;
  readonly person: Person;
  readonly request: Request;
  readonly now: number;
}

/**
 * Writes the body of a request to the disk, calls what is to be done with it, and takes it away again.
 *
 * @param most bytes; of a longer one no more than these are read
 * @param counts as what it counts besides its bytes
 * @param then is given `null` for one that is too long
 */
export async function spooled<Value>(
  { db, person, request, now }: Sending,
  { most, counts }: { readonly most: number; readonly counts: Limited },
  then: (file: Spooled | null) => Promise<Value>,
): Promise<Value | TooMuch> {
  const said = Number(request.headers.get('content-length') ?? 0);
  if (said > most) return then(null);
  const much = (await use(db, person.id, counts, 1, now)) ?? (await use(db, person.id, 'bytes', said, now));
  if (much) return much;
  const folder = uploadsFolder();
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const path = join(folder, `spool-${randomUUID()}`);
  try {
    const size = await write(request, path, most);
    return await then(size === null ? null : { path, size });
  } finally {
    await rm(path, { force: true });
  }
}

/** Writes a body piece by piece; `null` as soon as there is too much of it. */
async function write(request: Request, path: string, most: number): Promise<number | null> {
  const handle = await open(path, 'wx', 0o600);
  let size = 0;
  try {
    for await (const part of request.body ?? []) {
      size += part.byteLength;
      if (size > most) return null;
      await handle.write(part);
    }
  } finally {
    await handle.close();
  }
  return size;
}
