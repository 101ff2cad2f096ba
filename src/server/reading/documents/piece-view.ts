import { fileKind } from '@/core/formats/file-type';
import type { HandInId, Instant } from '@/core/ids';
import { fileIn, type Piece, spokenIn } from '@/core/kinds/piece';
import { fileResponse, KEPT, nameOfFile, takenAway, unchanged } from '@/server/http/file-response';
import { type FileView, linkContent, type MaterialContent, sheetContent } from '@/server/kinds/material/index';
import { filesFolder } from '@/server/kite';
import { isNameless, neutralName } from '@/server/reading/marking/nameless';
import { workshop } from '@/server/workshop';
import { type Queryable, read } from '@/store/database';
import { filePath } from '@/store/files';
import { findReceipt, type HandedInPiece, piecesOf, textBytesOf } from '@/store/hand-ins';
import type { Person } from '@/store/people';
import { findPiece } from '@/store/pieces';

/** Texts and sheets up to this size are shown in place; larger ones are downloads. */
const LARGEST_READ = 20 * 1024 * 1024;
const LARGEST_TEXT = 200 * 1024;

type View = { readonly ok: true; readonly content: MaterialContent };
const NONE = { ok: false, code: 'not-found' } as const;

/** What there is to see of a file that a student attached. Nothing in it is run. */
async function contentOf(
  person: Person,
  file: FileView,
  sha256: string,
  captions: string | null,
): Promise<MaterialContent> {
  const { type, size } = file;
  switch (fileKind(type)) {
    case 'pdf':
      return { kind: 'pdf', file };
    case 'picture':
      return /^image\/(png|jpeg|gif|webp)$/.test(type)
        ? { kind: 'image', file, alt: file.name }
        : { kind: 'unshown', file };
    case 'video':
      return { kind: 'video', file, captions, body: { type: 'doc' } };
    case 'sound':
      return { kind: 'audio', file, captions, body: { type: 'doc' } };
    case 'sheet': {
      if (size > LARGEST_READ) return { kind: 'unshown', file };
      return sheetContent(person, file, sha256);
    }
    case 'text': {
      if (size > LARGEST_TEXT) return { kind: 'unshown', file };
      const done = await workshop().do(person.id, 'textFile', { path: filePath(filesFolder(), sha256) });
      if (!done.ok || done.made === 'too-intricate') return { kind: 'broken', why: 'too-intricate', file };
      return { kind: 'text', take: null, ...done.made };
    }
    default:
      return { kind: 'unshown', file };
  }
}

/** What there is to see of a file or a link; `null` for a document, whose words are had elsewhere. */
async function lookInto(
  person: Person,
  { name, at }: { readonly name: string; readonly at: string },
  is: Piece | HandedInPiece,
): Promise<MaterialContent | null> {
  if ('address' in is) return linkContent(is.address);
  if (!('size' in is)) return null;
  const file = { address: `${at}/file`, name, type: is.type, size: is.size };
  return contentOf(person, file, is.sha256, is.captions === null ? null : `${at}/captions`);
}

const looked = (content: MaterialContent | null): View | typeof NONE => (content ? { ok: true, content } : NONE);

/** A student's own piece, to be looked at before it goes. */
export async function viewPiece(db: Queryable, person: Person, pieceId: string): Promise<View | typeof NONE> {
  const piece = await findPiece(db, pieceId);
  if (!piece) return NONE;
  return looked(await lookInto(person, { name: piece.name, at: `/api/pieces/${pieceId}` }, piece.is));
}

/** The bytes of a student's own piece. */
export async function pieceFile(db: Queryable, pieceId: string, request: Request): Promise<Response> {
  const piece = await findPiece(db, pieceId);
  const file = piece && fileIn(piece.is);
  if (!file) return Response.json(NONE, { status: 404 });
  const download = new URL(request.url).searchParams.has('download');
  return fileResponse(db, { sha256: file.sha256, name: piece.name, download }, request);
}

/** What is said in a piece, as WebVTT. It changes as it is mended, so no browser keeps it. */
const said = (captions: string | null | undefined): Response =>
  captions
    ? new Response(captions, { headers: { 'content-type': 'text/vtt; charset=utf-8', 'cache-control': 'no-store' } })
    : Response.json(NONE, { status: 404 });

/** What is said in a student's own piece. */
export async function pieceCaptions(db: Queryable, pieceId: string): Promise<Response> {
  const piece = await findPiece(db, pieceId);
  return said(piece && spokenIn(piece.is)?.captions);
}

/** A small picture of a picture, turned the right way up. */
export async function pieceThumb(db: Queryable, person: Person, pieceId: string, request: Request): Promise<Response> {
  const piece = await findPiece(db, pieceId);
  const file = piece && fileIn(piece.is);
  if (!file?.type.startsWith('image/')) return Response.json(NONE, { status: 404 });
  const etag = `"thumb-${file.sha256}"`;
  const kept = unchanged(request, etag);
  if (kept) return kept;
  const done = await workshop().do(person.id, 'thumb', { path: filePath(filesFolder(), file.sha256) });
  const small = done.ok ? done.made : null;
  const headers = { 'cache-control': KEPT, etag, 'content-type': 'image/webp' };
  return small ? new Response(new Uint8Array(small), { headers }) : Response.json(NONE, { status: 404 });
}

async function handedIn(db: Queryable, handInId: HandInId, position: number) {
  return (await read(db, piecesOf(handInId))).find((piece) => piece.position === position) ?? null;
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
  if (!piece) return NONE;
  const at = `/api/hand-ins/${handInId}/pieces/${position}`;
  return looked(await lookInto(asking.person, { name: await nameFor(db, asking, handInId, piece), at }, piece));
}

/** The bytes of a text as it was handed in: those of which the receipt has the fingerprint. */
const textBytes = (bytes: Uint8Array, title: string): Response =>
  takenAway(bytes, 'application/json; charset=utf-8', `${nameOfFile(title)}.json`);

/** The pieces of a hand-in as they were, with the words of its texts. */
export async function handedInWhole(db: Queryable, handInId: HandInId) {
  const receipt = await findReceipt(db, handInId);
  if (!receipt) return NONE;
  const pieces = (await read(db, piecesOf(handInId))).map((piece) => ({
    position: piece.position,
    sha256: piece.sha256,
    written: 'written' in piece ? piece.written : null,
    document: 'document' in piece ? piece.document : null,
  }));
  return { ok: true as const, pieces };
}

export type HandedInWhole = Extract<Awaited<ReturnType<typeof handedInWhole>>, { ok: true }>;

/** What is said in a piece that was handed in, as it was. */
export async function handedInCaptions(db: Queryable, handInId: HandInId, position: number): Promise<Response> {
  const piece = await handedIn(db, handInId, position);
  return said(piece && 'captions' in piece ? piece.captions : null);
}

/** The bytes of a piece that was handed in. */
export async function handedInFile(
  db: Queryable,
  asking: Asking,
  handInId: HandInId,
  position: number,
  request: Request,
): Promise<Response> {
  const piece = await handedIn(db, handInId, position);
  const text = piece && 'written' in piece ? await textBytesOf(db, handInId, position) : null;
  if (!piece) return Response.json(NONE, { status: 404 });
  const name = await nameFor(db, asking, handInId, piece);
  if (text) return textBytes(text, name);
  if (!('size' in piece)) return Response.json(NONE, { status: 404 });
  const download = new URL(request.url).searchParams.has('download');
  return fileResponse(db, { sha256: piece.sha256, name, download }, request);
}
