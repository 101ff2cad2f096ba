import { ownWords, questionLine, wordsIn } from '../text/document-json';
import { attrsOf, contentOf, type DocNode, type NodeOf, type Visitor, visit } from '../text/nodes';

const run = (node: DocNode, indent: string): string[] => [indent + wordsIn(node)];
const inner = (node: DocNode, indent: string): string[] =>
  contentOf(node).flatMap((child) => textBlocks(child, indent));

const list =
  (sign: (i: number) => string) =>
  (node: NodeOf<'bulletList'> | NodeOf<'orderedList'>, indent: string): string[] =>
    contentOf(node).flatMap((item, i) => {
      const [first = '', ...rest] = inner(item, indent + ' '.repeat(sign(i).length));
      return [indent + sign(i) + first.trimStart(), ...rest];
    });

const BLOCKS: Visitor<string[], string> = {
  doc: inner,
  text: run,
  paragraph: run,
  heading: run,
  bulletList: list(() => '- '),
  orderedList: list((i) => `${i + 1}. `),
  listItem: inner,
  blockquote: (node, indent) => inner(node, `${indent}  `),
  codeBlock: run,
  horizontalRule: () => ['* * *'],
  hardBreak: () => [],
  image: (node) => [`[${attrsOf(node).alt}]`],
  formula: (node, indent) => [indent + ownWords(node)],
  question: (node) => ['', questionLine(node)],
  answer: inner,
  table: (node) =>
    contentOf(node).map((row) =>
      contentOf(row)
        .map((cell) => wordsIn(cell).trim())
        .join('\t'),
    ),
  tableRow: inner,
  tableHeader: inner,
  tableCell: inner,
};

const textBlocks = (node: DocNode, indent: string): string[] => visit(node, BLOCKS, indent);

/** A document as plain text: a line a block, questions before their answers, cells apart by tabs. */
export const toPlainText = (doc: DocNode): string =>
  `${textBlocks(doc, '')
    .join('\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim()}\n`;
