import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';

/** SHA-256 (FIPS 180-4) of bytes, or of a text in UTF-8, as 64 hexadecimal digits. */
export function sha256Hex(data: Uint8Array | string): string {
  return bytesToHex(sha256(typeof data === 'string' ? utf8ToBytes(data) : data));
}

/** The same of bytes as they come, however many they are: of a film no more than a part lies in memory. Fails where they cannot be read. */
export async function sha256HexOf(bytes: ReadableStream<Uint8Array>): Promise<string> {
  const sum = sha256.create();
  const reader = bytes.getReader();
  for (let part = await reader.read(); !part.done; part = await reader.read()) sum.update(part.value);
  return bytesToHex(sum.digest());
}

/**
 * JSON with the keys of every object in order, so that equal values give equal bytes. What JSON cannot
 * hold (`undefined`) is left out, as `JSON.stringify` does.
 */
export function canonicalJson(value: unknown): string {
  return JSON.stringify(value, (_key, inner: unknown) =>
    inner !== null && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  );
}

/**
 * The fingerprint of a hand-in: SHA-256 over the fingerprints of its pieces, one a line, in order. What is said in one stands behind
 * it, as a piece of its own.
 */
export function handInFingerprint(
  pieces: readonly { readonly sha256: string; readonly captions?: string | null }[],
): string {
  const lines = pieces.flatMap(({ sha256: of, captions = null }) =>
    captions === null ? [of] : [of, sha256Hex(captions)],
  );
  return sha256Hex(lines.map((line) => `${line}\n`).join(''));
}
