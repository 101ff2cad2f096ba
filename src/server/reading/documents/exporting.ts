import { EXPORT_FORMATS, type ExportFormat } from '@/core/formats/export-formats';
import type { DocumentId } from '@/core/ids';
import { documentKind, type Written } from '@/core/kinds/document';
import { PICTURE_ADDRESS } from '@/core/text/picture-address';
import { nameOfFile, takenAway } from '@/server/http/file-response';
import { filesFolder } from '@/server/kite';
import { use } from '@/server/limits';
import { workshop } from '@/server/workshop';
import { findClass } from '@/store/classes';
import { type Queryable, read } from '@/store/database';
import { findDocument } from '@/store/documents';
import { filePath } from '@/store/files';
import { findMaterial } from '@/store/materials';
import type { Person } from '@/store/people';
import type { PlacedPicture } from '@/workshop/exporting';
import { type Unread, writtenIn } from './stored-documents';
import { maySeePicture } from './text-pictures';

/** The pictures of a document that this person may see, by where they lie. The words of the others stand for them. */
async function picturesOf(
  db: Queryable,
  person: Person,
  { kind, content }: Written,
): Promise<readonly PlacedPicture[]> {
  const placed: PlacedPicture[] = [];
  for (const address of new Set(documentKind(kind).pictures(content))) {
    const sha256 = address.split('/').at(-1) ?? '';
    if (!PICTURE_ADDRESS.test(address) || !(await maySeePicture(db, person.id, sha256))) continue;
    placed.push({ address, path: filePath(filesFolder(), sha256) });
  }
  return placed;
}

/** A stored document in some open formats, made for one person in the workshop. */
export async function makeExports(
  db: Queryable,
  person: Person,
  document: { readonly id: DocumentId; readonly title: string; readonly lang: string },
  formats: readonly ExportFormat[],
): Promise<{ readonly ok: true; readonly made: readonly Uint8Array[] } | Unread> {
  const stored = await writtenIn(db, person.id, document.id);
  return stored.ok ? makeFiles(db, person, { ...document, written: stored.written }, formats) : stored;
}

/** What is written, with what it is called, in some open formats. */
async function makeFiles(
  db: Queryable,
  person: Person,
  { title, lang, written }: { readonly title: string; readonly lang: string; readonly written: Written },
  formats: readonly ExportFormat[],
): Promise<{ readonly ok: true; readonly made: readonly Uint8Array[] } | Unread> {
  const pictures = await picturesOf(db, person, written);
  const done = await workshop().do(person.id, 'exportDocument', { written, formats, title, lang, pictures });
  if (!done.ok) return done;
  return done.made ? { ok: true, made: done.made } : { ok: false, code: 'too-intricate' };
}

const GONE = () => Response.json({ ok: false, code: 'gone' }, { status: 404 });

/** A file to take away, within what a person may in an hour. */
async function download(
  db: Queryable,
  person: Person,
  title: string,
  format: ExportFormat,
  make: () => ReturnType<typeof makeFiles>,
): Promise<Response> {
  const much = await use(db, person.id, 'exports', 1, Date.now());
  if (much) return Response.json(much, { status: 429 });
  const exported = await make();
  if (!exported.ok) return Response.json(exported, { status: 409 });
  const name = `${nameOfFile(title).trim() || 'document'}.${format}`;
  return takenAway(exported.made[0] ?? new Uint8Array(), EXPORT_FORMATS[format], name);
}

/** A text that a teacher gave, to take away in an open format. The caller has decided that they may. */
export async function exportMaterial(
  db: Queryable,
  person: Person,
  materialId: string,
  format: ExportFormat,
): Promise<Response> {
  const material = await findMaterial(db, materialId);
  const at = material && (await read(db, findClass(material.class_id)));
  if (!material || !at || material.kind !== 'text') return GONE();
  const written: Written = { kind: 'text', content: material.body };
  const given = { title: material.title, lang: at.locale, written };
  return download(db, person, material.title, format, () => makeFiles(db, person, given, [format]));
}

/** A document to take away in an open format, as a download. The caller has decided that they may. */
export async function exportDocument(
  db: Queryable,
  person: Person,
  documentId: DocumentId,
  format: ExportFormat,
): Promise<Response> {
  const found = await findDocument(db, documentId);
  if (!found) return GONE();
  const at = found.class_id === null ? null : await read(db, findClass(found.class_id));
  const document = { id: documentId, title: found.title, lang: at?.locale ?? 'en' };
  return download(db, person, found.title, format, () => makeExports(db, person, document, [format]));
}
