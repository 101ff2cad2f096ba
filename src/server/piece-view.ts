import sharp from 'sharp';
import { canonicalJson } from '@/core/documents/fingerprint';
import { unpackedSize } from '@/core/formats/archive-guard';
import { fileKind } from '@/core/formats/file-type';
import { readSheets } from '@/core/formats/sheet';
import type { HandInId } from '@/core/ids';
import type { DocNode } from '@/core/text/document-json';
import { measureReading } from '@/core/text/reading';
import type { Queryable } from '@/store/database';
import { readWhole } from '@/store/files';
import { findReceipt, piecesOf } from '@/store/hand-ins';
import { findPiece } from '@/store/pieces';
import { fileResponse } from './file-response';
import { filesFolder } from './kite';
import type { FileView, MaterialContent } from './materials';

/** Texts and sheets up to this size are shown in place; larger ones are downloads. */
const LARGEST_READ = 20 * 1024 * 1024;
const LARGEST_TEXT = 200 * 1024;
const LARGEST_UNPACKED = 150 * 1024 * 1024;
const THUMB = 320;
const MOST_PIXELS = 120_000_000;

type View = { readonly ok: true; readonly content: MaterialContent };
const NONE = { ok: false, code: 'not-found' } as const;

const textDocument = (text: string): DocNode => ({
  type: 'doc',
  content: text
    .split(/\r?\n/)
    .map((line) => ({ type: 'paragraph', ...(line === '' ? {} : { content: [{ type: 'text', text: line }] }) })),
});

/** What there is to see of a file that a student attached. Nothing in it is run. */
async function contentOf(file: FileView, sha256: string): Promise<MaterialContent> {
  const { type, size } = file;
  switch (fileKind(type)) {
    case 'pdf':
      return { kind: 'pdf', file };
    case 'picture':
      return /^image\/(png|jpeg|gif|webp)$/.test(type)
        ? { kind: 'image', file, alt: file.name }
        : { kind: 'unshown', file };
    case 'video':
      return { kind: 'video', file, captions: null, body: { type: 'doc' } };
    case 'sound':
      return { kind: 'audio', file, captions: null, body: { type: 'doc' } };
    case 'sheet': {
      if (size > LARGEST_READ) return { kind: 'unshown', file };
      const bytes = await readWhole(filesFolder(), sha256);
      if (!bytes) return { kind: 'broken', why: 'gone', file: null };
      const fits = unpackedSize(bytes, LARGEST_UNPACKED);
      if (fits !== 'fine') return { kind: 'broken', why: fits === 'broken' ? 'not-a-sheet' : 'too-large', file };
      const sheets = readSheets(bytes);
      return sheets ? { kind: 'sheet', file, sheets } : { kind: 'broken', why: 'not-a-sheet', file };
    }
    case 'text': {
      if (size > LARGEST_TEXT) return { kind: 'unshown', file };
      const bytes = await readWhole(filesFolder(), sha256);
      if (!bytes) return { kind: 'broken', why: 'gone', file: null };
      const body = textDocument(new TextDecoder().decode(bytes));
      return { kind: 'text', body, reading: measureReading(body, 'en') };
    }
    default:
      return { kind: 'unshown', file };
  }
}

const linkContent = (address: string): MaterialContent => ({
  kind: 'link',
  address,
  host: URL.canParse(address) ? new URL(address).host : address,
  body: { type: 'doc' },
});

/** A student's own piece, to be looked at before it goes. */
export async function viewPiece(db: Queryable, pieceId: string): Promise<View | typeof NONE> {
  const piece = await findPiece(db, pieceId);
  if (piece?.kind === 'link') return { ok: true, content: linkContent(piece.address) };
  if (piece?.kind !== 'file') return NONE;
  const { name, type, size } = piece;
  const file = { address: `/api/pieces/${pieceId}/file`, name, type, size };
  return { ok: true, content: await contentOf(file, piece.sha256) };
}

/** The bytes of a student's own piece. */
export async function pieceFile(db: Queryable, pieceId: string, request: Request): Promise<Response> {
  const piece = await findPiece(db, pieceId);
  if (piece?.kind !== 'file') return Response.json(NONE, { status: 404 });
  const download = new URL(request.url).searchParams.has('download');
  return fileResponse(db, { sha256: piece.sha256, name: piece.name, download }, request);
}

/** A small picture of a picture, turned the right way up. */
export async function pieceThumb(db: Queryable, pieceId: string, request: Request): Promise<Response> {
  const piece = await findPiece(db, pieceId);
  if (piece?.kind !== 'file' || !piece.type.startsWith('image/')) return Response.json(NONE, { status: 404 });
  const etag = `"thumb-${piece.sha256}"`;
  const headers = { 'cache-control': 'private, max-age=86400', etag, 'content-type': 'image/webp' };
  if (request.headers.get('if-none-match') === etag) return new Response(null, { status: 304, headers });
  const bytes = await readWhole(filesFolder(), piece.sha256);
  const small =
    bytes &&
    (await sharp(bytes, { limitInputPixels: MOST_PIXELS })
      .rotate()
      .resize(THUMB, THUMB, { fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 80 })
      .toBuffer()
      .catch(() => null));
  return small ? new Response(new Uint8Array(small), { headers }) : Response.json(NONE, { status: 404 });
}

async function handedIn(db: Queryable, handInId: HandInId, position: number) {
  return (await piecesOf(db, handInId)).find((piece) => piece.position === position) ?? null;
}

/** A piece of a hand-in as it was, to be looked at. */
export async function viewHandedIn(db: Queryable, handInId: HandInId, position: number): Promise<View | typeof NONE> {
  const piece = await handedIn(db, handInId, position);
  if (piece?.kind === 'link') return { ok: true, content: linkContent(piece.address) };
  if (piece?.kind !== 'file') return NONE;
  const { title: name, type, size } = piece;
  const file = { address: `/api/hand-ins/${handInId}/pieces/${position}/file`, name, type, size };
  return { ok: true, content: await contentOf(file, piece.sha256) };
}

/** The bytes of a text as it was handed in: those of which the receipt has the fingerprint. */
const textBytes = (content: DocNode, title: string): Response =>
  new Response(canonicalJson(content), {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${title.replace(/[\\/:*?"<>|]/g, ' ')}.json`)}`,
      'cache-control': 'no-store',
      'content-security-policy': "sandbox; default-src 'none'",
    },
  });

/** A hand-in as it was: its number, its time, and its pieces with the words of its texts. */
export async function handedInWhole(db: Queryable, handInId: HandInId) {
  const receipt = await findReceipt(db, handInId);
  if (!receipt) return NONE;
  const pieces = (await piecesOf(db, handInId)).map((piece) => ({
    position: piece.position,
    title: piece.title,
    sha256: piece.sha256,
    content: 'content' in piece ? piece.content : null,
    document: 'content' in piece ? piece.document_id : null,
  }));
  return { ok: true as const, number: receipt.number, at: receipt.at, pieces };
}

export type HandedInWhole = Extract<Awaited<ReturnType<typeof handedInWhole>>, { ok: true }>;

/** The bytes of a piece that was handed in. */
export async function handedInFile(
  db: Queryable,
  handInId: HandInId,
  position: number,
  request: Request,
): Promise<Response> {
  const piece = await handedIn(db, handInId, position);
  if (piece && 'content' in piece) return textBytes(piece.content, piece.title);
  if (piece?.kind !== 'file') return Response.json(NONE, { status: 404 });
  const download = new URL(request.url).searchParams.has('download');
  return fileResponse(db, { sha256: piece.sha256, name: piece.title, download }, request);
}
