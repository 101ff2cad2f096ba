import type { ClassId, Instant } from '@/core/ids';
import { fileResponse, KEPT, unchanged } from '@/server/http/file-response';
import { findClass, findPicture, roleIn } from '@/store/classes';
import { type Queryable, read } from '@/store/database';
import { findMaterial } from '@/store/materials';
import type { Person } from '@/store/people';
import { bookPicture, isMaterialOpen, mayRead, viewMaterial } from './materials';

/** A material on a page of its own. Until its window opens, nothing of the contents leaves the server. */
export async function materialPage(
  db: Queryable,
  person: Person,
  at: { readonly class: ClassId; readonly material: string },
  now: Instant,
) {
  const material = await findMaterial(db, at.material);
  const found = await read(db, findClass(at.class));
  if (!material || !found) return null;
  const open =
    (await mayRead(db, person, material.id, now)) || (material.removed_at !== null && isMaterialOpen(material, now));
  return {
    id: material.id,
    title: material.title,
    kind: material.kind,
    /** Does who looks teach the class? */
    teaching: (await roleIn(db, person.id, found.id)) === 'teacher',
    removed: material.removed_at !== null,
    at: found,
    opensAt: material.opens_at,
    closesAt: material.closes_at,
    view: open ? await viewMaterial(db, material, person) : null,
  };
}

/** A material as one person sees it, with its window: for whoever looks at it where work is set. */
export async function shownMaterial(db: Queryable, person: Person, materialId: string) {
  const material = await findMaterial(db, materialId);
  if (!material) return { ok: false, code: 'gone' } as const;
  const { opens_at: opensAt, closes_at: closesAt } = material;
  return { ok: true, view: await viewMaterial(db, material, person), opensAt, closesAt } as const;
}

const GONE = { ok: false, code: 'gone' } as const;
const gone = () => Response.json(GONE, { status: 404 });

/** The bytes of a material's file. */
export async function materialFile(db: Queryable, materialId: string, request: Request): Promise<Response> {
  const material = await findMaterial(db, materialId);
  if (!material?.file_sha256 || material.removed_at !== null) return gone();
  const download = new URL(request.url).searchParams.has('download');
  return fileResponse(
    db,
    { sha256: material.file_sha256, name: material.file_name ?? material.title, download },
    request,
  );
}

/** The captions of a film, as WebVTT. */
export async function captions(db: Queryable, materialId: string, request: Request): Promise<Response> {
  const material = await findMaterial(db, materialId);
  if (!material?.captions_sha256) return gone();
  const file = { sha256: material.captions_sha256, name: 'captions.vtt', download: false, type: 'text/vtt' };
  return fileResponse(db, file, request);
}

/** Bytes that were made for a browser: kept there, and opened by themselves nothing in them runs. */
const shown = (bytes: Uint8Array, type: string, etag: string, policy: string): Response =>
  new Response(new Uint8Array(bytes), {
    headers: { 'content-type': type, 'cache-control': KEPT, etag, 'content-security-policy': policy },
  });

/** A picture of a book. */
export async function bookPart(
  db: Queryable,
  person: Person,
  at: { readonly material: string; readonly part: string },
  request: Request,
): Promise<Response> {
  const material = await findMaterial(db, at.material);
  const etag = `"${material?.file_sha256}-${at.part}"`;
  const kept = unchanged(request, etag);
  if (kept) return kept;
  const picture = await bookPicture(db, person, at.material, at.part);
  return picture ? shown(picture.bytes, picture.type, etag, "sandbox; default-src 'none'") : gone();
}

/** A drawing that a teacher put into what they set. */
export async function setPicture(db: Queryable, pictureId: string, request: Request): Promise<Response> {
  const etag = `"picture-${pictureId}"`;
  const kept = unchanged(request, etag);
  if (kept) return kept;
  const picture = await findPicture(db, pictureId);
  if (!picture) return Response.json({ ok: false, code: 'not-found' }, { status: 404 });
  // A drawing may hold scripts; opened by itself it must not run them.
  return shown(picture.bytes, picture.type, etag, "sandbox; default-src 'none'; style-src 'unsafe-inline'");
}
