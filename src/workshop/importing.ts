import { readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import mammoth from 'mammoth';
import { marked } from 'marked';
import { type Archive, ArchiveRefused, openArchive, repacked } from '@/core/formats/archive';
import { fileKind, fileType } from '@/core/formats/file-type';
import { TooIntricate } from '@/core/formats/markup';
import { fromMarkup, fromPlainText } from '@/core/formats/markup-in';
import { readOdt } from '@/core/formats/odt-in';
import { guardXml } from '@/core/formats/xml-guard';
import type { Doc } from '@/core/text/nodes';
import { type MadePicture, makeTextPicture } from './pictures';

const LARGEST_UNPACKED = 80 * 1024 * 1024;
const MOST_PICTURES = 100;

export type ReadText =
  | { readonly ok: true; readonly content: Doc; readonly pictures: readonly MadePicture[] }
  | { readonly ok: false; readonly code: 'too-large' | 'too-intricate' | 'not-a-text' | 'broken' };

/** The parts of a DOCX (ISO/IEC 29500) that a text is made of. */
const isTextPart = (name: string): boolean =>
  /^(\[Content_Types\]\.xml|_rels\/\.rels|word\/(_rels\/)?[\w-]+\.(xml|xml\.rels)|word\/media\/[^/]+)$/.test(name);

/** Pictures of a DOCX are taken in as pictures of the text, one by one; what is no picture is left out. */
async function fromDocx(archive: Archive, folder: string): Promise<ReadText> {
  for (const name of archive.names) {
    if (isTextPart(name) && /\.(xml|rels)$/.test(name))
      guardXml(new TextDecoder().decode(archive.read(name) ?? undefined));
  }
  const pictures: MadePicture[] = [];
  const convertImage = mammoth.images.imgElement(async (image) => {
    if (pictures.length >= MOST_PICTURES) return { src: '' };
    const made = await makeTextPicture(new Uint8Array(await image.readAsArrayBuffer()), folder);
    if (typeof made === 'string') return { src: '' };
    pictures.push(made);
    return { src: `/api/text-pictures/${made.sha256}` };
  });
  const buffer = Buffer.from(repacked(archive, isTextPart));
  const { value } = await mammoth.convertToHtml({ buffer }, { convertImage });
  return { ok: true, content: fromMarkup(value), pictures };
}

async function fromArchive(bytes: Uint8Array, type: string, folder: string): Promise<ReadText> {
  const archive = openArchive(bytes, { most: LARGEST_UNPACKED });
  if (archive === 'too-large') return { ok: false, code: 'too-large' };
  if (typeof archive === 'string') return { ok: false, code: 'broken' };
  if (!type.includes('opendocument')) return fromDocx(archive, folder);
  const content = readOdt(archive);
  return content ? { ok: true, content, pictures: [] } : { ok: false, code: 'broken' };
}

/**
 * Reads a text that was written elsewhere (DOCX, ODT, Markdown, HTML, plain text) as a document of ours. What it is,
 * its bytes say, and only between the kinds of plain text its name. Pictures lie beside the file until they are taken.
 */
export async function importText({ path, name }: { readonly path: string; readonly name: string }): Promise<ReadText> {
  const bytes = new Uint8Array(await readFile(path));
  const { type } = fileType(bytes);
  try {
    if (fileKind(type) === 'document') return await fromArchive(bytes, type, dirname(path));
    const isMarkup = /\.(html?|xhtml)$/i.test(name);
    if (fileKind(type) !== 'text' && !isMarkup) return { ok: false, code: 'not-a-text' };
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    const isMarkdown = /\.(md|markdown)$/i.test(name);
    const content = isMarkup
      ? fromMarkup(text)
      : isMarkdown
        ? fromMarkup(await marked.parse(text))
        : fromPlainText(text);
    return { ok: true, content, pictures: [] };
  } catch (error) {
    if (error instanceof TooIntricate) return { ok: false, code: 'too-intricate' };
    return {
      ok: false,
      code: error instanceof ArchiveRefused && error.problem === 'too-large' ? 'too-large' : 'broken',
    };
  }
}
