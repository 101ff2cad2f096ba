import { PDFDocument, type PDFPage, PDFString, rgb } from '@cantoo/pdf-lib';
import * as fontkit from 'fontkit';
import { type Face, type PlacedFormula, putFormula } from './pdf-formula';
import { linesOf, runsRightToLeft, type Styled } from './pdf-lines';

/** A font file, and whether it is bold or slanted. */
export interface FontFile {
  readonly bytes: Uint8Array;
  readonly bold: boolean;
  readonly italic: boolean;
}

export interface Style {
  readonly size: number;
  readonly bold: boolean;
  readonly italic: boolean;
  readonly underline: boolean;
  readonly ink: string;
  readonly glow: string | null;
  readonly href: string | null;
  /** Drawn instead of the letters, which then are one sign that stands for it. */
  readonly drawn: PlacedFormula | null;
}

/** A4 in points, with margins of 2 cm. */
export const PAGE = [595.28, 841.89] as const;

const MARGIN = 56.7;

const BODY = 11;

const LEADING = 1.45;
/** So much of a line, in the size of its letters, is above where they stand. */
const ABOVE = 1.1;

const BLACK = '1d2630';

export const plain: Style = {
  size: BODY,
  bold: false,
  italic: false,
  underline: false,
  ink: BLACK,
  glow: null,
  href: null,
  drawn: null,
};

export function colour(hex: string) {
  const part = (at: number) => Number.parseInt(hex.slice(at, at + 2), 16) / 255;
  return rgb(part(0), part(2), part(4));
}

export async function facesOf(pdf: PDFDocument, files: readonly FontFile[]): Promise<readonly Face[]> {
  pdf.registerFontkit(fontkit as unknown as Parameters<PDFDocument['registerFontkit']>[0]);
  const faces: Face[] = [];
  for (const { bytes, bold, italic } of files) {
    faces.push({ font: fontkit.create(bytes), embedded: await pdf.embedFont(bytes, { subset: true }), italic, bold });
  }
  return faces;
}

/** Puts blocks on pages from the top down. */
export class Paper {
  #page: PDFPage;
  #y: number = PAGE[1] - MARGIN;
  readonly #fonts = new Map<string, number>();
  readonly #widths = new Map<string, number>();

  constructor(
    private readonly pdf: PDFDocument,
    private readonly faces: readonly Face[],
    page: PDFPage = pdf.addPage([...PAGE]),
  ) {
    this.#page = page;
  }

  get width(): number {
    return PAGE[0] - 2 * MARGIN;
  }

  #fontOf(point: number, { bold, italic }: Style): number {
    const key = `${point} ${bold} ${italic}`;
    let found = this.#fonts.get(key);
    if (found !== undefined) return found;
    const having = this.faces.map((_, i) => i).filter((i) => this.faces[i]?.font.hasGlyphForCodePoint(point));
    const fits = (i: number) => Number(this.faces[i]?.bold === bold) * 2 + Number(this.faces[i]?.italic === italic);
    found = having.sort((a, b) => fits(b) - fits(a) || a - b)[0] ?? this.faces.findIndex((face) => face.bold === bold);
    this.#fonts.set(key, found);
    return found;
  }

  #widthOf(text: string, { size, drawn }: Style, font: number): number {
    if (drawn) return drawn.formula.width * drawn.size;
    const key = `${font} ${text}`;
    let found = this.#widths.get(key);
    if (found === undefined) {
      found = this.faces[font]?.embedded.widthOfTextAtSize(text, 1) ?? 0;
      this.#widths.set(key, found);
    }
    return found * size;
  }

  readonly #measure = {
    fontOf: (point: number, style: Style) => this.#fontOf(point, style),
    widthOf: (text: string, style: Style, font: number) => this.#widthOf(text, style, font),
  };

  room(height: number): void {
    if (this.#y - height >= MARGIN) return;
    this.#page = this.pdf.addPage([...PAGE]);
    this.#y = PAGE[1] - MARGIN;
  }

  space(height: number): void {
    this.#y -= height;
  }

  lines(runs: readonly Styled<Style>[], width: number, rtl: boolean) {
    return linesOf(runs, this.#measure, width, rtl);
  }

  /** How far a line reaches above and below where its letters stand. */
  reach(
    line: ReturnType<Paper['lines']>[number],
    least = BODY * 0.8,
  ): { readonly above: number; readonly below: number } {
    const size = Math.max(least, ...line.stretches.map(({ style }) => style.size));
    let [above, below] = [size * ABOVE, size * (LEADING - ABOVE)];
    for (const { style } of line.stretches) {
      if (!style.drawn) continue;
      const { formula, size: em } = style.drawn;
      above = Math.max(above, (formula.height - formula.depth) * em + 2);
      below = Math.max(below, formula.depth * em + 2);
    }
    return { above, below };
  }

  /** Draws one line with its top at a height, and gives the height that it took. */
  draw(line: ReturnType<Paper['lines']>[number], x: number, top: number, width: number, rtl: boolean): number {
    const { above, below } = this.reach(line);
    const baseline = top - above;
    let at = rtl ? x + width - line.width : x;
    for (const { text, style, font } of line.stretches) {
      const wide = this.#widthOf(text, style, font);
      const face = this.faces[font];
      if (style.glow) {
        const box = { x: at, y: baseline - style.size * 0.25, width: wide, height: style.size * 1.2 };
        this.#page.drawRectangle({ ...box, color: colour(style.glow) });
      }
      if (style.drawn)
        putFormula(
          this.#page,
          style.drawn,
          { ink: style.ink, x: at, baseline },
          (point) => this.faces[this.#fontOf(point, plain)],
        );
      else if (face) {
        this.#page.drawText(text, {
          x: at,
          y: baseline,
          size: style.size,
          font: face.embedded,
          color: colour(style.ink),
        });
      }
      if (style.underline || style.href) {
        const y = baseline - style.size * 0.12;
        const thickness = Math.max(0.5, style.size / 18);
        this.#page.drawLine({ start: { x: at, y }, end: { x: at + wide, y }, thickness, color: colour(style.ink) });
      }
      if (style.href) this.#link(style.href, [at, baseline - style.size * 0.25, at + wide, baseline + style.size]);
      at += wide;
    }
    return above + below;
  }

  #link(address: string, rectangle: readonly number[]): void {
    const annotation = this.pdf.context.obj({
      Type: 'Annot',
      Subtype: 'Link',
      Rect: [...rectangle],
      Border: [0, 0, 0],
      A: { Type: 'Action', S: 'URI', URI: PDFString.of(address) },
    });
    this.#page.node.addAnnot(this.pdf.context.register(annotation));
  }

  paragraph(runs: readonly Styled<Style>[], { indent = 0, sign = '', before = 0, after = 6 } = {}): void {
    const text = runs.map((run) => run.text).join('');
    const rtl = runsRightToLeft(text);
    const width = this.width - indent;
    const first = runs[0]?.style ?? plain;
    this.space(before);
    for (const [n, line] of this.lines(runs, width, rtl).entries()) {
      const { above, below } = this.reach(line, first.size);
      this.room(above + below + (n === 0 ? first.size : 0));
      const x = rtl ? MARGIN : MARGIN + indent;
      if (n === 0 && sign !== '') {
        const [mark] = this.lines([{ text: sign, style: plain }], 40, rtl);
        if (mark) this.draw(mark, rtl ? MARGIN + this.width - indent + 4 : x - 18, this.#y, 14, rtl);
      }
      this.#y -= this.draw(line, x, this.#y, width, rtl);
    }
    this.space(after);
  }

  rule(): void {
    this.room(14);
    this.#y -= 7;
    const [y, color] = [this.#y, colour('9aa5ad')];
    this.#page.drawLine({ start: { x: MARGIN, y }, end: { x: MARGIN + this.width, y }, thickness: 0.7, color });
    this.#y -= 7;
  }

  /** Rows of cells, each as wide as its share. */
  table(rows: readonly (readonly (readonly Styled<Style>[])[])[], shares: readonly number[] | null): void {
    const columns = Math.max(1, ...rows.map((row) => row.length));
    const parts = shares ?? Array.from({ length: columns }, () => 1);
    const whole = parts.reduce((sum, part) => sum + part, 0);
    const pad = 4;
    const rtl = runsRightToLeft(rows.flatMap((row) => row.flatMap((cell) => cell.map(({ text }) => text))).join(' '));
    for (const row of rows) {
      const cells = row.map((cell, i) => {
        const width = (this.width * (parts[i] ?? 1)) / whole;
        const own = runsRightToLeft(cell.map(({ text }) => text).join(''));
        return { width, rtl: own, lines: this.lines(cell, width - 2 * pad, own) };
      });
      const heightOf = ({ lines }: (typeof cells)[number]) =>
        lines.reduce((sum, line) => {
          const { above, below } = this.reach(line, BODY);
          return sum + above + below;
        }, 0);
      const height = Math.max(BODY * LEADING, ...cells.map(heightOf)) + 2 * pad;
      this.room(height);
      let x = rtl ? MARGIN + this.width : MARGIN;
      for (const cell of cells) {
        const left = rtl ? x - cell.width : x;
        const border = { borderColor: colour('9aa5ad'), borderWidth: 0.6 };
        this.#page.drawRectangle({ x: left, y: this.#y - height, width: cell.width, height, ...border });
        let top = this.#y - pad;
        for (const line of cell.lines) top -= this.draw(line, left + pad, top, cell.width - 2 * pad, cell.rtl);
        x = rtl ? left : left + cell.width;
      }
      this.#y -= height;
    }
    this.space(8);
  }

  /** Begins a page, whatever room there is on this one. */
  turn(): void {
    this.#page = this.pdf.addPage([...PAGE]);
    this.#y = PAGE[1] - MARGIN;
  }

  /** A line anywhere on the page, from its lower start; dashed where it is to be cut. */
  stroke(from: readonly [number, number], to: readonly [number, number], dashed = false): void {
    const [start, end] = [from, to].map(([x, y]) => ({ x, y })) as [{ x: number; y: number }, { x: number; y: number }];
    const dashes = dashed ? { dashArray: [4, 4] } : {};
    this.#page.drawLine({ start, end, thickness: 0.7, color: colour('7d8a94'), ...dashes });
  }

  /** A frame anywhere on the page. */
  frame(x: number, y: number, width: number, height: number): void {
    this.#page.drawRectangle({ x, y, width, height, borderColor: colour(BLACK), borderWidth: 0.9 });
  }

  /** Dark squares of a pattern, in one shape: with its top start at a place, so many points wide. */
  pattern(rows: readonly (readonly boolean[])[], x: number, top: number, width: number): void {
    const side = width / rows.length;
    const squares = rows.flatMap((row, down) =>
      row.flatMap((dark, along) => (dark ? [`M${along * side} ${down * side}h${side}v${side}h${-side}z`] : [])),
    );
    this.#page.drawSvgPath(squares.join(''), { x, y: top, color: colour('000000') });
  }

  async picture(bytes: Uint8Array, type: string, size: { width: number; height: number }): Promise<boolean> {
    try {
      const image = type === 'image/png' ? await this.pdf.embedPng(bytes) : await this.pdf.embedJpg(bytes);
      const height = Math.min(size.height, PAGE[1] - 2 * MARGIN - 20);
      const width = (size.width * height) / size.height;
      this.room(height + 8);
      this.#page.drawImage(image, { x: MARGIN, y: this.#y - height, width, height });
      this.#y -= height + 8;
      return true;
    } catch {
      return false;
    }
  }
}

export async function begin(title: string, lang: string, fonts: readonly FontFile[]): Promise<[PDFDocument, Paper]> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(title, { showInWindowTitleBar: true });
  pdf.setLanguage(lang);
  return [pdf, new Paper(pdf, await facesOf(pdf, fonts))];
}
