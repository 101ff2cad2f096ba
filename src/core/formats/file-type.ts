/** What a file is by its first bytes: never by its name, which may lie. */
export interface FileType {
  readonly type: string;
  /** How it can be shown in place; `other` is offered as a download only. */
  readonly shown: 'pdf' | 'image' | 'video' | 'audio' | 'sheet' | 'book' | 'text' | 'other';
}

const ascii = (bytes: Uint8Array, from: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(from, from + length));

const known = (type: string, shown: FileType['shown']): FileType => ({ type, shown });

const contains = (bytes: Uint8Array, words: string): boolean =>
  ascii(bytes, 0, Math.min(bytes.length, 4096)).includes(words);

function archive(bytes: Uint8Array): FileType {
  if (contains(bytes, 'mimetypeapplication/epub+zip')) return known('application/epub+zip', 'book');
  if (contains(bytes, 'mimetypeapplication/vnd.oasis.opendocument.spreadsheet'))
    return known('application/vnd.oasis.opendocument.spreadsheet', 'sheet');
  if (contains(bytes, 'xl/') || contains(bytes, 'xl\\'))
    return known('application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', 'sheet');
  return known('application/zip', 'other');
}

function isText(bytes: Uint8Array): boolean {
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes.subarray(0, 4000), { stream: true });
    // biome-ignore lint/suspicious/noControlCharactersInRegex: control characters are what tells bytes from text
    return !/[\u0000-\u0008\u000e-\u001f]/.test(text);
  } catch {
    return false;
  }
}

/**
 * Tells a file's type from its first bytes, by the published signatures of each format (PDF: ISO 32000-1,
 * 7.5.2; PNG: W3C Recommendation, 5.2; JPEG: ISO 10918-1 B; WebM: RFC 8794; Ogg: RFC 3533; WAVE: RIFF).
 *
 * @param start at least the first 4,096 bytes, or the whole of a shorter file
 */
export function fileType(start: Uint8Array): FileType {
  if (ascii(start, 0, 1024).includes('%PDF-')) return known('application/pdf', 'pdf');
  if (ascii(start, 0, 8) === '\u0089PNG\r\n\u001a\n') return known('image/png', 'image');
  if (start[0] === 0xff && start[1] === 0xd8 && start[2] === 0xff) return known('image/jpeg', 'image');
  if (/^GIF8[79]a/.test(ascii(start, 0, 6))) return known('image/gif', 'image');
  if (ascii(start, 0, 4) === 'RIFF' && ascii(start, 8, 4) === 'WEBP') return known('image/webp', 'image');
  if (ascii(start, 0, 4) === 'RIFF' && ascii(start, 8, 4) === 'WAVE') return known('audio/wav', 'audio');
  if (start[0] === 0x1a && start[1] === 0x45 && start[2] === 0xdf && start[3] === 0xa3)
    return contains(start, 'V_') || !contains(start, 'A_')
      ? known('video/webm', 'video')
      : known('audio/webm', 'audio');
  if (ascii(start, 0, 4) === 'OggS') return known('audio/ogg', 'audio');
  if (ascii(start, 0, 3) === 'ID3' || (start[0] === 0xff && ((start[1] ?? 0) & 0xe6) === 0xe2))
    return known('audio/mpeg', 'audio');
  if (ascii(start, 4, 4) === 'ftyp')
    return ascii(start, 8, 3) === 'M4A' ? known('audio/mp4', 'audio') : known('video/mp4', 'video');
  if (ascii(start, 0, 4) === 'PK\u0003\u0004') return archive(start);
  if (start.length > 0 && isText(start)) {
    if (/^\s*(<\?xml|<!doctype|<html|<svg)/i.test(ascii(start, 0, 200)))
      return known('application/octet-stream', 'other');
    return known('text/plain; charset=utf-8', 'text');
  }
  return known('application/octet-stream', 'other');
}
