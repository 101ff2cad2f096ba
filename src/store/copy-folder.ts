import { copyFileSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { copyFile, mkdir, stat } from 'node:fs/promises';
import { dirname, join, relative } from 'node:path';

/** When each file of a folder was last written, in nanoseconds, and its size: by its path in it. */
type Known = ReadonlyMap<string, string>;

const filesIn = (folder: string): readonly string[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => relative(folder, join(entry.parentPath, entry.name)));

const stamp = ({ mtimeNs, size }: { readonly mtimeNs: bigint; readonly size: bigint }): string => `${mtimeNs} ${size}`;

/** Copies a folder that is being written in: what is written meanwhile may be there by half. @returns what was copied */
export async function copyRoughly(from: string, to: string): Promise<Known> {
  const known = new Map<string, string>();
  for (const folder of readdirSync(from, { recursive: true, withFileTypes: true }))
    if (folder.isDirectory())
      await mkdir(join(to, relative(from, join(folder.parentPath, folder.name))), { recursive: true });
  for (const path of filesIn(from)) {
    try {
      // Before it is copied: whatever is written from then on makes it another.
      known.set(path, stamp(await stat(join(from, path), { bigint: true })));
      await copyFile(join(from, path), join(to, path));
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
      known.delete(path);
    }
  }
  return known;
}

/** Makes the copy whole while nobody writes: only what has changed since is copied once more. */
export function copyChanged(from: string, to: string, known: Known): void {
  const there = new Set(filesIn(from));
  for (const path of there) {
    if (known.get(path) === stamp(statSync(join(from, path), { bigint: true }))) continue;
    mkdirSync(dirname(join(to, path)), { recursive: true });
    copyFileSync(join(from, path), join(to, path));
  }
  for (const path of known.keys()) if (!there.has(path)) rmSync(join(to, path), { force: true });
}
