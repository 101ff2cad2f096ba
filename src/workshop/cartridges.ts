import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { readFile, rm, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { ArchiveRefused, openArchive } from '@/core/formats/archive';
import type { CourseNote, CourseParts } from '@/core/formats/cartridge/cartridge';
import { readCartridge as readParts } from '@/core/formats/cartridge/read';
import { writeCartridge as writeParts } from '@/core/formats/cartridge/write';
import { fileType } from '@/core/formats/file-type';
import { TooIntricate } from '@/core/formats/markup';

/** Bytes of what is in a cartridge, unpacked. */
const MOST = 120 * 1024 * 1024;

/** A file out of a cartridge, on the disk under a name of its own. */
export interface UnpackedFile {
  readonly name: string;
  readonly path: string;
  readonly sha256: string;
  readonly size: number;
  readonly type: string;
}

export type CartridgeUnpacked =
  | {
      readonly ok: true;
      readonly course: CourseParts;
      readonly notes: readonly CourseNote[];
      readonly files: readonly UnpackedFile[];
    }
  | {
      readonly ok: false;
      readonly code: 'too-large' | 'too-intricate' | 'not-a-cartridge' | 'other-version' | 'broken' | 'encrypted';
    };

/** A name by chance: those of a file may say what is right. */
const naming = (): string => randomBytes(9).toString('base64url').replace(/[-_]/g, 'x');

/** Reads a cartridge: its course, and its files beside it on the disk. Nothing is written outside of that folder. */
export async function readCartridge({ path }: { readonly path: string }): Promise<CartridgeUnpacked> {
  const folder = dirname(path);
  const files: UnpackedFile[] = [];
  try {
    const archive = openArchive(new Uint8Array(await readFile(path)), { most: MOST });
    if (typeof archive === 'string') return { ok: false, code: archive };
    const names = new Set(archive.names);
    const read = readParts(
      {
        has: (name) => names.has(name),
        text: (name) => {
          const bytes = archive.read(name);
          return bytes && new TextDecoder('utf-8').decode(bytes);
        },
      },
      naming,
    );
    if (!read.ok) return read;
    for (const name of read.files) {
      const bytes = archive.read(name);
      if (!bytes) continue;
      const at = join(folder, `unpacked-${randomUUID()}`);
      await writeFile(at, bytes, { mode: 0o600 });
      files.push({
        name,
        path: at,
        sha256: createHash('sha256').update(bytes).digest('hex'),
        size: bytes.length,
        type: fileType(bytes).type,
      });
    }
    return { ok: true, course: read.course, notes: read.notes, files };
  } catch (error) {
    for (const file of files) await rm(file.path, { force: true });
    if (error instanceof TooIntricate) return { ok: false, code: 'too-intricate' };
    return { ok: false, code: error instanceof ArchiveRefused ? error.problem : 'broken' };
  }
}

/** Puts a cartridge together. */
export async function writeCartridge({
  course,
  files,
  lang,
}: {
  readonly course: CourseParts;
  readonly files: readonly { readonly name: string; readonly at: string }[];
  readonly lang: string;
}) {
  const bytes = new Map<string, Uint8Array>();
  for (const { name, at } of files) bytes.set(name, new Uint8Array(await readFile(at)));
  return writeParts(course, bytes, lang);
}
