import type { PDFDocumentProxy, PDFPageProxy } from 'pdfjs-dist';

/** Where words were found: on which page, and from which letter of it to which. */
export interface Match {
  readonly page: number;
  readonly start: number;
  readonly end: number;
}

const folded = (text: string): string => text.toLowerCase();

/** The words of a page as one string, item by item, as its layer of words is built. */
export async function wordsOf(page: PDFPageProxy): Promise<string> {
  const { items } = await page.getTextContent();
  return items.map((item) => ('str' in item ? item.str : '')).join('');
}

const MOST = 500;

/** Finds words in every page of a PDF, whatever their capitals. At most 500 are given back; of no words, none. */
export async function findInPdf(pdf: PDFDocumentProxy, words: string): Promise<readonly Match[]> {
  const asked = folded(words.trim());
  const matches: Match[] = [];
  if (asked === '') return matches;
  for (let n = 1; n <= pdf.numPages && matches.length < MOST; n += 1) {
    const text = folded(await wordsOf(await pdf.getPage(n)));
    for (let at = text.indexOf(asked); at >= 0 && matches.length < MOST; at = text.indexOf(asked, at + 1)) {
      matches.push({ page: n, start: at, end: at + asked.length });
    }
  }
  return matches;
}
