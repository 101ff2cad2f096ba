import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { FontFile } from '@/core/formats/pdf-paper';

const FOLDER = join(process.cwd(), 'node_modules', '@fontsource');

/** The first that has a letter and fits writes it. */
const FILES = [
  ['atkinson-hyperlegible-next', ['latin', 'latin-ext'], ['400-normal', '700-normal', '400-italic', '700-italic']],
  ['readex-pro', ['arabic'], ['400-normal', '700-normal']],
  ['literata', ['greek', 'cyrillic', 'vietnamese'], ['400-normal', '700-normal']],
] as const;

let fonts: Promise<readonly FontFile[]> | null = null;

async function read(): Promise<readonly FontFile[]> {
  const found = FILES.flatMap(([family, scripts, cuts]) =>
    scripts.flatMap((script) =>
      cuts.map(async (cut) => ({
        bytes: new Uint8Array(await readFile(join(FOLDER, family, 'files', `${family}-${script}-${cut}.woff`))),
        bold: cut.startsWith('700'),
        italic: cut.endsWith('italic'),
      })),
    ),
  );
  return Promise.all(found);
}

/** The fonts that go into a PDF, read once. */
export function pdfFonts(): Promise<readonly FontFile[]> {
  fonts ??= read();
  return fonts;
}
