import { Unzip, UnzipInflate } from 'fflate';

/** Small, since a few bytes may unpack into very many: between two of these this can stop. */
const CHUNK = 4096;
const MOST_ENTRIES = 5000;

/**
 * Does an archive stay within a size when it is unpacked? It is unpacked piece by piece and thrown away, since
 * what it says of its sizes may be a lie; at the first byte too many this stops.
 *
 * @param most bytes of everything in it together
 * @returns `broken` for what cannot be unpacked, `too-large` for a bomb
 */
export function unpackedSize(bytes: Uint8Array, most: number): 'fine' | 'too-large' | 'broken' {
  let size = 0;
  let entries = 0;
  let verdict = 'fine' as 'fine' | 'too-large' | 'broken';
  const unzip = new Unzip((entry) => {
    entries += 1;
    if (entries > MOST_ENTRIES) verdict = 'too-large';
    entry.ondata = (error, data) => {
      if (error) verdict = verdict === 'fine' ? 'broken' : verdict;
      size += data?.length ?? 0;
      if (size > most) verdict = 'too-large';
    };
    entry.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < bytes.length && verdict === 'fine'; at += CHUNK) {
      unzip.push(bytes.subarray(at, at + CHUNK), at + CHUNK >= bytes.length);
    }
  } catch {
    return verdict === 'too-large' ? verdict : 'broken';
  }
  return entries === 0 ? 'broken' : verdict;
}
