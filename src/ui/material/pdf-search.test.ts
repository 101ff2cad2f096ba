import type { PDFDocumentProxy } from 'pdfjs-dist';
import { findInPdf } from './pdf-search';

/** A PDF of pages with these runs of words; something that is no words lies between them. */
const pdfOf = (...pages: readonly (readonly string[])[]): PDFDocumentProxy =>
  ({
    numPages: pages.length,
    getPage: async (n: number) => ({
      getTextContent: async () => ({
        items: (pages[n - 1] ?? []).flatMap((str) => [{ str }, { type: 'beginMarkedContent' }]),
      }),
    }),
  }) as unknown as PDFDocumentProxy;

test('words are found whatever their capitals, also over the border of two runs, page by page', async () => {
  const pdf = pdfOf(['The Ti', 'de rises.'], ['No word of it.'], ['tide, TIDE']);
  expect(await findInPdf(pdf, '  tide ')).toEqual([
    { page: 1, start: 4, end: 8 },
    { page: 3, start: 0, end: 4 },
    { page: 3, start: 6, end: 10 },
  ]);
});

test('a word that begins within itself is found each time', async () => {
  expect((await findInPdf(pdfOf(['anana']), 'ana')).map(({ start }) => start)).toEqual([0, 2]);
});

test('of no words nothing is found, and of many no more than can be gone through', async () => {
  expect(await findInPdf(pdfOf(['some words']), '  ')).toEqual([]);
  expect(await findInPdf(pdfOf(['a'.repeat(700)], ['a']), 'a')).toHaveLength(500);
});
