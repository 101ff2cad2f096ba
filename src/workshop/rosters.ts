import { readFile } from 'node:fs/promises';
import { openArchive } from '@/core/formats/archive';
import { recognised } from '@/core/roster/columns';
import type { RosterFile } from '@/core/roster/roster';
import { readTable, type TableProblem } from '@/core/roster/table';

export type RosterRead =
  | { readonly ok: true; readonly files: readonly RosterFile[] }
  | { readonly ok: false; readonly code: TableProblem | 'broken' | 'too-large' | 'encrypted' | 'no-list' };

/** Bytes of an archive's files together, unpacked. */
const MOST = 40 * 1024 * 1024;
const isArchive = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** Reads a list of people, or an archive of several: what each file is, and its lines. */
export async function roster({ path, name }: { path: string; name: string }): Promise<RosterRead> {
  const bytes = new Uint8Array(await readFile(path));
  if (!isArchive(bytes)) {
    const table = readTable(bytes);
    return typeof table === 'string' ? { ok: false, code: table } : { ok: true, files: [recognised(name, table)] };
  }
  const archive = openArchive(bytes, { most: MOST });
  if (typeof archive === 'string') return { ok: false, code: archive };
  const files: RosterFile[] = [];
  for (const part of archive.names.filter((one) => /\.csv$/i.test(one))) {
    const table = readTable(archive.read(part) ?? new Uint8Array());
    // A file of a bundle may be empty, as when a school has no courses.
    if (table === 'empty') continue;
    if (typeof table === 'string') return { ok: false, code: table };
    files.push(recognised(part.split('/').at(-1) ?? part, table));
  }
  return files.length === 0 ? { ok: false, code: 'no-list' } : { ok: true, files };
}
