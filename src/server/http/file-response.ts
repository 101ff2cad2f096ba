import { filesFolder } from '@/server/kite';
import type { Queryable } from '@/store/database';
import { findFile, streamPart } from '@/store/files';

/**
 * What a browser may keep for itself: it asks each time whether that is still so, and whether whoever is signed in by
 * then may see it. Signing out empties what it has kept.
 */
export const KEPT = 'private, no-cache';

/** Says that what a browser has kept is still so; `null` where it has kept something else, or nothing. */
export const unchanged = (request: Request, etag: string): Response | null =>
  request.headers.get('if-none-match') === etag
    ? new Response(null, { status: 304, headers: { etag, 'cache-control': KEPT } })
    : null;

/** What a browser may show in place. Everything else is a download, whatever it says it is. */
const IN_PLACE = /^(application\/pdf|image\/(png|jpeg|gif|webp)|(video|audio)\/(webm|mp4|ogg|mpeg|wav)|text\/vtt)/;

/** One range of bytes as RFC 9110 (14.1.2) writes it; `null` for none or several, `bad` for one outside the file. */
export function byteRange(header: string | null, size: number): { from: number; to: number } | 'bad' | null {
  const [, first = '', last = ''] = /^bytes=(\d*)-(\d*)$/.exec(header?.trim() ?? '') ?? [];
  if (first === '' && last === '') return null;
  const from = first === '' ? Math.max(0, size - Number(last)) : Number(first);
  const to = first === '' || last === '' ? size - 1 : Math.min(size - 1, Number(last));
  return from >= size || from > to ? 'bad' : { from, to };
}

/** The name of a download, in ASCII and as RFC 8187 writes the rest. */
function disposition(inPlace: boolean, name: string): string {
  const plain = name.replace(/[^\x20-\x7e]|["\\]/g, '_');
  return `${inPlace ? 'inline' : 'attachment'}; filename="${plain}"; filename*=UTF-8''${encodeURIComponent(name)}`;
}

/** A title without the signs that no file may have in its name. */
export const nameOfFile = (title: string): string => title.replace(/[\\/:*?"<>|]/g, ' ');

/** Something that was just made, to take away. Opened by itself it runs nothing. */
export const takenAway = (bytes: Uint8Array, type: string, name: string): Response =>
  new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      'cache-control': 'no-store',
      'content-security-policy': "sandbox; default-src 'none'",
    },
  });

/**
 * A file, or the part of it that was asked for, read from the disk as the browser takes it: however long a
 * video is, it never lies in memory. Opened by itself it runs nothing.
 */
export async function fileResponse(
  db: Queryable,
  file: { readonly sha256: string; readonly name: string; readonly download: boolean; readonly type?: string },
  request: Request,
): Promise<Response> {
  const found = await findFile(db, file.sha256);
  if (!found) return Response.json({ ok: false, code: 'gone' }, { status: 404 });
  const type = file.type ?? found.type;
  const headers = new Headers({
    'content-type': type,
    'accept-ranges': 'bytes',
    'cache-control': KEPT,
    etag: `"${found.sha256}"`,
    'content-disposition': disposition(!file.download && IN_PLACE.test(type), file.name),
    'content-security-policy':
      "sandbox; default-src 'none'; style-src 'unsafe-inline'; img-src 'self'; media-src 'self'",
    'cross-origin-resource-policy': 'same-origin',
  });
  if (request.headers.get('if-none-match') === `"${found.sha256}"`) return new Response(null, { status: 304, headers });
  const range = byteRange(request.headers.get('range'), found.size);
  if (range === 'bad') {
    headers.set('content-range', `bytes */${found.size}`);
    return new Response(null, { status: 416, headers });
  }
  const { from, to } = range ?? { from: 0, to: found.size - 1 };
  const stream = found.size === 0 ? null : streamPart(filesFolder(), found.sha256, from, to);
  if (!stream && found.size > 0) return Response.json({ ok: false, code: 'gone' }, { status: 404 });
  headers.set('content-length', String(found.size === 0 ? 0 : to - from + 1));
  if (range) headers.set('content-range', `bytes ${from}-${to}/${found.size}`);
  return new Response(stream, { status: range ? 206 : 200, headers });
}
