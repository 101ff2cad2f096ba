import * as pdfjs from 'pdfjs-dist';

/** Why a PDF cannot be shown. */
export type PdfProblem = 'encrypted' | 'broken' | 'gone' | 'unreachable';

/** One worker for every PDF of this tab, made with the first. */
function prepare(): void {
  pdfjs.GlobalWorkerOptions.workerPort ??= new Worker(new URL('pdfjs-dist/build/pdf.worker.min.mjs', import.meta.url), {
    type: 'module',
  });
}

const named = (error: unknown, name: string): boolean => error instanceof Error && error.name === name;

function problemOf(error: unknown): PdfProblem {
  if (named(error, 'PasswordException')) return 'encrypted';
  if (named(error, 'ResponseException')) {
    const { status } = error as { status?: number };
    return status === 404 ? 'gone' : status === 0 ? 'unreachable' : 'broken';
  }
  if (error instanceof TypeError || (error instanceof Error && /fetch|network/i.test(error.message)))
    return 'unreachable';
  return 'broken';
}

/** Opens a PDF by ranges: its first page shows before the rest has come. Nothing in it is run. */
export function openPdf(address: string) {
  prepare();
  const task = pdfjs.getDocument({
    url: address,
    isEvalSupported: false,
    enableXfa: false,
    disableAutoFetch: true,
    standardFontDataUrl: '/pdfjs/standard_fonts/',
    cMapUrl: '/pdfjs/cmaps/',
    wasmUrl: '/pdfjs/wasm/',
  });
  return { document: task.promise, close: () => task.destroy(), problemOf };
}
