import {
  AlignmentType,
  BorderStyle,
  Document,
  ExternalHyperlink,
  HeadingLevel,
  ImageRun,
  LevelFormat,
  Packer,
  Paragraph,
  type ParagraphChild,
  ShadingType,
  Table,
  TableCell,
  TableRow,
  TextRun,
  WidthType,
  XmlComponent,
} from 'docx';
import { isList, questionLine, wordsIn } from '../text/document-json';
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
import { formulaOmml, type Omml } from './formula-omml';
import { fitted, type Pictures } from './pictures-out';
import { safeAddress } from './safe-address';

/** Scripts that are written from right to left: Hebrew, Arabic, Syriac, Thaana, N'Ko and their extensions. */
const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufeff]/u;
const LETTER = /\p{L}/u;

/** The direction of a text by its first letter (the rule that HTML's `dir="auto"` uses). */
export function isRightToLeft(text: string): boolean {
  const first = LETTER.exec(text)?.[0];
  return first !== undefined && RIGHT_TO_LEFT.test(first);
}

const HEADINGS = [
  HeadingLevel.HEADING_1,
  HeadingLevel.HEADING_2,
  HeadingLevel.HEADING_3,
  HeadingLevel.HEADING_4,
  HeadingLevel.HEADING_5,
  HeadingLevel.HEADING_6,
] as const;

/** So many pixels fit across a page, at 96 to the inch. */
const PAGE = 600;
const DOCX_PICTURES: Readonly<Record<string, 'png' | 'jpg' | 'gif'>> = {
  'image/png': 'png',
  'image/jpeg': 'jpg',
  'image/gif': 'gif',
};

const BULLETS = 'kite-bullets';
const NUMBERS = 'kite-numbers';

function run(node: TextNode, rightToLeft: boolean): ParagraphChild {
  const ink = inkOnPaper(node);
  const glow = glowOnPaper(node);
  const href = safeAddress(markOf(node, 'link')?.attrs?.href);
  const text = new TextRun({
    text: node.text,
    bold: markOf(node, 'bold') !== undefined,
    italics: markOf(node, 'italic') !== undefined,
    ...(markOf(node, 'underline') || href ? { underline: {} } : {}),
    ...(markOf(node, 'subscript') ? { subScript: true } : {}),
    ...(markOf(node, 'superscript') ? { superScript: true } : {}),
    ...(ink ? { color: ink } : {}),
    ...(glow ? { shading: { type: ShadingType.CLEAR, fill: glow, color: 'auto' } } : {}),
    ...(rightToLeft ? { rightToLeft: true } : {}),
  });
  return href ? new ExternalHyperlink({ link: href, children: [text] }) : text;
}

/** An element of a formula, put together as the package does its own. */
class FormulaPart extends XmlComponent {
  constructor({ name, val, inside }: Omml) {
    super(name);
    if (val !== undefined) this.root.push({ _attr: { 'm:val': val } } as never);
    else if (name === 'm:t') this.root.push({ _attr: { 'xml:space': 'preserve' } } as never);
    this.root.push(...inside.map((part) => (typeof part === 'string' ? part : new FormulaPart(part))));
  }
}

/** A formula that an office program can change; one that cannot be read stays as it was typed. */
function formula(tex: string): ParagraphChild {
  const omml = formulaOmml(tex);
  return omml ? (new FormulaPart(omml) as unknown as ParagraphChild) : new TextRun({ text: tex, italics: true });
}

const runs = (node: DocNode, rightToLeft: boolean): ParagraphChild[] =>
  contentOf(node).flatMap((child): ParagraphChild[] => {
    switch (child.type) {
      case 'text':
        return [run(child, rightToLeft)];
      case 'hardBreak':
        return [new TextRun({ break: 1 })];
      case 'formula':
        return [formula(attrsOf(child).tex)];
      default:
        return runs(child, rightToLeft);
    }
  });

interface Place {
  /** How deep in lists, and in which list, so that each list counts from one. */
  readonly list: { readonly reference: string; readonly level: number; readonly instance: number } | null;
  readonly quoted: boolean;
}

type Blocks = (Paragraph | Table)[];

/** Builds the blocks of a document; lists are told apart by a number each. */
class Building {
  #lists = 0;

  constructor(private readonly pictures: Pictures) {}

  readonly #blocks: Visitor<Blocks, Place> = {
    doc: (node, place) => this.#inside(node, place),
    text: () => [],
    paragraph: (node, place) => [this.#paragraph(node, place)],
    heading: (node, place) => [
      this.#paragraph(node, place, { heading: HEADINGS[attrsOf(node).level - 1] ?? HEADINGS[1] }),
    ],
    bulletList: (node, place) => this.#list(node, place, BULLETS),
    orderedList: (node, place) => this.#list(node, place, NUMBERS),
    listItem: (node, place) => this.#inside(node, place),
    blockquote: (node, place) => this.#inside(node, { ...place, quoted: true }),
    codeBlock: (node, place) => [this.#paragraph(node, place)],
    horizontalRule: () => [
      new Paragraph({ border: { bottom: { style: BorderStyle.SINGLE, size: 6, color: 'auto', space: 1 } } }),
    ],
    hardBreak: () => [],
    image: (node) => [this.#picture(node)],
    formula: () => [],
    question: (node, place) => [
      this.#paragraph({ type: 'paragraph', content: [{ type: 'text', text: questionLine(node) }] }, place, {
        heading: HEADINGS[1],
      }),
    ],
    answer: (node, place) => this.#inside(node, place),
    table: (node) => [this.#table(node)],
    tableRow: (node, place) => this.#inside(node, place),
    tableHeader: (node, place) => this.#inside(node, place),
    tableCell: (node, place) => this.#inside(node, place),
  };

  of(nodes: readonly DocNode[], place: Place): Blocks {
    return nodes.flatMap((node) => visit(node, this.#blocks, place));
  }

  #inside(node: DocNode, place: Place): Blocks {
    return this.of(contentOf(node), place);
  }

  #paragraph(node: DocNode, place: Place, more: object = {}): Paragraph {
    const rightToLeft = isRightToLeft(wordsIn(node));
    return new Paragraph({
      children: runs(node, rightToLeft),
      ...(rightToLeft ? { bidirectional: true } : {}),
      ...(place.list ? { numbering: place.list } : {}),
      ...(place.quoted ? { indent: { start: 560 } } : {}),
      ...more,
    });
  }

  #picture(node: NodeOf<'image'>): Paragraph {
    const { src, alt } = attrsOf(node);
    const picture = this.pictures.get(src);
    const type = DOCX_PICTURES[picture?.type ?? ''];
    if (!picture || !type) return new Paragraph({ children: [new TextRun({ text: `[${alt}]`, italics: true })] });
    const image = new ImageRun({
      type,
      data: picture.bytes,
      transformation: fitted(picture, PAGE),
      altText: { name: alt, description: alt, title: alt },
    });
    return new Paragraph({ children: [image] });
  }

  #list(node: DocNode, place: Place, reference: string): Blocks {
    this.#lists += 1;
    const list = { reference, level: Math.min(8, (place.list?.level ?? -1) + 1), instance: this.#lists };
    return contentOf(node).flatMap((item) => {
      const [first, ...rest] = contentOf(item);
      const head = first ? this.of([first], { ...place, list }) : [];
      // What follows in the same item stands without a sign of its own; a list within it goes a step deeper.
      const tail = rest.flatMap((child) =>
        this.of([child], isList(child) ? { ...place, list } : { ...place, list: null, quoted: true }),
      );
      return [...head, ...tail];
    });
  }

  #table(node: NodeOf<'table'>): Table {
    const rows = contentOf(node).map((row, i) => {
      const cells = contentOf(row).map((cell) => {
        const inside = this.of(contentOf(cell), { list: null, quoted: false });
        const spans = cell.type === 'tableCell' || cell.type === 'tableHeader' ? attrsOf(cell) : null;
        return new TableCell({
          children: inside.length > 0 ? inside : [new Paragraph('')],
          columnSpan: spans?.colspan ?? 1,
          rowSpan: spans?.rowspan ?? 1,
        });
      });
      const head = i === 0 && contentOf(row).every(({ type }) => type === 'tableHeader');
      return new TableRow({ children: cells, tableHeader: head });
    });
    return new Table({ rows, width: { size: 100, type: WidthType.PERCENTAGE } });
  }
}

const levels = (format: (level: number) => { format: (typeof LevelFormat)[keyof typeof LevelFormat]; text: string }) =>
  Array.from({ length: 9 }, (_, level) => ({
    level,
    ...format(level),
    alignment: AlignmentType.START,
    style: { paragraph: { indent: { start: 420 * (level + 1), hanging: 300 } } },
  }));

/**
 * A document as DOCX (ECMA-376): headings, lists, tables, links, emphasis, colours of the palette, formulas, and
 * paragraphs from right to left where their first letter is.
 */
export async function toDocx(doc: DocNode, title: string, pictures: Pictures = new Map()): Promise<Uint8Array> {
  const document = new Document({
    title,
    numbering: {
      config: [
        {
          reference: BULLETS,
          levels: levels((level) => ({ format: LevelFormat.BULLET, text: ['•', '–', '·'][level % 3] as string })),
        },
        { reference: NUMBERS, levels: levels((level) => ({ format: LevelFormat.DECIMAL, text: `%${level + 1}.` })) },
      ],
    },
    sections: [
      {
        children: [
          new Paragraph({
            heading: HeadingLevel.TITLE,
            children: [new TextRun(title)],
            bidirectional: isRightToLeft(title),
          }),
          ...new Building(pictures).of(contentOf(doc), { list: null, quoted: false }),
        ],
      },
    ],
  });
  return new Uint8Array(await Packer.toArrayBuffer(document));
}
