import { readFile } from 'node:fs/promises';
import { PDFDocument } from '@cantoo/pdf-lib';
import { fitsPixels } from './pictures';

/** What a look into a file found: the pages of a PDF, the length of a recording in seconds, or why a school has no use for it. */
export type Looked =
  | { readonly ok: true; readonly pages: number | null; readonly seconds: number | null }
  | { readonly ok: false; readonly code: 'pdf-locked' | 'pdf-broken' | 'picture-too-large' | 'picture-broken' };

/** Opens a PDF as far as its pages can be counted. */
export async function lookAtPdf({ path }: { readonly path: string }): Promise<Looked> {
  try {
    const pdf = await PDFDocument.load(await readFile(path), { ignoreEncryption: true, updateMetadata: false });
    if (pdf.isEncrypted) return { ok: false, code: 'pdf-locked' };
    const pages = pdf.getPageCount();
    return pages > 0 ? { ok: true, pages, seconds: null } : { ok: false, code: 'pdf-broken' };
  } catch {
    return { ok: false, code: 'pdf-broken' };
  }
}

/** Opens a picture as far as its size can be told. */
export async function lookAtPicture({ path }: { readonly path: string }): Promise<Looked> {
  try {
    return (await fitsPixels(path))
      ? { ok: true, pages: null, seconds: null }
      : { ok: false, code: 'picture-too-large' };
  } catch {
    return { ok: false, code: 'picture-broken' };
  }
}

/** Opens sound or video as far as its length can be told: `null` where it cannot, since what plays is none of our business. */
export async function lookAtMedia({ path }: { readonly path: string }): Promise<Looked> {
  const { ALL_FORMATS, FilePathSource, Input } = await import('mediabunny');
  const input = new Input({ formats: ALL_FORMATS, source: new FilePathSource(path) });
  try {
    const seconds = await input.computeDuration();
    return { ok: true, pages: null, seconds: Number.isFinite(seconds) && seconds > 0 ? seconds : null };
  } catch {
    return { ok: true, pages: null, seconds: null };
  } finally {
    input.dispose();
  }
}
