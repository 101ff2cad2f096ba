import mammoth from 'mammoth';
import { marked } from 'marked';
import { unpackedSize } from '@/core/formats/archive-guard';
import { fileKind, fileType } from '@/core/formats/file-type';
import { fromMarkup, fromPlainText } from '@/core/formats/markup-in';
import { readOdt } from '@/core/formats/odt-in';
import type { Instant } from '@/core/ids';
import type { DocNode } from '@/core/text/document-json';
import type { Database } from '@/store/database';
import type { Person } from '@/store/people';
import { keepTextPicture } from './text-pictures';

/** So much a file may have that is read into a text. */
export const LARGEST_TEXT = 30 * 1024 * 1024;
const LARGEST_UNPACKED = 80 * 1024 * 1024;

export type Imported =
  | { readonly ok: true; readonly content: DocNode }
  | { readonly ok: false; readonly code: 'too-large' | 'empty-file' | 'not-a-text' | 'broken' };

/** Pictures of a DOCX are taken in as pictures of the text, one by one; what is no picture is left out. */
async function fromDocx(db: Database, person: Person, bytes: Uint8Array, now: Instant): Promise<DocNode> {
  const convertImage = mammoth.images.imgElement(async (image) => {
    const picture = new Uint8Array(await image.readAsArrayBuffer());
    const kept = await keepTextPicture(db, person, picture, now);
    return { src: kept.ok ? kept.address : '' };
  });
  const { value } = await mammoth.convertToHtml({ buffer: Buffer.from(bytes) }, { convertImage });
  return fromMarkup(value);
}

/**
 * Reads a text that was written elsewhere (DOCX, ODT, Markdown, HTML, plain text) as a document of ours. What it is,
 * its bytes say, and only between the kinds of plain text its name.
 */
export async function importText(
  db: Database,
  person: Person,
  { bytes, name }: { readonly bytes: Uint8Array; readonly name: string },
  now: Instant,
): Promise<Imported> {
  if (bytes.length === 0) return { ok: false, code: 'empty-file' };
  if (bytes.length > LARGEST_TEXT) return { ok: false, code: 'too-large' };
  const { type } = fileType(bytes);
  try {
    if (fileKind(type) === 'document') {
      const fits = unpackedSize(bytes, LARGEST_UNPACKED);
      if (fits !== 'fine') return { ok: false, code: fits };
      const content = type.includes('opendocument') ? readOdt(bytes) : await fromDocx(db, person, bytes, now);
      return content ? { ok: true, content } : { ok: false, code: 'broken' };
    }
    const isMarkup = /\.(html?|xhtml)$/i.test(name);
    if (fileKind(type) !== 'text' && !isMarkup) return { ok: false, code: 'not-a-text' };
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    if (isMarkup) return { ok: true, content: fromMarkup(text) };
    if (/\.(md|markdown)$/i.test(name)) return { ok: true, content: fromMarkup(await marked.parse(text)) };
    return { ok: true, content: fromPlainText(text) };
  } catch {
    return { ok: false, code: 'broken' };
  }
}
