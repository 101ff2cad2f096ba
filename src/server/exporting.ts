import { documentJson } from '@/core/documents/text-document';
import { toDocx } from '@/core/formats/docx-out';
import { toOdt } from '@/core/formats/odt-out';
import { toHtml, toMarkdown, toPlainText } from '@/core/formats/text-out';
import type { DocumentId } from '@/core/ids';
import type { DocNode } from '@/core/text/document-json';
import { findClass } from '@/store/classes';
import type { Queryable } from '@/store/database';
import { findDocument, loadDocument } from '@/store/documents';

type Made = Uint8Array | string;

const FORMATS = {
  docx: {
    type: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
    make: (doc: DocNode, title: string): Promise<Made> | Made => toDocx(doc, title),
  },
  odt: {
    type: 'application/vnd.oasis.opendocument.text',
    make: (doc: DocNode, title: string): Made => toOdt(doc, title),
  },
  md: { type: 'text/markdown; charset=utf-8', make: (doc: DocNode): Made => toMarkdown(doc) },
  html: {
    type: 'text/html; charset=utf-8',
    make: (doc: DocNode, title: string, lang: string): Made => toHtml(doc, title, lang),
  },
  txt: { type: 'text/plain; charset=utf-8', make: (doc: DocNode): Made => toPlainText(doc) },
} as const;

export type ExportFormat = keyof typeof FORMATS;

export const isExportFormat = (value: string): value is ExportFormat => Object.hasOwn(FORMATS, value);

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
  const made = await make(doc, found.title, lang);
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
