import type { FileKind } from './file-kinds';

/** What a file is by its first bytes: never by its name, which may lie. */
export interface FileType {
  readonly type: string;
  /** How it can be shown in place; `other` is offered as a download only. */
  readonly shown: 'pdf' | 'image' | 'video' | 'audio' | 'sheet' | 'book' | 'text' | 'other';
}

const ascii = (bytes: Uint8Array, from: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(from, from + length));

const latin = (bytes: Uint8Array): string => new TextDecoder('latin1').decode(bytes);

const known = (type: string, shown: FileType['shown']): FileType => ({ type, shown });

/** So much of the beginning tells every type; the parts of an archive are named within it. */
export const LOOKED_AT = 65_536;

const contains = (bytes: Uint8Array, words: string): boolean => latin(bytes.subarray(0, LOOKED_AT)).includes(words);

/**
 * The first letters of the names of the codecs of WebM: V for a picture, A for sound (Matroska, RFC 9559: the element CodecID is 0x86,
 * followed by its length). Sound itself may well have the letters V and _ in it.
 */
const codecs = (bytes: Uint8Array): readonly string[] =>
  [...latin(bytes.subarray(0, LOOKED_AT)).matchAll(/\x86[\x83-\xbf]([AV])_[A-Z]/g)].map(([, of = '']) => of);

const OFFICE = 'application/vnd.openxmlformats-officedocument.';
const OPEN = 'application/vnd.oasis.opendocument.';

function archive(bytes: Uint8Array): FileType {
  if (contains(bytes, 'mimetypeapplication/epub+zip')) return known('application/epub+zip', 'book');
  if (contains(bytes, `mimetype${OPEN}spreadsheet`)) return known(`${OPEN}spreadsheet`, 'sheet');
  if (contains(bytes, `mimetype${OPEN}text`)) return known(`${OPEN}text`, 'other');
  if (contains(bytes, `mimetype${OPEN}presentation`)) return known(`${OPEN}presentation`, 'other');
  if (contains(bytes, 'xl/') || contains(bytes, 'xl\\')) return known(`${OFFICE}spreadsheetml.sheet`, 'sheet');
  if (contains(bytes, 'word/')) return known(`${OFFICE}wordprocessingml.document`, 'other');
  if (contains(bytes, 'ppt/')) return known(`${OFFICE}presentationml.presentation`, 'other');
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
 * @param start at least the first `LOOKED_AT` bytes, or the whole of a shorter file
 */
export function fileType(start: Uint8Array): FileType {
  if (ascii(start, 0, 1024).includes('%PDF-')) return known('application/pdf', 'pdf');
  if (ascii(start, 0, 8) === '\u0089PNG\r\n\u001a\n') return known('image/png', 'image');
  if (start[0] === 0xff && start[1] === 0xd8 && start[2] === 0xff) return known('image/jpeg', 'image');
  if (/^GIF8[79]a/.test(ascii(start, 0, 6))) return known('image/gif', 'image');
  if (ascii(start, 0, 4) === 'RIFF' && ascii(start, 8, 4) === 'WEBP') return known('image/webp', 'image');
  if (ascii(start, 0, 4) === 'RIFF' && ascii(start, 8, 4) === 'WAVE') return known('audio/wav', 'audio');
  if (start[0] === 0x1a && start[1] === 0x45 && start[2] === 0xdf && start[3] === 0xa3)
    return codecs(start).includes('V') || !codecs(start).includes('A')
      ? known('video/webm', 'video')
      : known('audio/webm', 'audio');
  if (ascii(start, 0, 4) === 'OggS') return known('audio/ogg', 'audio');
  if (ascii(start, 0, 3) === 'ID3' || (start[0] === 0xff && ((start[1] ?? 0) & 0xe6) === 0xe2))
    return known('audio/mpeg', 'audio');
  if (ascii(start, 4, 4) === 'ftyp') {
    const brand = ascii(start, 8, 4);
    // Photographs of some telephones (ISO/IEC 23008-12): no browser shows them everywhere.
    if (/^(heic|heix|hevc|heim|heis|mif1|msf1)$/.test(brand)) return known('image/heic', 'other');
    if (brand === 'avif') return known('image/avif', 'other');
    if (brand === 'qt  ') return known('video/quicktime', 'video');
    return brand.startsWith('M4A') ? known('audio/mp4', 'audio') : known('video/mp4', 'video');
  }
  if (ascii(start, 0, 4) === 'PK\u0003\u0004') return archive(start);
  if (start.length > 0 && isText(start)) {
    if (/^\s*(<\?xml|<!doctype|<html|<svg)/i.test(ascii(start, 0, 200)))
      return known('application/octet-stream', 'other');
    return known('text/plain; charset=utf-8', 'text');
  }
  return known('application/octet-stream', 'other');
}

/** The kind of file that an ask speaks of. */
export function fileKind(type: string): FileKind {
  if (type === 'application/pdf') return 'pdf';
  if (type.startsWith('image/')) return 'picture';
  if (type.startsWith('video/')) return 'video';
  if (type.startsWith('audio/')) return 'sound';
  if (type.startsWith('text/')) return 'text';
  if (type === `${OFFICE}wordprocessingml.document` || type === `${OPEN}text`) return 'document';
  if (type === `${OFFICE}spreadsheetml.sheet` || type === `${OPEN}spreadsheet`) return 'sheet';
  if (type === `${OFFICE}presentationml.presentation` || type === `${OPEN}presentation`) return 'slides';
  return 'other';
}

/** What a name promises by its ending. An ending that is not here promises nothing. */
const PROMISES: Readonly<Record<string, readonly FileKind[]>> = {
  pdf: ['pdf'],
  ...Object.fromEntries(['png', 'jpg', 'jpeg', 'gif', 'webp', 'heic', 'avif'].map((end) => [end, ['picture']])),
  ...Object.fromEntries(['docx', 'odt'].map((end) => [end, ['document']])),
  ...Object.fromEntries(['xlsx', 'ods'].map((end) => [end, ['sheet']])),
  ...Object.fromEntries(['pptx', 'odp'].map((end) => [end, ['slides']])),
  // One container carries sound and pictures alike.
  ...Object.fromEntries(['mp4', 'm4v', 'mov', 'webm', 'ogv'].map((end) => [end, ['video', 'sound']])),
  ...Object.fromEntries(['mp3', 'm4a', 'wav', 'ogg', 'oga'].map((end) => [end, ['sound', 'video']])),
  ...Object.fromEntries(['txt', 'md', 'csv'].map((end) => [end, ['text']])),
};

/** Does a file say by its name that it is something which its bytes are not? */
export function nameLies(name: string, type: string): boolean {
  const ending = /\.([a-z0-9]{1,5})$/i.exec(name)?.[1]?.toLowerCase() ?? '';
  const promised = PROMISES[ending];
  return promised !== undefined && !promised.includes(fileKind(type));
}
