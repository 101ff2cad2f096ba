import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { LOOKED_AT } from '@/core/formats/file-type';

/** The SHA-256 of a file on the disk, read piece by piece, and the beginning of it, which says what it is. */
export async function fingerprint(path: string): Promise<{ readonly sha256: string; readonly start: Uint8Array }> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  const start = new Uint8Array(LOOKED_AT);
  const handle = await open(path, 'r');
  const { bytesRead } = await handle.read(start, 0, LOOKED_AT, 0);
  await handle.close();
  return { sha256: hash.digest('hex'), start: start.subarray(0, bytesRead) };
}
