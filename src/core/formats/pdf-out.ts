import { isList, ownWords, questionLine } from '../text/document-json';
import { attrsOf, contentOf, type DocNode, markOf, type NodeOf, type Visitor, visit } from '../text/nodes';
import { glowOnPaper, inkOnPaper } from '../text/tones';
import { drawFormula } from './formula-drawn';
import type { Styled } from './pdf-lines';
import { begin, type FontFile, type Paper, plain, type Style } from './pdf-paper';
import { fitted, type Pictures } from './pictures-out';
import { safeAddress } from './safe-address';

/** The widest formula, in points: of larger ones the letters are smaller. */
const WIDEST = 440;

const HEADING_SIZE: Readonly<Record<number, number>> = { 1: 20, 2: 16, 3: 13.5 };

const styleOf = (node: DocNode, base: Style): Style => ({
  ...base,
  bold: base.bold || markOf(node, 'bold') !== undefined,
  italic: base.italic || markOf(node, 'italic') !== undefined,
  underline: base.underline || markOf(node, 'underline') !== undefined,
  ink: inkOnPaper(node) ?? base.ink,
  glow: glowOnPaper(node),
  href: safeAddress(markOf(node, 'link')?.attrs?.href),
});

/** A sign that stands for a thing in a line (U+FFFC): it has no direction of its own. */
const THING = '\ufffc';

/** A formula that fits on a line, drawn; what cannot be read stands as it was typed. */
function formulaOf(tex: string, base: Style): Styled<Style> {
  const formula = drawFormula(tex);
  if (!formula) return { text: tex, style: { ...base, italic: true } };
  const size = Math.min(base.size, WIDEST / formula.width);
  return { text: THING, style: { ...base, drawn: { formula, tex, size } } };
}

function runsOf(node: DocNode, base: Style): Styled<Style>[] {
  const own = ownWords(node);
  if (node.type === 'formula') return [formulaOf(own, base)];
  if (own !== '') return [{ text: own, style: styleOf(node, base) }];
  return contentOf(node).flatMap((child) => runsOf(child, base));
}

/** Puts a document on paper. */
class Printing {
  constructor(
    private readonly paper: Paper,
    private readonly pictures: Pictures,
  ) {}

  /** Each kind of node, moved in by so many points. */
  readonly #blocks: Visitor<Promise<void>, number> = {
    doc: (node, indent) => this.#inside(node, indent),
    text: (node, indent) => this.#run(node, indent),
    paragraph: (node, indent) => this.#run(node, indent),
    heading: async (node, indent) => {
      const size = HEADING_SIZE[attrsOf(node).level] ?? 12;
      const runs = runsOf(node, { ...plain, size, bold: true });
      this.paper.paragraph(runs, { indent, before: size * 0.6, after: 4 });
    },
    bulletList: (node, indent) => this.#list(node, indent, () => '•'),
    orderedList: (node, indent) => this.#list(node, indent, (n) => `${n + 1}.`),
    listItem: (node, indent) => this.#inside(node, indent),
    blockquote: (node, indent) => this.#inside(node, indent + 18),
    codeBlock: (node, indent) => this.#run(node, indent),
    horizontalRule: async () => this.paper.rule(),
    hardBreak: async () => {},
    image: (node) => this.#picture(node),
    formula: (node, indent) => this.#run(node, indent),
    question: async (node, indent) =>
      this.paper.paragraph([{ text: questionLine(node), style: { ...plain, bold: true } }], {
        indent,
        before: 8,
        after: 3,
      }),
    answer: (node, indent) => this.#inside(node, indent),
    table: async (node) =>
      this.paper.table(
        contentOf(node).map((row) => contentOf(row).map(cell)),
        null,
      ),
    tableRow: (node, indent) => this.#inside(node, indent),
    tableHeader: (node, indent) => this.#inside(node, indent),
    tableCell: (node, indent) => this.#inside(node, indent),
  };

  async put(node: DocNode, indent = 0): Promise<void> {
    await visit(node, this.#blocks, indent);
  }

  async #inside(node: DocNode, indent: number): Promise<void> {
    for (const child of contentOf(node)) await this.put(child, indent);
  }

  async #run(node: DocNode, indent: number): Promise<void> {
    this.paper.paragraph(runsOf(node, plain), { indent });
  }

  async #list(node: DocNode, indent: number, signOf: (n: number) => string): Promise<void> {
    for (const [n, item] of contentOf(node).entries()) {
      for (const [i, child] of contentOf(item).entries()) {
        if (isList(child) || child.type !== 'paragraph') await this.put(child, indent + 20);
        else
          this.paper.paragraph(runsOf(child, plain), { indent: indent + 20, sign: i === 0 ? signOf(n) : '', after: 3 });
      }
    }
  }

  async #picture(node: NodeOf<'image'>): Promise<void> {
    const { src, alt } = attrsOf(node);
    const picture = this.pictures.get(src);
    const size = picture ? fitted(picture, this.paper.width) : null;
    const shown = picture && size ? await this.paper.picture(picture.bytes, picture.type, size) : false;
    if (!shown || alt !== '')
      this.paper.paragraph([{ text: shown ? alt : `[${alt}]`, style: { ...plain, italic: true, size: 9.5 } }]);
  }
}

export const cell = (at: DocNode): Styled<Style>[] =>
  contentOf(at).flatMap((child, i) => [
    ...(i > 0 ? [{ text: '\n', style: plain }] : []),
    ...runsOf(child, at.type === 'tableHeader' ? { ...plain, bold: true } : plain),
  ]);

/**
 * A document as a PDF on A4 pages, with its fonts in it. What runs from right to left runs so here (UAX #9);
 * formulas are drawn as shapes. Pictures are PNG or JPEG.
 */
export async function toPdf(
  doc: DocNode,
  title: string,
  lang: string,
  fonts: readonly FontFile[],
  pictures: Pictures = new Map(),
): Promise<Uint8Array> {
  const [pdf, paper] = await begin(title, lang, fonts);
  paper.paragraph([{ text: title, style: { ...plain, size: 20, bold: true } }], { after: 12 });
  await new Printing(paper, pictures).put(doc);
  return pdf.save();
}
