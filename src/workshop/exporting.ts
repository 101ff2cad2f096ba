import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import type { ExportFormat } from '@/core/formats/export-formats';
import { fileType } from '@/core/formats/file-type';
import { type Sheet, sheetPdf } from '@/core/formats/pdf-sheet';
import type { Picture, Pictures } from '@/core/formats/pictures-out';
import { documentKind, type Written } from '@/core/kinds/document';
import { exportAs } from '@/core/kinds/document/exports';
import { pdfFonts } from './fonts';
import { fitsPixels } from './pictures';

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
      // What lies beneath sheets may be a PDF: it goes on as it is.
      if (fileType(bytes).type === 'application/pdf') {
        pictures.set(address, { bytes, type: 'application/pdf', width: 0, height: 0 });
        continue;
      }
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
  written: { kind, content },
  formats,
  title,
  lang,
  pictures: placed,
}: {
  readonly written: Written;
  readonly formats: readonly ExportFormat[];
  readonly title: string;
  readonly lang: string;
  readonly pictures: readonly PlacedPicture[];
}): Promise<readonly Uint8Array[] | null> {
  if (documentKind(kind).overflow(content)) return null;
  const pictures = await readPictures(placed);
  const made: Uint8Array[] = [];
  for (const format of formats)
    made.push(await exportAs(kind, format, { content, title, lang, pictures, fonts: pdfFonts }));
  return made;
}

/** A sheet of rows as PDF. */
export const rowsPdf = async ({ sheet, lang }: { readonly sheet: Sheet; readonly lang: string }): Promise<Uint8Array> =>
  new Uint8Array(await sheetPdf(sheet, lang, await pdfFonts()));
