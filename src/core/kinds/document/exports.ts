import { toDocx } from '../../formats/docx-out';
import { EXPORT_FORMATS, type ExportFormat } from '../../formats/export-formats';
import { toHtml } from '../../formats/html-out';
import { toMarkdown } from '../../formats/markdown-out';
import { toOdt } from '../../formats/odt-out';
import { toPagesPdf } from '../../formats/pages-pdf';
import { toPdf } from '../../formats/pdf-out';
import { toPlainText } from '../../formats/text-out';
import type { Doc } from '../../text/nodes';
import type { ContentOf, DocumentName } from '.';
import { answersText } from './answers';
import type { Exported, ExportsKind } from './kind';
import { type PagesContent, pagesText } from './pages';
import { partText } from './part';

/** How each kind of document leaves. It needs what writes the formats, which nothing else does. */
const text: ExportsKind<Doc> = {
  docx: ({ content, title, pictures }) => toDocx(content, title, pictures),
  odt: ({ content, title, pictures }) => toOdt(content, title, pictures),
  md: ({ content }) => toMarkdown(content),
  html: ({ content, title, lang, pictures }) => toHtml(content, title, lang, pictures),
  pdf: async ({ content, title, lang, pictures, fonts }) => toPdf(content, title, lang, await fonts(), pictures),
  txt: ({ content }) => toPlainText(content),
};

/** A kind that leaves as the text that it can be read as. */
const asText = <Content>(made: (content: Content) => Doc): ExportsKind<Content> =>
  Object.fromEntries(
    (Object.keys(EXPORT_FORMATS) as ExportFormat[]).map((format) => [
      format,
      (exported: Exported<Content>) => text[format]({ ...exported, content: made(exported.content) }),
    ]),
  ) as unknown as ExportsKind<Content>;

/** Sheets leave as what they are on paper, and as a text in formats that know no sheets. */
const pages: ExportsKind<PagesContent> = {
  ...asText(pagesText),
  pdf: async ({ content, title, lang, pictures, fonts }) => toPagesPdf(content, title, lang, await fonts(), pictures),
};

export const EXPORTS: { readonly [Name in DocumentName]: ExportsKind<ContentOf<Name>> } = {
  text,
  answers: asText(answersText),
  part: asText(partText),
  pages,
};

/** A document in one format, as bytes. */
export async function exportAs<Name extends DocumentName>(
  name: Name,
  format: ExportFormat,
  exported: Exported<ContentOf<Name>>,
): Promise<Uint8Array> {
  const made = await EXPORTS[name][format](exported);
  return typeof made === 'string' ? new TextEncoder().encode(made) : new Uint8Array(made);
}
