/**
 * An id for one act of a person, so that sending it twice does it once: a UUID (RFC 9562, version 4). Browsers give their own to
 * pages over TLS alone, and a school may be tried without.
 */
export function newAct(): string {
  if (crypto.randomUUID) return crypto.randomUUID();
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  const hex = Array.from(bytes, (byte, i) =>
    (i === 6 ? (byte & 0x0f) | 0x40 : i === 8 ? (byte & 0x3f) | 0x80 : byte).toString(16).padStart(2, '0'),
  ).join('');
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})/, '$1-$2-$3-$4-');
}
