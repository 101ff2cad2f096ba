import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { overflow } from '@/core/documents/limits';
import { toDocx } from '@/core/formats/docx-out';
import type { ExportFormat } from '@/core/formats/export-formats';
import { toOdt } from '@/core/formats/odt-out';
import { type Sheet, sheetPdf, toPdf } from '@/core/formats/pdf-out';
import { type Picture, type Pictures, toHtml, toMarkdown, toPlainText } from '@/core/formats/text-out';
import type { DocNode } from '@/core/text/document-json';
import { pdfFonts } from './fonts';
import { fitsPixels } from './pictures';

type Made = Uint8Array | string;

type Maker = (doc: DocNode, title: string, lang: string, pictures: Pictures) => Made | Promise<Made>;

const MAKERS: Readonly<Record<ExportFormat, Maker>> = {
  docx: (doc, title, _lang, pictures) => toDocx(doc, title, pictures),
  odt: (doc, title, _lang, pictures) => toOdt(doc, title, pictures),
  md: (doc) => toMarkdown(doc),
  html: (doc, title, lang, pictures) => toHtml(doc, title, lang, pictures),
  pdf: async (doc, title, lang, pictures) => toPdf(doc, title, lang, await pdfFonts(), pictures),
  txt: (doc) => toPlainText(doc),
};

/** A picture of a text and where it lies on the disk. */
export interface PlacedPicture {
  readonly address: string;
  readonly path: string;
}

/** The pictures of a document. One that cannot be read is left out, and its words stand for it. */
async function readPictures(placed: readonly PlacedPicture[]): Promise<Pictures> {
  const pictures = new Map<string, Picture>();
  for (const { address, path } of placed) {
    try {
      const bytes = new Uint8Array(await readFile(path));
      if (!(await fitsPixels(bytes))) continue;
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
    } catch {}
  }
  return pictures;
}

/** A document in some open formats; `null` for one that holds more than a document may. */
export async function exportDocument({
  content,
  formats,
  title,
  lang,
  pictures: placed,
}: {
  readonly content: DocNode;
  readonly formats: readonly ExportFormat[];
  readonly title: string;
  readonly lang: string;
  readonly pictures: readonly PlacedPicture[];
}): Promise<readonly Uint8Array[] | null> {
  if (overflow(content)) return null;
  const pictures = await readPictures(placed);
  const made: Uint8Array[] = [];
  for (const format of formats) {
    const one = await MAKERS[format](content, title, lang, pictures);
    made.push(typeof one === 'string' ? new TextEncoder().encode(one) : new Uint8Array(one));
  }
  return made;
}

/** A sheet of rows as PDF. */
export const rowsPdf = async ({ sheet, lang }: { readonly sheet: Sheet; readonly lang: string }): Promise<Uint8Array> =>
  new Uint8Array(await sheetPdf(sheet, lang, await pdfFonts()));
