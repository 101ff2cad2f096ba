import { zipSync } from 'fflate';
import { unpackedSize } from './archive-guard';

const MB = 1024 * 1024;

describe('how large an archive is when it is unpacked', () => {
  test('one that stays within the size is fine', () => {
    const archive = zipSync({ 'a.txt': new Uint8Array(1000), 'b/c.txt': new Uint8Array(2000) });
    expect(unpackedSize(archive, 3000)).toBe('fine');
    expect(unpackedSize(archive, 2999)).toBe('too-large');
  });

  test('a small archive of very much is stopped long before its end', () => {
    const bomb = zipSync({ 'word/document.xml': new Uint8Array(24 * MB) }, { level: 9 });
    expect(bomb.length).toBeLessThan(MB);
    expect(unpackedSize(bomb, MB)).toBe('too-large');
  });

  test('one that lies about its sizes is judged by what comes out', () => {
    const bomb = zipSync({ a: new Uint8Array(5 * MB) }, { level: 9 });
    const view = new DataView(bomb.buffer, bomb.byteOffset);
    // The size before packing, in the local header (22) and in the central directory.
    view.setUint32(22, 10, true);
    const directory = view.getUint32(bomb.length - 6, true);
    view.setUint32(directory + 24, 10, true);
    expect(unpackedSize(bomb, MB)).toBe('too-large');
  });

  test('very many entries of nothing are too many', () => {
    const many = Object.fromEntries(Array.from({ length: 5001 }, (_, i) => [`${i}`, new Uint8Array(0)]));
    expect(unpackedSize(zipSync(many), MB)).toBe('too-large');
  });

  test('what is no archive, or a damaged one, is broken', () => {
    expect(unpackedSize(new TextEncoder().encode('no archive at all'), MB)).toBe('broken');
    const archive = zipSync({ a: crypto.getRandomValues(new Uint8Array(5000)).map((byte) => byte % 7) });
    archive.fill(0xff, 31, 400);
    expect(unpackedSize(archive, MB)).toBe('broken');
  });
});
