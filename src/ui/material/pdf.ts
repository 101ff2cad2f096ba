import * as pdfjs from 'pdfjs-dist';

/** Why a PDF cannot be shown. */
export type PdfProblem = 'encrypted' | 'broken' | 'gone' | 'unreachable';

/** What comes with the package, served as it is. */
const PACKAGE = `/pdfjs/${pdfjs.version}`;

let worker: pdfjs.PDFWorker | undefined;

/** One worker for every PDF of this tab, made with the first. A document that is closed leaves it running for the next. */
function sharedWorker(): pdfjs.PDFWorker {
  // Not put together with the rest: a browser keeps what it has made of a file that comes as it is.
  const port = () => new Worker(`${PACKAGE}/build/pdf.worker.min.mjs`, { type: 'module' });
  // The package's types say that a worker's port is nothing, though it takes one.
  worker ??= new pdfjs.PDFWorker({ port: port() } as unknown as { port?: null });
  return worker;
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

/** Has what reads PDFs made ready, for one that will be opened soon. */
export function readyForPdf(): void {
  sharedWorker();
}

/** Opens a PDF by ranges: its first page shows before the rest has come. Nothing in it is run. */
export function openPdf(address: string) {
  performance.mark('kite-pdf-open');
  const task = pdfjs.getDocument({
    url: address,
    worker: sharedWorker(),
    isEvalSupported: false,
    enableXfa: false,
    disableAutoFetch: true,
    standardFontDataUrl: `${PACKAGE}/standard_fonts/`,
    cMapUrl: `${PACKAGE}/cmaps/`,
    wasmUrl: `${PACKAGE}/wasm/`,
  });
  return { document: task.promise, close: () => task.destroy(), problemOf };
}
