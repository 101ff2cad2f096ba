import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdtemp, rename, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { extract, type Header, pack } from 'tar-stream';
import { z } from 'zod';

/**
 * A backup is a tar archive (POSIX pax): `tables/<name>.jsonl.gz` with the rows of each table as JSON lines, `files/<sha256>`
 * with the bytes of each file, and last `manifest.json`, by which everything before it is checked.
 */
export const BACKUP = 'kite-string-backup';

const kept = z.object({
  name: z.string(),
  rows: z.number(),
  sha256: z.string(),
  columns: z.array(z.string()),
  key: z.array(z.string()),
});

const manifest = z.object({
  what: z.literal(BACKUP),
  version: z.literal(1),
  at: z.string(),
  school: z.string(),
  /** The last change of the tables that this school had been through. */
  migration: z.string(),
  tables: z.array(kept),
  files: z.array(z.object({ sha256: z.string(), size: z.number() })),
});

export type Manifest = z.output<typeof manifest>;

/** Why a file cannot be restored: nothing has been touched. */
export class BadBackup extends Error {
  override readonly name = 'BadBackup';
}

const MANIFEST = 'manifest.json';
/** A tar is made of blocks of so many bytes, two of which end it. */
const BLOCK = 512;
const LARGEST_MANIFEST = 32 * 1024 * 1024;

/** One thing that is put into a backup: bytes of a file, or lines that are pressed. */
export type Part =
  | { readonly name: string; readonly path: string; readonly size: number }
  | { readonly name: string; readonly lines: AsyncIterable<string> };

/**
 * Writes a backup beside where it is to be, and puts it there when it is whole: what breaks off, as when the disk is full,
 * leaves nothing behind.
 *
 * @param last says what the manifest says, once every part has been written
 */
export async function writeArchive(target: string, parts: AsyncIterable<Part>, last: () => Manifest): Promise<void> {
  const half = `${target}.part`;
  const work = await mkdtemp(join(tmpdir(), 'kite-backup-'));
  try {
    const archive = pack();
    const written = pipeline(archive, createWriteStream(half, { mode: 0o600 }));
    // Told where it is waited for, not while a part is being written.
    written.catch((error: Error) => archive.destroy(error));
    const entry = (header: Pick<Header, 'name' | 'size' | 'mode'>, from: Readable) =>
      pipeline(from, archive.entry(header));
    for await (const part of parts) {
      if ('path' in part) {
        await entry({ name: part.name, size: part.size, mode: 0o600 }, createReadStream(part.path));
        continue;
      }
      // A tar says how long a part is before it: what is pressed is written aside first.
      const pressed = join(work, 'lines.gz');
      await pipeline(Readable.from(withBreaks(part.lines)), createGzip({ level: 1 }), createWriteStream(pressed));
      const { size } = await stat(pressed);
      await entry({ name: part.name, size, mode: 0o600 }, createReadStream(pressed));
    }
    const said = Buffer.from(`${JSON.stringify(last(), null, 1)}\n`);
    await entry({ name: MANIFEST, size: said.length, mode: 0o600 }, Readable.from([said]));
    archive.finalize();
    await written;
    await rename(half, target);
  } catch (error) {
    await rm(half, { force: true });
    throw error;
  } finally {
    await rm(work, { recursive: true, force: true });
  }
}

async function* withBreaks(lines: AsyncIterable<string>): AsyncGenerator<string> {
  let block = '';
  for await (const line of lines) {
    block += `${line}\n`;
    if (block.length < 64 * 1024) continue;
    yield block;
    block = '';
  }
  yield block;
}

/** The lines of something that was pressed. */
export async function* linesIn(pressed: Readable): AsyncGenerator<string> {
  const text = pressed.pipe(createGunzip());
  pressed.on('error', (error) => text.destroy(error));
  let rest = '';
  text.setEncoding('utf8');
  for await (const piece of text as AsyncIterable<string>) {
    const lines = (rest + piece).split('\n');
    rest = lines.pop() ?? '';
    yield* lines;
  }
  if (rest !== '') throw new BadBackup('a table breaks off');
}

/** Walks through an archive; `take` reads each part to its end. */
export async function walk(source: string, take: (name: string, part: Readable) => Promise<void>): Promise<void> {
  const { size } = await stat(source);
  if (size < BLOCK * 2) throw new BadBackup('there is nothing in it');
  const archive = extract();
  const reading = pipeline(createReadStream(source), archive);
  reading.catch(() => undefined);
  try {
    for await (const part of archive) {
      await take(part.header.name, part as unknown as Readable);
      part.resume();
    }
    await reading;
  } catch (error) {
    if (error instanceof BadBackup) throw error;
    throw new BadBackup(`it cannot be read: ${error instanceof Error ? error.message : 'unknown'}`);
  }
}

async function whole(part: Readable, most: number): Promise<Buffer> {
  const pieces: Buffer[] = [];
  let size = 0;
  for await (const piece of part as AsyncIterable<Buffer>) {
    size += piece.length;
    if (size > most) throw new BadBackup('its manifest is too long');
    pieces.push(piece);
  }
  return Buffer.concat(pieces);
}

/**
 * Reads a backup through and holds everything in it against its manifest. Nothing is written.
 *
 * @throws BadBackup for what is none, and for one of which a single byte is other than it was
 */
export async function checkArchive(source: string): Promise<Manifest> {
  const tables = new Map<string, { rows: number; sha256: string }>();
  const files = new Map<string, number>();
  const found: Manifest[] = [];
  await walk(source, async (name, part) => {
    if (name === MANIFEST) {
      try {
        found.push(manifest.parse(JSON.parse((await whole(part, LARGEST_MANIFEST)).toString('utf8'))));
      } catch (error) {
        throw error instanceof BadBackup ? error : new BadBackup('its manifest says something else');
      }
      return;
    }
    const hash = createHash('sha256');
    const [, table] = /^tables\/(\w+)\.jsonl\.gz$/.exec(name) ?? [];
    const [, file] = /^files\/([0-9a-f]{64})$/.exec(name) ?? [];
    if (table !== undefined) {
      let rows = 0;
      for await (const line of linesIn(part)) {
        hash.update(`${line}\n`);
        rows += 1;
      }
      tables.set(table, { rows, sha256: hash.digest('hex') });
    } else if (file !== undefined) {
      let size = 0;
      for await (const piece of part as AsyncIterable<Buffer>) {
        hash.update(piece);
        size += piece.length;
      }
      if (hash.digest('hex') !== file) throw new BadBackup(`the file ${file} is not what it was`);
      files.set(file, size);
    } else throw new BadBackup('there is something in it that belongs to no backup');
  });
  const [said] = found;
  if (!said) throw new BadBackup('it has no manifest: it is not whole');
  for (const { name, rows, sha256 } of said.tables) {
    const is = tables.get(name);
    if (is?.rows !== rows || is.sha256 !== sha256) throw new BadBackup(`the table ${name} is not what it was`);
  }
  for (const { sha256, size } of said.files)
    if (files.get(sha256) !== size) throw new BadBackup(`the file ${sha256} is not there`);
  if (said.tables.length !== tables.size || said.files.length !== files.size)
    throw new BadBackup('there is something in it that its manifest does not name');
  return said;
}
