import { strToU8, zipSync } from 'fflate';
import { type Archive, ArchiveRefused, openArchive, repacked } from './archive';

const MB = 1024 * 1024;
const most = { most: 80 * MB };
const zip = (parts: Record<string, Uint8Array>) => zipSync(parts, { level: 9 });
const opened = (bytes: Uint8Array): Archive => {
  const archive = openArchive(bytes, most);
  if (typeof archive === 'string') throw new Error(archive);
  return archive;
};
const viewOf = (bytes: Uint8Array) => new DataView(bytes.buffer, bytes.byteOffset);
/** Where the central directory begins: four bytes from the sixth last on. */
const directoryOf = (bytes: Uint8Array) => viewOf(bytes).getUint32(bytes.length - 6, true);

/** An archive of one part, of which the directory says that it is so large. */
function saying(name: string, size: number, part = new Uint8Array(1000)): Uint8Array {
  const bytes = zipSync({ [name]: part }, { level: 1 });
  viewOf(bytes).setUint32(directoryOf(bytes) + 24, size, true);
  return bytes;
}

describe('an archive', () => {
  test('is read part by part, and what is not in it is not there', () => {
    const archive = opened(zip({ 'a.txt': strToU8('one'), 'b/c.txt': strToU8('two'), 'd/': new Uint8Array() }));
    expect(archive.names).toEqual(['a.txt', 'b/c.txt']);
    expect(new TextDecoder().decode(archive.read('b/c.txt') ?? undefined)).toBe('two');
    expect(archive.read('c.txt')).toBeNull();
    expect(archive.read('b/c.txt')).toBe(archive.read('b/c.txt'));
  });

  test('is passed on with the counted bytes alone', () => {
    const archive = opened(zip({ 'word/document.xml': strToU8('<w/>'), 'word/evil.bin': strToU8('x') }));
    const again = opened(repacked(archive, (name) => name.endsWith('.xml')));
    expect(again.names).toEqual(['word/document.xml']);
  });

  test.each([
    ['bytes that are none', strToU8('no archive at all, but long enough to be one'), 'broken'],
    ['nothing', new Uint8Array(), 'broken'],
    ['one that is cut', zip({ a: strToU8('abc') }).slice(0, -3), 'broken'],
    ['one with something before it', new Uint8Array([1, 2, 3, ...zip({ a: strToU8('abc') })]), 'broken'],
    ['a bomb', saying('a', 81 * MB), 'too-large'],
    ['markup of eleven megabytes', saying('word/document.xml', 11 * MB), 'too-large'],
    [
      'very many parts of nothing',
      zip(Object.fromEntries(Array.from({ length: 5001 }, (_, i) => [`${i}`, new Uint8Array()]))),
      'too-large',
    ],
  ])('is refused by its directory alone: %s', (_, bytes, problem) => {
    expect(openArchive(bytes, most)).toBe(problem);
  });

  // D. Fifield, "A better zip bomb" (USENIX WOOT 2019): many names for one part, or parts that overlap.
  test('that names one part twice, or lets parts overlap, is refused', () => {
    const two = zip({ 'content.xml': strToU8('<a/>'), 'content.xmk': strToU8('<b/>') });
    const twice = two.slice();
    const second = twice.lastIndexOf('k'.charCodeAt(0));
    twice[second] = 'l'.charCodeAt(0);
    expect(openArchive(twice, most)).toBe('broken');
    const overlap = two.slice();
    const view = viewOf(overlap);
    const entry = directoryOf(overlap);
    const next = entry + 46 + view.getUint16(entry + 28, true);
    view.setUint32(next + 42, view.getUint32(entry + 42, true), true);
    expect(openArchive(overlap, most)).toBe('broken');
  });

  test('whose parts unpack to more or less than they say is refused where they are read', () => {
    for (const size of [10, 6 * MB]) {
      const archive = opened(saying('a', size, new Uint8Array(5 * MB)));
      expect(() => archive.read('a')).toThrow(ArchiveRefused);
    }
    const damaged = zip({ a: crypto.getRandomValues(new Uint8Array(5000)).map((byte) => byte % 7) });
    damaged.fill(0xff, 40, 400);
    const archive = opened(damaged);
    expect(() => archive.read('a')).toThrow(ArchiveRefused);
  });

  test('that is locked says so', () => {
    const locked = zip({ a: strToU8('abc') });
    viewOf(locked).setUint16(directoryOf(locked) + 8, 1, true);
    expect(openArchive(locked, most)).toBe('encrypted');
  });
});
