import sharp from 'sharp';
import { documentJson } from '@/core/documents/text-document';
import { toDocx } from '@/core/formats/docx-out';
import { PICTURE_ADDRESS } from '@/core/formats/markup-in';
import { toOdt } from '@/core/formats/odt-out';
import { toPdf } from '@/core/formats/pdf-out';
import { type Picture, type Pictures, picturesIn, toHtml, toMarkdown, toPlainText } from '@/core/formats/text-out';
import type { DocumentId } from '@/core/ids';
import type { DocNode } from '@/core/text/document-json';
import { findClass } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { findDocument, loadDocument } from '@/store/documents';
import { readWhole } from '@/store/files';
import { pdfFonts } from './fonts';
import { filesFolder } from './kite';

type Made = Uint8Array | string;

const FORMATS = {
  docx: {
    type: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
    make: (doc: DocNode, title: string, _lang: string, pictures: Pictures): Promise<Made> | Made =>
      toDocx(doc, title, pictures),
  },
  odt: {
    type: 'application/vnd.oasis.opendocument.text',
    make: (doc: DocNode, title: string, _lang: string, pictures: Pictures): Made => toOdt(doc, title, pictures),
  },
  md: { type: 'text/markdown; charset=utf-8', make: (doc: DocNode): Made => toMarkdown(doc) },
  html: {
    type: 'text/html; charset=utf-8',
    make: (doc: DocNode, title: string, lang: string, pictures: Pictures): Made => toHtml(doc, title, lang, pictures),
  },
  pdf: {
    type: 'application/pdf',
    make: async (doc: DocNode, title: string, lang: string, pictures: Pictures): Promise<Made> =>
      toPdf(doc, title, lang, await pdfFonts(), pictures),
  },
  txt: { type: 'text/plain; charset=utf-8', make: (doc: DocNode): Made => toPlainText(doc) },
} as const;

export type ExportFormat = keyof typeof FORMATS;

export const isExportFormat = (value: string): value is ExportFormat => Object.hasOwn(FORMATS, value);

/** The pictures of a document as they lie on the disk. One that is gone is left out, and its words stand for it. */
export async function picturesOf(doc: DocNode): Promise<Pictures> {
  const pictures = new Map<string, Picture>();
  for (const address of new Set(picturesIn(doc))) {
    if (!PICTURE_ADDRESS.test(address)) continue;
    const bytes = await readWhole(filesFolder(), address.split('/').at(-1) ?? '');
    if (!bytes) continue;
    // Office programs do not read WebP; a PNG of it they do.
    const found = sharp(bytes);
    const { format, width = 1, height = 1 } = await found.metadata();
    const isWebp = format === 'webp';
    pictures.set(address, {
      bytes: isWebp ? new Uint8Array(await found.png().toBuffer()) : bytes,
      type: isWebp ? 'image/png' : `image/${format}`,
      width,
      height,
    });
  }
  return pictures;
}

/** A document to take away in an open format, as a download. The caller has decided that they may. */
export async function exportDocument(db: Queryable, documentId: DocumentId, format: ExportFormat): Promise<Response> {
  const found = await findDocument(db, documentId);
  if (!found) return Response.json({ ok: false, code: 'gone' }, { status: 404 });
  const at = found.class_id === null ? null : await findClass(db, found.class_id);
  const lang = at?.locale ?? 'en';
  const ydoc = await loadDocument(db, documentId);
  const doc = documentJson(ydoc);
  ydoc.destroy();
  const { type, make } = FORMATS[format];
  const made = await make(doc, found.title, lang, await picturesOf(doc));
  const name = `${found.title.replace(/[\\/:*?"<>|]/g, ' ').trim() || 'document'}.${format}`;
  return new Response(typeof made === 'string' ? made : new Uint8Array(made), {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      'cache-control': 'no-store',
      'content-security-policy': "sandbox; default-src 'none'",
    },
  });
}
