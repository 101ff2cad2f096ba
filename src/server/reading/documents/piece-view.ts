import { fileKind } from '@/core/formats/file-type';
import type { HandInId, Instant } from '@/core/ids';
import { fileResponse, KEPT, unchanged } from '@/server/http/file-response';
import { filesFolder } from '@/server/kite';
import { isNameless, neutralName } from '@/server/reading/marking/nameless';
import { type FileView, type MaterialContent, sheetContent } from '@/server/reading/materials/materials';
import { workshop } from '@/server/workshop';
import type { Queryable } from '@/store/database';
import { filePath } from '@/store/files';
import { findReceipt, piecesOf, textBytesOf } from '@/store/hand-ins';
import type { Person } from '@/store/people';
import { findPiece } from '@/store/pieces';

/** Texts and sheets up to this size are shown in place; larger ones are downloads. */
const LARGEST_READ = 20 * 1024 * 1024;
const LARGEST_TEXT = 200 * 1024;

type View = { readonly ok: true; readonly content: MaterialContent };
const NONE = { ok: false, code: 'not-found' } as const;

/** What there is to see of a file that a student attached. Nothing in it is run. */
async function contentOf(person: Person, file: FileView, sha256: string): Promise<MaterialContent> {
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
      return sheetContent(person, file, sha256);
    }
    case 'text': {
      if (size > LARGEST_TEXT) return { kind: 'unshown', file };
      const done = await workshop().do(person.id, 'textFile', { path: filePath(filesFolder(), sha256) });
      if (!done.ok || done.made === 'too-intricate') return { kind: 'broken', why: 'too-intricate', file };
      return { kind: 'text', ...done.made };
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
export async function viewPiece(db: Queryable, person: Person, pieceId: string): Promise<View | typeof NONE> {
  const piece = await findPiece(db, pieceId);
  if (piece?.kind === 'link') return { ok: true, content: linkContent(piece.address) };
  if (piece?.kind !== 'file') return NONE;
  const { name, type, size } = piece;
  const file = { address: `/api/pieces/${pieceId}/file`, name, type, size };
  return { ok: true, content: await contentOf(person, file, piece.sha256) };
}

/** The bytes of a student's own piece. */
export async function pieceFile(db: Queryable, pieceId: string, request: Request): Promise<Response> {
  const piece = await findPiece(db, pieceId);
  if (piece?.kind !== 'file') return Response.json(NONE, { status: 404 });
  const download = new URL(request.url).searchParams.has('download');
  return fileResponse(db, { sha256: piece.sha256, name: piece.name, download }, request);
}

/** A small picture of a picture, turned the right way up. */
export async function pieceThumb(db: Queryable, person: Person, pieceId: string, request: Request): Promise<Response> {
  const piece = await findPiece(db, pieceId);
  if (piece?.kind !== 'file' || !piece.type.startsWith('image/')) return Response.json(NONE, { status: 404 });
  const etag = `"thumb-${piece.sha256}"`;
  const kept = unchanged(request, etag);
  if (kept) return kept;
  const done = await workshop().do(person.id, 'thumb', { path: filePath(filesFolder(), piece.sha256) });
  const small = done.ok ? done.made : null;
  const headers = { 'cache-control': KEPT, etag, 'content-type': 'image/webp' };
  return small ? new Response(new Uint8Array(small), { headers }) : Response.json(NONE, { status: 404 });
}

async function handedIn(db: Queryable, handInId: HandInId, position: number) {
  return (await piecesOf(db, handInId)).find((piece) => piece.position === position) ?? null;
}

/** Who asks, and when. */
interface Asking {
  readonly person: Person;
  readonly now: Instant;
}

/** What a piece is called for this person: where the work is marked without names, by its place. */
const nameFor = async (
  db: Queryable,
  { person, now }: Asking,
  handInId: HandInId,
  { position, title }: { readonly position: number; readonly title: string },
): Promise<string> => ((await isNameless(db, person, handInId, now)) ? neutralName(position, title) : title);

/** A piece of a hand-in as it was, to be looked at. */
export async function viewHandedIn(
  db: Queryable,
  asking: Asking,
  handInId: HandInId,
  position: number,
): Promise<View | typeof NONE> {
  const piece = await handedIn(db, handInId, position);
  if (piece?.kind === 'link') return { ok: true, content: linkContent(piece.address) };
  if (piece?.kind !== 'file') return NONE;
  const { type, size } = piece;
  const name = await nameFor(db, asking, handInId, piece);
  const file = { address: `/api/hand-ins/${handInId}/pieces/${position}/file`, name, type, size };
  return { ok: true, content: await contentOf(asking.person, file, piece.sha256) };
}

/** The bytes of a text as it was handed in: those of which the receipt has the fingerprint. */
const textBytes = (bytes: Uint8Array, title: string): Response =>
  new Response(new Uint8Array(bytes), {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(`${title.replace(/[\\/:*?"<>|]/g, ' ')}.json`)}`,
      'cache-control': 'no-store',
      'content-security-policy': "sandbox; default-src 'none'",
    },
  });

/** The pieces of a hand-in as they were, with the words of its texts. */
export async function handedInWhole(db: Queryable, handInId: HandInId) {
  const receipt = await findReceipt(db, handInId);
  if (!receipt) return NONE;
  const pieces = (await piecesOf(db, handInId)).map((piece) => ({
    position: piece.position,
    sha256: piece.sha256,
    content: 'content' in piece ? piece.content : null,
    document: 'content' in piece ? piece.document_id : null,
  }));
  return { ok: true as const, pieces };
}

export type HandedInWhole = Extract<Awaited<ReturnType<typeof handedInWhole>>, { ok: true }>;

/** The bytes of a piece that was handed in. */
export async function handedInFile(
  db: Queryable,
  asking: Asking,
  handInId: HandInId,
  position: number,
  request: Request,
): Promise<Response> {
  const piece = await handedIn(db, handInId, position);
  const text = piece && 'content' in piece ? await textBytesOf(db, handInId, position) : null;
  if (!piece) return Response.json(NONE, { status: 404 });
  const name = await nameFor(db, asking, handInId, piece);
  if (text) return textBytes(text, name);
  if (piece?.kind !== 'file') return Response.json(NONE, { status: 404 });
  const download = new URL(request.url).searchParams.has('download');
  return fileResponse(db, { sha256: piece.sha256, name, download }, request);
}
