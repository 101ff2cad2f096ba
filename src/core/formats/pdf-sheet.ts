import { begin, type FontFile, plain } from './pdf-paper';

/** A sheet of facts: a title, then names with what they say, in parts that each have a heading. */
export interface Sheet {
  readonly title: string;
  readonly parts: readonly { readonly title: string; readonly rows: readonly (readonly [string, string])[] }[];
  readonly foot: string;
}

export async function sheetPdf(sheet: Sheet, lang: string, fonts: readonly FontFile[]): Promise<Uint8Array> {
  const [pdf, paper] = await begin(sheet.title, lang, fonts);
  paper.paragraph([{ text: sheet.title, style: { ...plain, size: 20, bold: true } }], { after: 10 });
  for (const { title, rows } of sheet.parts) {
    paper.paragraph([{ text: title, style: { ...plain, size: 13, bold: true } }], { before: 8, after: 4 });
    paper.table(
      rows.map(([name, says]) => [[{ text: name, style: { ...plain, bold: true } }], [{ text: says, style: plain }]]),
      [1, 2],
    );
  }
  paper.paragraph([{ text: sheet.foot, style: { ...plain, size: 9.5 } }], { before: 6 });
  return pdf.save();
}
