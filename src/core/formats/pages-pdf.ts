import {
  concatTransformationMatrix,
  drawObject,
  PDFDocument,
  type PDFImage,
  type PDFPage,
  type PDFRef,
  popGraphicsState,
  pushGraphicsState,
} from '@cantoo/pdf-lib';
import { newThing } from '../documents/pages-document';
import { type PagesContent, TICKED } from '../kinds/document/pages';
import { thingKind } from '../kinds/thing';
import { areaOf } from '../kinds/thing/kind';
import type { MadeOf } from '../kinds/thing/said';
import type { Area } from '../pages/geometry';
import { APART, type Box, type FilledWith, RULED, type Sheet } from '../pages/given';
import { INK_COLOURS, type InkName, type Thing } from '../pages/things';
import { drawFormula } from './formula-drawn';
import { fillFields, withoutScripts } from './pdf-fields';
import type { Face } from './pdf-formula';
import { runsRightToLeft } from './pdf-lines';
import { colour, type FontFile, facesOf, Paper, plain, type Style } from './pdf-paper';
import { embedPlainPng } from './pdf-png';
import type { Picture, Pictures } from './pictures-out';

/** Letters in a box are no larger than this and no smaller than that, in points. */
const LETTERS = { most: 12, least: 6 } as const;
const PAD = 4;

/** Something that draws on one sheet, in points from its upper left corner. */
class Pen {
  readonly #paper: Paper;

  constructor(
    private readonly page: PDFPage,
    private readonly sheet: Sheet,
    pdf: PDFDocument,
    faces: readonly Face[],
  ) {
    this.#paper = new Paper(pdf, faces, page);
  }

  /** Words in an area, smaller where they would not fit; what still does not goes on below it. */
  words(words: string, area: Area, size: number, ink: InkName, fits: boolean): void {
    const lines = words.replace(/\r\n?/g, '\n').split('\n');
    const laid = (letters: number) => {
      const style: Style = { ...plain, size: letters, ink: INK_COLOURS[ink] };
      return lines.flatMap((text) => {
        const rtl = runsRightToLeft(text);
        const made = this.#paper.lines(
          [{ text: text === '' ? ' ' : text, style }],
          Math.max(10, area.w - 2 * PAD),
          rtl,
        );
        return made.map((line) => ({ line, rtl }));
      });
    };
    const height = (all: ReturnType<typeof laid>) =>
      all.reduce((sum, { line }) => {
        const { above, below } = this.#paper.reach(line);
        return sum + above + below;
      }, 0);
    let letters = size;
    let all = laid(letters);
    while (fits && letters > LETTERS.least && height(all) > area.h) {
      letters -= 0.5;
      all = laid(letters);
    }
    let top = this.sheet.height - area.y - (fits ? 1 : 0);
    for (const { line, rtl } of all) top -= this.#paper.draw(line, area.x + PAD, top, area.w - 2 * PAD, rtl);
  }

  formula({ words, size, ink, x, y }: Thing): void {
    const formula = drawFormula(words);
    const style: Style = { ...plain, size, ink: INK_COLOURS[ink] };
    const run = formula
      ? { text: '\ufffc', style: { ...style, drawn: { formula, tex: words, size } } }
      : { text: words, style: { ...style, italic: true } };
    const [line] = this.#paper.lines([run], 10_000, false);
    if (line) this.#paper.draw(line, x, this.sheet.height - y, 10_000, false);
  }

  shape(thing: Thing): void {
    const shape = thingKind(thing.is).shape(thing);
    if (!shape || shape.path === '') return;
    const ink = colour(INK_COLOURS[thing.ink]);
    this.page.drawSvgPath(shape.path, {
      x: 0,
      y: this.sheet.height,
      ...(shape.filled
        ? { color: ink, opacity: shape.clear ? 0.35 : 1 }
        : { borderColor: ink, borderWidth: thing.size, borderLineCap: 1 }),
    });
  }

  picture(image: PDFImage, area: Area): void {
    this.page.drawImage(image, { x: area.x, y: this.sheet.height - area.y - area.h, width: area.w, height: area.h });
  }

  /** Something that was put into the document already, over the whole sheet. */
  under(object: PDFRef): void {
    const { width, height } = this.sheet;
    const name = this.page.node.newXObject('Under', object);
    this.page.pushOperators(
      pushGraphicsState(),
      concatTransformationMatrix(width, 0, 0, height, 0, 0),
      drawObject(name),
      popGraphicsState(),
    );
  }

  ruling(): void {
    const { width, height, ruling } = this.sheet;
    if (ruling === 'blank') return;
    const apart = APART[ruling];
    const style = { thickness: 0.5, color: colour(RULED) };
    for (let y = apart; y < height; y += apart)
      this.page.drawLine({ start: { x: 0, y: height - y }, end: { x: width, y: height - y }, ...style });
    if (ruling === 'squared')
      for (let x = apart; x < width; x += apart)
        this.page.drawLine({ start: { x, y: 0 }, end: { x, y: height }, ...style });
  }
}

/**
 * Where the lower left corner of a page as it is seen lies in its own space, and how it is turned there (ISO 32000-1, 7.7.3.3:
 * the crop box, turned clockwise).
 */
function asSeen(page: PDFPage): readonly [number, number, number, number, number, number] {
  const { x, y, width, height } = page.getCropBox();
  const turned = ((page.getRotation().angle % 360) + 360) % 360;
  if (turned === 90) return [0, 1, -1, 0, x + width, y];
  if (turned === 180) return [-1, 0, 0, -1, x + width, y + height];
  if (turned === 270) return [0, -1, 1, 0, x, y + height];
  return [1, 0, 0, 1, x, y];
}

/** Keeps what stands on a page from changing how it is drawn on: its own drawing is closed off. */
function closeOff(pdf: PDFDocument, page: PDFPage): void {
  const stream = (operator: 'q' | 'Q') => pdf.context.register(pdf.context.stream(`${operator}\n`));
  page.node.normalize();
  page.node.wrapContentStreams(stream('q'), stream('Q'));
}

const embedded = async (pdf: PDFDocument, { bytes, type }: Picture): Promise<PDFImage | null> => {
  try {
    return type === 'image/png' ? await pdf.embedPng(bytes) : await pdf.embedJpg(bytes);
  } catch {
    return null;
  }
};

/** The page of which a sheet is made. */
async function drawUnder(pdf: PDFDocument, pen: Pen, { width, height }: Sheet, picture: Picture): Promise<void> {
  const plain = picture.type === 'image/png' ? embedPlainPng(pdf, picture.bytes) : null;
  if (plain) return pen.under(plain);
  const image = await embedded(pdf, picture);
  if (image) pen.picture(image, { x: 0, y: 0, w: width, h: height });
}

/** The document that is drawn on: the file that lies beneath, where it is a PDF that can be read, or a new one. */
async function beneath(under: Picture | undefined): Promise<PDFDocument> {
  if (under?.type !== 'application/pdf') return PDFDocument.create();
  try {
    return await PDFDocument.load(under.bytes, { updateMetadata: false });
  } catch {
    return PDFDocument.create();
  }
}

/** Puts the pages in the order of the sheets: those of the file that are no sheet go, paper comes in. */
function pagesOf(pdf: PDFDocument, sheets: readonly Sheet[]): Map<string, PDFPage> {
  const own = pdf.getPages();
  const wanted = new Map(
    sheets.flatMap(({ id, page }) => (page === null || !own[page - 1] ? [] : [[id, own[page - 1]]])),
  );
  const kept = new Set(wanted.values());
  for (let i = own.length - 1; i >= 0; i -= 1) if (!kept.has(own[i])) pdf.removePage(i);
  const made = new Map<string, PDFPage>();
  sheets.forEach((sheet, i) => {
    const page = wanted.get(sheet.id) ?? pdf.insertPage(i, [sheet.width, sheet.height]);
    made.set(sheet.id, page);
  });
  return made;
}

const inWords = (pen: Pen, box: Box, said: string): void => pen.words(said, box, LETTERS.most, 'blue', true);

/** How each sort of box shows what is in it. A tick is a shape, since not every font has one. */
const FILLED: Readonly<Record<FilledWith, (pen: Pen, box: Box, said: string) => void>> = {
  words: inWords,
  choice: inWords,
  tick: (pen, { id, sheet, x, y, w, h }, said) => {
    if (said !== TICKED) return;
    const [wide, high] = [w * 0.8, h * 0.8];
    pen.shape(newThing('tick', { id, sheet, x: x + w * 0.1, y: y + h * 0.1, w: wide, h: high, ink: 'blue', at: 0 }));
  },
};

/** What stands in a box that was marked by a teacher; a field of the PDF shows itself what is in it. */
function drawBox(pen: Pen, box: Box, said: string | undefined): void {
  if (said === undefined || box.field !== null) return;
  FILLED[box.takes](pen, box, said);
}

/**
 * Sheets with everything on them as PDF: words as text that can be searched, ink as shapes, fields filled and still fields. The
 * file that lies beneath comes from `pictures`; without it the sheets are empty paper.
 */
export async function toPagesPdf(
  content: PagesContent,
  title: string,
  lang: string,
  fonts: readonly FontFile[],
  pictures: Pictures,
): Promise<Uint8Array> {
  const { file, sheets, boxes, filled, things } = content;
  const under = file ? pictures.get(file.src) : undefined;
  const pdf = await beneath(under);
  pdf.setTitle(title, { showInWindowTitleBar: true });
  pdf.setLanguage(lang);
  const faces = await facesOf(pdf, fonts);
  fillFields(pdf, faces, boxes, filled);
  const isPdf = under?.type === 'application/pdf';
  const pages = pagesOf(pdf, sheets);
  const image = under && !isPdf ? await embedded(pdf, under) : null;
  for (const sheet of sheets) {
    const page = pages.get(sheet.id);
    if (!page) continue;
    const ofFile = sheet.page !== null && isPdf;
    if (ofFile) closeOff(pdf, page);
    const pen = new Pen(page, sheet, pdf, faces);
    page.pushOperators(pushGraphicsState(), concatTransformationMatrix(...asSeen(page)));
    pen.ruling();
    const own = sheet.under ? pictures.get(sheet.under) : undefined;
    if (own) await drawUnder(pdf, pen, sheet, own);
    if (image && sheet.page !== null) pen.picture(image, { x: 0, y: 0, w: sheet.width, h: sheet.height });
    for (const box of boxes) if (box.sheet === sheet.id) drawBox(pen, box, filled[box.id]);
    for (const thing of things) if (thing.sheet === sheet.id) await draw(pdf, pen, thing, pictures);
    page.pushOperators(popGraphicsState());
  }
  if (sheets.length === 0) pdf.addPage();
  withoutScripts(pdf);
  return pdf.save();
}

/** How each sort of thing is drawn; a picture that is not there is passed over. */
const DRAWN: {
  readonly [Of in MadeOf]: (pen: Pen, thing: Thing, image: PDFImage | null) => void;
} = {
  shape: (pen, thing) => pen.shape(thing),
  words: (pen, thing) => pen.words(thing.words, areaOf(thing), thing.size, thing.ink, false),
  formula: (pen, thing) => pen.formula(thing),
  picture: (pen, thing, image) => {
    if (image) pen.picture(image, areaOf(thing));
  },
};

async function draw(pdf: PDFDocument, pen: Pen, thing: Thing, pictures: Pictures): Promise<void> {
  const picture = thing.src === '' ? undefined : pictures.get(thing.src);
  DRAWN[thingKind(thing.is).of](pen, thing, picture ? await embedded(pdf, picture) : null);
}
