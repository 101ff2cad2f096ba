/** Bytes as text in base64 (RFC 4648, section 4), and back, as browsers and servers both do it. */

/** How many bytes become letters at once: so many arguments a function takes anywhere. */
const AT_ONCE = 8192;

/** @param bytes of any length */
export function toBase64(bytes: Uint8Array): string {
  let letters = '';
  for (let at = 0; at < bytes.length; at += AT_ONCE)
    letters += String.fromCharCode(...bytes.subarray(at, at + AT_ONCE));
  return btoa(letters);
}

/** @throws DOMException when the text is not base64 */
export const fromBase64 = (text: string): Uint8Array => Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0));
