import { questionLine, wordsIn } from '../text/document-json';
import { formulaMarkup } from '../text/formula';
import {
  attrsOf,
  contentOf,
  type DocNode,
  markOf,
  type NodeOf,
  type TextNode,
  type Visitor,
  visit,
} from '../text/nodes';
import { glowOnPaper, inkOnPaper } from '../text/tones';
import { toBase64 } from './base64';
import type { Picture, Pictures } from './pictures-out';
import { safeAddress } from './safe-address';

export const html = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign] ?? sign);

const TAGS = [
  ['code', 'code'],
  ['subscript', 'sub'],
  ['superscript', 'sup'],
  ['underline', 'u'],
  ['italic', 'em'],
  ['bold', 'strong'],
] as const;

function marked(node: TextNode): string {
  let words = html(node.text);
  for (const [mark, tag] of TAGS) if (markOf(node, mark)) words = `<${tag}>${words}</${tag}>`;
  const ink = inkOnPaper(node);
  if (ink) words = `<span style="color:#${ink}">${words}</span>`;
  const glow = glowOnPaper(node);
  if (glow) words = `<mark style="background:#${glow}">${words}</mark>`;
  const href = safeAddress(markOf(node, 'link')?.attrs?.href);
  return href ? `<a href="${html(href)}">${words}</a>` : words;
}

const inner = (node: DocNode, pictures: PicturesAtHand): string =>
  contentOf(node)
    .map((child) => markup(child, pictures))
    .join('');
const within =
  (tag: string, attributes = '') =>
  (node: DocNode, pictures: PicturesAtHand): string =>
    `<${tag}${attributes}>${inner(node, pictures)}</${tag}>`;

/** Bytes of pictures by the address under which each stands in a text. */
export type PicturesAtHand = ReadonlyMap<string, Pick<Picture, 'bytes' | 'type'>>;

/** A picture as an address that holds it (RFC 2397). */
export const dataAddress = ({ type, bytes }: Pick<Picture, 'bytes' | 'type'>): string =>
  `data:${type};base64,${toBase64(bytes)}`;

function picture(node: NodeOf<'image'>, pictures: PicturesAtHand): string {
  const { src, alt } = attrsOf(node);
  const found = pictures.get(src);
  return found ? `<p><img alt="${html(alt)}" src="${dataAddress(found)}"></p>` : `<p>[${html(alt)}]</p>`;
}

const MARKUP: Visitor<string, PicturesAtHand> = {
  doc: inner,
  text: marked,
  paragraph: within('p'),
  heading: (node, pictures) => within(`h${attrsOf(node).level}`)(node, pictures),
  bulletList: within('ul'),
  orderedList: within('ol'),
  listItem: within('li'),
  blockquote: within('blockquote'),
  codeBlock: (node) => `<pre>${html(wordsIn(node))}</pre>`,
  horizontalRule: () => '<hr>',
  hardBreak: () => '<br>',
  image: picture,
  formula: (node) => formulaMarkup(attrsOf(node).tex),
  question: (node) => `<h2>${html(questionLine(node))}</h2>`,
  answer: inner,
  table: within('table', ' border="1"'),
  tableRow: within('tr'),
  tableHeader: within('th'),
  tableCell: within('td'),
};

const markup = (node: DocNode, pictures: PicturesAtHand): string => visit(node, MARKUP, pictures);

/** A document as markup that stands within something else. */
export const fragment = (doc: DocNode, pictures: PicturesAtHand = new Map()): string => markup(doc, pictures);

/** A document as one page of HTML that needs nothing else and runs nothing. */
export const toHtml = (doc: DocNode, title: string, lang: string, pictures: Pictures = new Map()): string =>
  `<!doctype html>\n<html lang="${html(lang)}" dir="auto">\n<head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${html(title)}</title></head>\n<body><h1>${html(title)}</h1>${markup(doc, pictures)}</body>\n</html>\n`;
