import { questionLine, wordsIn } from '../text/document-json';
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
import { safeAddress } from './safe-address';

// CommonMark 0.31, tables as in GitHub Flavored Markdown 0.29.

const escaped = (text: string): string =>
  text
    .replace(/[\r\n]+/g, ' ')
    .replace(/[\\`*_[\]<>|#~$]|&(?=[a-z#])/gi, (sign) => `\\${sign}`)
    .replace(/^(\s*\d+)([.)])/g, '$1\\$2')
    .replace(/^(\s*)([-+])(?=\s)/g, '$1\\$2');

function marked(node: TextNode): string {
  // White space inside the signs would keep them from being signs.
  const core = node.text.trim();
  if (core === '') return node.text;
  const before = node.text.slice(0, node.text.length - node.text.trimStart().length);
  const after = node.text.slice(node.text.trimEnd().length);
  let words = markOf(node, 'code') ? `\`${core}\`` : escaped(core);
  if (markOf(node, 'bold')) words = `**${words}**`;
  if (markOf(node, 'italic')) words = `*${words}*`;
  const href = safeAddress(markOf(node, 'link')?.attrs?.href);
  if (href) words = `[${words}](<${href.replace(/[<>\n]/g, encodeURIComponent)}>)`;
  return before + words + after;
}

function inline(node: DocNode): string {
  switch (node.type) {
    case 'text':
      return marked(node);
    case 'hardBreak':
      return '\\\n';
    case 'formula':
      return `$${attrsOf(node)
        .tex.replace(/[\r\n]+/g, ' ')
        .replaceAll('$', '\\$')}$`;
    default:
      return contentOf(node).map(inline).join('');
  }
}

const inner = (node: DocNode): string[] => contentOf(node).flatMap(blocks);
const run = (node: DocNode): string[] => [inline(node)];
const indented = (text: string, by: number): string => text.replace(/\n(?=.)/g, `\n${' '.repeat(by)}`);
const cell = (node: DocNode): string => contentOf(node).map(inline).join(' ').replace(/\\?\n/g, ' ').trim();

const list =
  (sign: (i: number) => string) =>
  (node: NodeOf<'bulletList'> | NodeOf<'orderedList'>): string[] => [
    contentOf(node)
      .map((item, i) => sign(i) + indented(inner(item).join('\n\n'), sign(i).length))
      .join('\n'),
  ];

function table(node: NodeOf<'table'>): string[] {
  const rows = contentOf(node).map((row) => contentOf(row).map(cell));
  const width = Math.max(0, ...rows.map((row) => row.length));
  const line = (cells: readonly string[]) =>
    `| ${Array.from({ length: width }, (_, i) => cells[i] ?? '').join(' | ')} |`;
  const [head = [], ...body] = rows;
  return [[line(head), line(Array.from({ length: width }, () => '---')), ...body.map(line)].join('\n')];
}

const BLOCKS: Visitor<string[]> = {
  doc: inner,
  text: run,
  paragraph: run,
  heading: (node) => [`${'#'.repeat(attrsOf(node).level)} ${inline(node)}`],
  bulletList: list(() => '- '),
  orderedList: list((i) => `${i + 1}. `),
  listItem: inner,
  blockquote: (node) => [inner(node).join('\n\n').replace(/^/gm, '> ')],
  codeBlock: (node) => [`\`\`\`\n${wordsIn(node)}\n\`\`\``],
  horizontalRule: () => ['---'],
  hardBreak: run,
  image: (node) => [`![${escaped(attrsOf(node).alt)}]()`],
  formula: run,
  question: (node) => [`## ${escaped(questionLine(node))}`],
  answer: inner,
  table,
  tableRow: inner,
  tableHeader: inner,
  tableCell: inner,
};

const blocks = (node: DocNode): string[] => visit(node, BLOCKS, undefined);

/** A document as Markdown. What Markdown has no sign for (underline, colours) is left as plain words. */
export const toMarkdown = (doc: DocNode): string =>
  `${blocks(doc)
    .filter((block) => block.trim() !== '')
    .join('\n\n')}\n`;
