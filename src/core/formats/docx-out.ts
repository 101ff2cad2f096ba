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
} from 'docx';
import type { DocNode } from '../text/document-json';
import { GLOW_ON_PAPER, INK_ON_PAPER } from '../text/tones';
import { fitted, type Pictures, safeAddress } from './text-out';

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

const plain = (node: DocNode): string => (node.text ?? '') + (node.content ?? []).map(plain).join('');

function run(node: DocNode, rightToLeft: boolean): ParagraphChild {
  const mark = (type: string) => node.marks?.find((one) => one.type === type);
  const ink = INK_ON_PAPER[mark('ink')?.attrs?.tone as keyof typeof INK_ON_PAPER];
  const glow = GLOW_ON_PAPER[mark('glow')?.attrs?.tone as keyof typeof GLOW_ON_PAPER];
  const href = safeAddress(mark('link')?.attrs?.href);
  const text = new TextRun({
    text: node.text ?? '',
    bold: mark('bold') !== undefined,
    italics: mark('italic') !== undefined,
    ...(mark('underline') || href ? { underline: {} } : {}),
    ...(mark('subscript') ? { subScript: true } : {}),
    ...(mark('superscript') ? { superScript: true } : {}),
    ...(ink ? { color: ink } : {}),
    ...(glow ? { shading: { type: ShadingType.CLEAR, fill: glow, color: 'auto' } } : {}),
    ...(rightToLeft ? { rightToLeft: true } : {}),
  });
  return href ? new ExternalHyperlink({ link: href, children: [text] }) : text;
}

function runs(node: DocNode, rightToLeft: boolean): ParagraphChild[] {
  return (node.content ?? []).flatMap((child): ParagraphChild[] => {
    if (child.type === 'hardBreak') return [new TextRun({ break: 1 })];
    if (child.type === 'formula') return [new TextRun({ text: String(child.attrs?.tex ?? ''), italics: true })];
    return child.text === undefined ? runs(child, rightToLeft) : [run(child, rightToLeft)];
  });
}

interface Place {
  /** How deep in lists, and in which list, so that each list counts from one. */
  readonly list: { readonly reference: string; readonly level: number; readonly instance: number } | null;
  readonly quoted: boolean;
}

/** Builds the blocks of a document; lists are told apart by a number each. */
class Blocks {
  #lists = 0;

  constructor(private readonly pictures: Pictures) {}

  of(nodes: readonly DocNode[] | undefined, place: Place): (Paragraph | Table)[] {
    return (nodes ?? []).flatMap((node) => this.#block(node, place));
  }

  #paragraph(node: DocNode, place: Place, more: object = {}): Paragraph {
    const rightToLeft = isRightToLeft(plain(node));
    return new Paragraph({
      children: runs(node, rightToLeft),
      ...(rightToLeft ? { bidirectional: true } : {}),
      ...(place.list ? { numbering: place.list } : {}),
      ...(place.quoted ? { indent: { start: 560 } } : {}),
      ...more,
    });
  }

  #block(node: DocNode, place: Place): (Paragraph | Table)[] {
    switch (node.type) {
      case 'paragraph':
      case 'codeBlock':
        return [this.#paragraph(node, place)];
      case 'heading':
        return [this.#paragraph(node, place, { heading: HEADINGS[Number(node.attrs?.level ?? 2) - 1] ?? HEADINGS[1] })];
      case 'question': {
        const words = `${node.attrs?.number ?? ''} ${node.attrs?.text ?? ''}`.trim();
        return [
          this.#paragraph({ type: 'paragraph', content: [{ type: 'text', text: words }] }, place, {
            heading: HEADINGS[1],
          }),
        ];
      }
      case 'bulletList':
      case 'orderedList':
        return this.#list(node, place);
      case 'blockquote':
        return this.of(node.content, { ...place, quoted: true });
      case 'horizontalRule':
        return [new Paragraph({ border: { bottom: { style: BorderStyle.SINGLE, size: 6, color: 'auto', space: 1 } } })];
      case 'image':
        return [this.#picture(node)];
      case 'table':
        return [this.#table(node)];
      default:
        return this.of(node.content, place);
    }
  }

  #picture(node: DocNode): Paragraph {
    const alt = String(node.attrs?.alt ?? '');
    const picture = this.pictures.get(String(node.attrs?.src ?? ''));
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

  #list(node: DocNode, place: Place): (Paragraph | Table)[] {
    const reference = node.type === 'bulletList' ? BULLETS : NUMBERS;
    this.#lists += 1;
    const list = { reference, level: Math.min(8, (place.list?.level ?? -1) + 1), instance: this.#lists };
    return (node.content ?? []).flatMap((item) => {
      const [first, ...rest] = item.content ?? [];
      const head = first ? this.of([first], { ...place, list }) : [];
      // What follows in the same item stands without a sign of its own; a list within it goes a step deeper.
      const tail = rest.flatMap((child) =>
        this.of([child], child.type.endsWith('List') ? { ...place, list } : { ...place, list: null, quoted: true }),
      );
      return [...head, ...tail];
    });
  }

  #table(node: DocNode): Table {
    const rows = (node.content ?? []).map((row, i) => {
      const cells = (row.content ?? []).map((cell) => {
        const inside = this.of(cell.content, { list: null, quoted: false });
        return new TableCell({
          children: inside.length > 0 ? inside : [new Paragraph('')],
          columnSpan: Number(cell.attrs?.colspan ?? 1),
          rowSpan: Number(cell.attrs?.rowspan ?? 1),
        });
      });
      const head = i === 0 && (row.content ?? []).every(({ type }) => type === 'tableHeader');
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
 * A document as DOCX (ECMA-376): headings, lists, tables, links, emphasis, colours of the palette, and
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
          ...new Blocks(pictures).of(doc.content, { list: null, quoted: false }),
        ],
      },
    ],
  });
  return new Uint8Array(await Packer.toArrayBuffer(document));
}
