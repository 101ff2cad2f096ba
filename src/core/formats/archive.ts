import { Inflate, zipSync } from 'fflate';

/**
 * Why an archive is not read. `broken`: its directory does not describe it, or describes it twice. `too-large`: it
 * holds more than it may. `encrypted`: some of it needs a password.
 */
export type ArchiveProblem = 'broken' | 'too-large' | 'encrypted';

/** What is thrown while a part is read, when it unpacks to something else than the directory says. */
export class ArchiveRefused extends Error {
  constructor(readonly problem: ArchiveProblem) {
    super(problem);
  }
}

/** Bytes of everything together, and of one part that is markup: nobody's chapter has ten megabytes of it. */
export interface ArchiveLimits {
  readonly most: number;
}

export interface Archive {
  /** The names of the parts, folders left out. */
  readonly names: readonly string[];
  /**
   * The bytes of a part, unpacked and counted; `null` when there is none of that name.
   *
   * @throws ArchiveRefused when it unpacks to more than it may, or than it says
   */
  readonly read: (name: string) => Uint8Array | null;
}

interface Entry {
  readonly name: string;
  readonly method: number;
  readonly packed: number;
  readonly size: number;
  readonly at: number;
}

/** APPNOTE 6.3.10, 4.3.16, 4.3.12 and 4.3.7: the signatures and the fixed lengths of the three records. */
const END = { signature: 0x06054b50, length: 22 };
const CENTRAL = { signature: 0x02014b50, length: 46 };
const LOCAL = { signature: 0x04034b50, length: 30 };
const STORED = 0;
const DEFLATED = 8;
const MOST_ENTRIES = 5000;
const LONGEST_COMMENT = 65_535;
/** Small, since a few bytes may unpack into very many: between two of these it can stop. */
const CHUNK = 2048;
const LARGEST_MARKUP = 10 * 1024 * 1024;

const isMarkup = (name: string): boolean => /\.(xml|rels|xhtml|html?|opf|ncx|vml)$/i.test(name);

function findEnd(view: DataView): number | null {
  const from = Math.max(0, view.byteLength - END.length - LONGEST_COMMENT);
  for (let at = view.byteLength - END.length; at >= from; at -= 1) {
    if (view.getUint32(at, true) !== END.signature) continue;
    // Only the record whose comment ends with the archive is its end: another one hides in a comment.
    if (at + END.length + view.getUint16(at + 20, true) === view.byteLength) return at;
  }
  return null;
}

const decoder = new TextDecoder();

function directory(bytes: Uint8Array, view: DataView): readonly Entry[] | ArchiveProblem {
  const end = findEnd(view);
  if (end === null) return 'broken';
  const count = view.getUint16(end + 10, true);
  const begins = view.getUint32(end + 16, true);
  const disks = view.getUint16(end + 4, true) + view.getUint16(end + 6, true);
  if (disks !== 0 || view.getUint16(end + 8, true) !== count) return 'broken';
  if (begins + view.getUint32(end + 12, true) !== end) return 'broken';
  if (count > MOST_ENTRIES) return 'too-large';
  const entries: Entry[] = [];
  const names = new Set<string>();
  let at = begins;
  for (let i = 0; i < count; i += 1) {
    if (at + CENTRAL.length > end || view.getUint32(at, true) !== CENTRAL.signature) return 'broken';
    const flags = view.getUint16(at + 8, true);
    if ((flags & 0x2041) !== 0) return 'encrypted';
    const nameLength = view.getUint16(at + 28, true);
    const length = CENTRAL.length + nameLength + view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
    if (at + length > end) return 'broken';
    const name = decoder.decode(bytes.subarray(at + CENTRAL.length, at + CENTRAL.length + nameLength));
    if (names.has(name)) return 'broken';
    names.add(name);
    entries.push({
      name,
      method: view.getUint16(at + 10, true),
      packed: view.getUint32(at + 20, true),
      size: view.getUint32(at + 24, true),
      at: view.getUint32(at + 42, true),
    });
    at += length;
  }
  return at === end ? entries : 'broken';
}

/** Where the bytes of each part lie: found by its own header, which has to say the same name, and apart from all others. */
function places(
  bytes: Uint8Array,
  view: DataView,
  entries: readonly Entry[],
): Map<string, readonly [Entry, number]> | null {
  const found = new Map<string, readonly [Entry, number]>();
  let free = 0;
  for (const entry of [...entries].sort((a, b) => a.at - b.at)) {
    if (entry.at < free || entry.at + LOCAL.length > bytes.length) return null;
    if (view.getUint32(entry.at, true) !== LOCAL.signature) return null;
    if (view.getUint16(entry.at + 8, true) !== entry.method) return null;
    const nameLength = view.getUint16(entry.at + 26, true);
    const nameAt = entry.at + LOCAL.length;
    if (decoder.decode(bytes.subarray(nameAt, nameAt + nameLength)) !== entry.name) return null;
    const data = nameAt + nameLength + view.getUint16(entry.at + 28, true);
    free = data + entry.packed;
    if (free > bytes.length) return null;
    found.set(entry.name, [entry, data]);
  }
  return found;
}

function unpack(packed: Uint8Array, size: number): Uint8Array {
  const out = new Uint8Array(size);
  let length = 0;
  let whole = false;
  const inflate = new Inflate((chunk, final) => {
    if (length + chunk.length > size) throw new ArchiveRefused('broken');
    out.set(chunk, length);
    length += chunk.length;
    whole = final;
  });
  try {
    for (let at = 0; at < packed.length; at += CHUNK) {
      inflate.push(packed.subarray(at, at + CHUNK), at + CHUNK >= packed.length);
    }
  } catch (error) {
    throw error instanceof ArchiveRefused ? error : new ArchiveRefused('broken');
  }
  if (!whole || length !== size) throw new ArchiveRefused('broken');
  return out;
}

/**
 * Opens a ZIP archive by its central directory (PKWARE APPNOTE 6.3.10), which is the only thing believed: names that
 * repeat, parts that overlap, and headers that say something else are refused, which leaves nothing of the bombs and
 * the doubled parts that are made of them (D. Fifield, "A better zip bomb", WOOT 2019). ZIP64 is not read: nothing
 * of that size is a text. A part is unpacked when it is asked for, and counted while it is.
 */
export function openArchive(bytes: Uint8Array, { most }: ArchiveLimits): Archive | ArchiveProblem {
  if (bytes.length < END.length) return 'broken';
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const entries = directory(bytes, view);
  if (typeof entries === 'string') return entries;
  if (entries.reduce((sum, { size }) => sum + size, 0) > most) return 'too-large';
  if (entries.some(({ name, size }) => isMarkup(name) && size > LARGEST_MARKUP)) return 'too-large';
  const found = places(bytes, view, entries);
  if (!found) return 'broken';
  const kept = new Map<string, Uint8Array>();
  return {
    names: entries.map(({ name }) => name).filter((name) => !name.endsWith('/')),
    read(name) {
      const known = kept.get(name);
      if (known) return known;
      const place = found.get(name);
      if (!place) return null;
      const [{ method, packed, size }, at] = place;
      if (method !== STORED && method !== DEFLATED) throw new ArchiveRefused('broken');
      const data = bytes.subarray(at, at + packed);
      if (method === STORED && packed !== size) throw new ArchiveRefused('broken');
      const read = method === STORED ? data : unpack(data, size);
      kept.set(name, read);
      return read;
    },
  };
}

/**
 * The parts with these names as an archive of their own: what another reader is given instead of the one that was
 * sent, so that it sees the counted bytes and nothing else.
 *
 * @throws ArchiveRefused like `read`
 */
export function repacked(archive: Archive, wanted: (name: string) => boolean): Uint8Array {
  const parts: Record<string, Uint8Array> = {};
  for (const name of archive.names) {
    const part = wanted(name) ? archive.read(name) : null;
    if (part) parts[name] = part;
  }
  return zipSync(parts, { level: 0 });
}
