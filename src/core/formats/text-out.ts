import type { DocNode } from '../text/document-json';
import { formulaMarkup } from '../text/formula';
import { GLOW_ON_PAPER, INK_ON_PAPER } from '../text/tones';

type Marks = NonNullable<DocNode['marks']>;

const has = (node: DocNode, type: string): boolean => node.marks?.some((mark) => mark.type === type) ?? false;
const attribute = (marks: Marks | undefined, type: string, name: string): unknown =>
  marks?.find((mark) => mark.type === type)?.attrs?.[name];

/** An address that may stand in a document that leaves us: for pages, mail, and nothing that runs. */
export const safeAddress = (href: unknown): string | null =>
  typeof href === 'string' && /^(https?:\/\/|mailto:)/i.test(href) ? href : null;

const level = (node: DocNode): number => Math.min(6, Math.max(1, Number(node.attrs?.level ?? 2)));

/** The colour of a name of the palette; nothing for any other value. */
const colour = (palette: Readonly<Record<string, string>>, tone: unknown): string | null =>
  typeof tone === 'string' && Object.hasOwn(palette, tone) ? (palette[tone] ?? null) : null;

/** A picture of a text as it goes into a file. */
export interface Picture {
  readonly bytes: Uint8Array;
  readonly type: string;
  /** In pixels. */
  readonly width: number;
  readonly height: number;
}

/** The pictures of a document by the address under which each stands in it. */
export type Pictures = ReadonlyMap<string, Picture>;

/** The addresses of all pictures of a document. */
export const picturesIn = (node: DocNode): readonly string[] =>
  node.type === 'image' ? [String(node.attrs?.src ?? '')] : (node.content ?? []).flatMap(picturesIn);

/** How large a picture is drawn so that it fits a page of so many pixels across. */
export function fitted(
  { width, height }: Picture,
  widest: number,
): { readonly width: number; readonly height: number } {
  const scale = Math.min(1, widest / Math.max(1, width));
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
}

function base64(bytes: Uint8Array): string {
  let binary = '';
  for (let at = 0; at < bytes.length; at += 8192) binary += String.fromCharCode(...bytes.subarray(at, at + 8192));
  return btoa(binary);
}

// ---- Plain text

const inlineText = (node: DocNode): string =>
  node.type === 'hardBreak'
    ? '\n'
    : node.type === 'formula'
      ? String(node.attrs?.tex ?? '')
      : (node.text ?? '') + (node.content ?? []).map(inlineText).join('');

function textBlocks(node: DocNode, indent: string): string[] {
  const inner = (more = ''): string[] => (node.content ?? []).flatMap((child) => textBlocks(child, indent + more));
  switch (node.type) {
    case 'paragraph':
    case 'heading':
    case 'codeBlock':
      return [indent + inlineText(node)];
    case 'question':
      return ['', `${node.attrs?.number ?? ''} ${node.attrs?.text ?? ''}`.trim()];
    case 'bulletList':
    case 'orderedList':
      return (node.content ?? []).flatMap((item, i) => {
        const sign = node.type === 'bulletList' ? '- ' : `${i + 1}. `;
        const [first = '', ...rest] = (item.content ?? []).flatMap((child) =>
          textBlocks(child, indent + ' '.repeat(sign.length)),
        );
        return [indent + sign + first.trimStart(), ...rest];
      });
    case 'table':
      return (node.content ?? []).map((row) => (row.content ?? []).map((cell) => inlineText(cell).trim()).join('\t'));
    case 'image':
      return [`[${node.attrs?.alt ?? ''}]`];
    case 'horizontalRule':
      return ['* * *'];
    default:
      return inner(node.type === 'blockquote' ? '  ' : '');
  }
}

/** A document as plain text: a line a block, questions before their answers, cells apart by tabs. */
export const toPlainText = (doc: DocNode): string =>
  `${textBlocks(doc, '')
    .join('\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim()}\n`;

// ---- Markdown (CommonMark 0.31, tables as in GitHub Flavored Markdown 0.29)

const escaped = (text: string): string =>
  text
    .replace(/[\r\n]+/g, ' ')
    .replace(/[\\`*_[\]<>|#~$]|&(?=[a-z#])/gi, (sign) => `\\${sign}`)
    .replace(/^(\s*\d+)([.)])/g, '$1\\$2')
    .replace(/^(\s*)([-+])(?=\s)/g, '$1\\$2');

function markdownInline(node: DocNode): string {
  if (node.type === 'hardBreak') return '\\\n';
  if (node.type === 'formula')
    return `$${String(node.attrs?.tex ?? '')
      .replace(/[\r\n]+/g, ' ')
      .replaceAll('$', '\\$')}$`;
  if (node.text === undefined) return (node.content ?? []).map(markdownInline).join('');
  // White space inside the signs would keep them from being signs.
  const core = node.text.trim();
  if (core === '') return node.text;
  const before = node.text.slice(0, node.text.length - node.text.trimStart().length);
  const after = node.text.slice(node.text.trimEnd().length);
  let words = has(node, 'code') ? `\`${core}\`` : escaped(core);
  if (has(node, 'bold')) words = `**${words}**`;
  if (has(node, 'italic')) words = `*${words}*`;
  const href = safeAddress(attribute(node.marks, 'link', 'href'));
  if (href) words = `[${words}](<${href.replace(/[<>\n]/g, encodeURIComponent)}>)`;
  return before + words + after;
}

const cellMarkdown = (cell: DocNode): string =>
  (cell.content ?? []).map(markdownInline).join(' ').replace(/\\?\n/g, ' ').trim();

function markdownBlocks(node: DocNode): string[] {
  const blocks = (nodes: readonly DocNode[] | undefined): string[] => (nodes ?? []).flatMap(markdownBlocks);
  const indented = (text: string, by: number): string => text.replace(/\n(?=.)/g, `\n${' '.repeat(by)}`);
  switch (node.type) {
    case 'paragraph':
      return [markdownInline(node)];
    case 'heading':
      return [`${'#'.repeat(level(node))} ${markdownInline(node)}`];
    case 'question':
      return [`## ${escaped(`${node.attrs?.number ?? ''} ${node.attrs?.text ?? ''}`)}`];
    case 'bulletList':
    case 'orderedList': {
      const items = (node.content ?? []).map((item, i) => {
        const sign = node.type === 'bulletList' ? '- ' : `${i + 1}. `;
        return sign + indented(blocks(item.content).join('\n\n'), sign.length);
      });
      return [items.join('\n')];
    }
    case 'blockquote':
      return [blocks(node.content).join('\n\n').replace(/^/gm, '> ')];
    case 'codeBlock':
      return [`\`\`\`\n${inlineText(node)}\n\`\`\``];
    case 'horizontalRule':
      return ['---'];
    case 'image':
      return [`![${escaped(String(node.attrs?.alt ?? ''))}]()`];
    case 'table': {
      const rows = (node.content ?? []).map((row) => (row.content ?? []).map(cellMarkdown));
      const width = Math.max(0, ...rows.map((row) => row.length));
      const line = (cells: readonly string[]) =>
        `| ${Array.from({ length: width }, (_, i) => cells[i] ?? '').join(' | ')} |`;
      const [head = [], ...body] = rows;
      return [[line(head), line(Array.from({ length: width }, () => '---')), ...body.map(line)].join('\n')];
    }
    default:
      return blocks(node.content);
  }
}

/** A document as Markdown. What Markdown has no sign for (underline, colours) is left as plain words. */
export const toMarkdown = (doc: DocNode): string =>
  `${markdownBlocks(doc)
    .filter((block) => block.trim() !== '')
    .join('\n\n')}\n`;

// ---- HTML

export const html = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign] ?? sign);

function htmlInline(node: DocNode): string {
  if (node.type === 'hardBreak') return '<br>';
  if (node.type === 'formula') return formulaMarkup(String(node.attrs?.tex ?? ''));
  if (node.text === undefined) return (node.content ?? []).map(htmlInline).join('');
  let words = html(node.text);
  for (const [mark, tag] of [
    ['code', 'code'],
    ['subscript', 'sub'],
    ['superscript', 'sup'],
    ['underline', 'u'],
    ['italic', 'em'],
    ['bold', 'strong'],
  ] as const) {
    if (has(node, mark)) words = `<${tag}>${words}</${tag}>`;
  }
  const ink = colour(INK_ON_PAPER, attribute(node.marks, 'ink', 'tone'));
  if (ink) words = `<span style="color:#${ink}">${words}</span>`;
  const glow = colour(GLOW_ON_PAPER, attribute(node.marks, 'glow', 'tone'));
  if (glow) words = `<mark style="background:#${glow}">${words}</mark>`;
  const href = safeAddress(attribute(node.marks, 'link', 'href'));
  return href ? `<a href="${html(href)}">${words}</a>` : words;
}

function htmlBlock(node: DocNode, pictures: Pictures): string {
  const inner = (): string => (node.content ?? []).map((child) => htmlBlock(child, pictures)).join('');
  switch (node.type) {
    case 'paragraph':
      return `<p>${htmlInline(node)}</p>`;
    case 'heading':
      return `<h${level(node)}>${htmlInline(node)}</h${level(node)}>`;
    case 'question':
      return `<h2>${html(`${node.attrs?.number ?? ''} ${node.attrs?.text ?? ''}`)}</h2>`;
    case 'bulletList':
      return `<ul>${inner()}</ul>`;
    case 'orderedList':
      return `<ol>${inner()}</ol>`;
    case 'listItem':
      return `<li>${inner()}</li>`;
    case 'blockquote':
      return `<blockquote>${inner()}</blockquote>`;
    case 'codeBlock':
      return `<pre>${html(inlineText(node))}</pre>`;
    case 'horizontalRule':
      return '<hr>';
    case 'table':
      return `<table border="1">${inner()}</table>`;
    case 'tableRow':
      return `<tr>${inner()}</tr>`;
    case 'tableCell':
      return `<td>${inner()}</td>`;
    case 'tableHeader':
      return `<th>${inner()}</th>`;
    case 'image': {
      const picture = pictures.get(String(node.attrs?.src ?? ''));
      const alt = html(String(node.attrs?.alt ?? ''));
      return picture
        ? `<p><img alt="${alt}" src="data:${picture.type};base64,${base64(picture.bytes)}"></p>`
        : `<p>[${alt}]</p>`;
    }
    default:
      return inner();
  }
}

/** A document as one page of HTML that needs nothing else and runs nothing. */
export const toHtml = (doc: DocNode, title: string, lang: string, pictures: Pictures = new Map()): string =>
  `<!doctype html>\n<html lang="${html(lang)}" dir="auto">\n<head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${html(title)}</title></head>\n<body><h1>${html(title)}</h1>${htmlBlock(doc, pictures)}</body>\n</html>\n`;
