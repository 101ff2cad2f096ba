import {
  beginText,
  componentsToColor,
  drawTextField,
  endText,
  type PDFDocument,
  PDFName,
  type PDFOperator,
  type PDFTextField,
  type PDFWidgetAnnotation,
  popGraphicsState,
  pushGraphicsState,
  rgb,
  setFillingColor,
  setFontAndSize,
  setTextMatrix,
  showText,
  TextAlignment,
} from '@cantoo/pdf-lib';
import type { Face } from './pdf-formula';
import { runsRightToLeft } from './pdf-lines';
import { Paper, plain } from './pdf-paper';

/** Letters in a field are no larger than this and no smaller than that, in points. */
const LETTERS = { most: 12, least: 5 } as const;
const PAD = 3;

const BLACK = rgb(0, 0, 0);

/** Can one font draw some words as they are, one letter after the other? */
export const isPlain = ({ font }: Face, words: string): boolean =>
  !runsRightToLeft(words) &&
  !/\p{Script=Arabic}|\p{Script=Hebrew}/u.test(words) &&
  [...words].every((letter) => /\s/.test(letter) || font.hasGlyphForCodePoint(letter.codePointAt(0) ?? 0));

/** The frame and the ground that a field had, without words. */
function frameOf(widget: PDFWidgetAnnotation, font: string): PDFOperator[] {
  const { width, height } = widget.getRectangle();
  const look = widget.getAppearanceCharacteristics();
  const borderWidth = widget.getBorderStyle()?.getWidth() ?? 0;
  return drawTextField({
    x: borderWidth / 2,
    y: borderWidth / 2,
    width: width - borderWidth,
    height: height - borderWidth,
    borderWidth,
    borderColor: componentsToColor(look?.getBorderColor()),
    color: componentsToColor(look?.getBackgroundColor()),
    textColor: BLACK,
    font,
    fontSize: LETTERS.most,
    textLines: [],
    padding: 0,
  });
}

/**
 * Shows words in a field as everywhere else on the sheets: in the order of the Unicode Bidirectional Algorithm and in whichever fonts
 * have their letters. What fills fields of a PDF by itself takes one font and one direction for all.
 *
 * @param said what is shown, which the field has as its value already
 */
export function showInField(pdf: PDFDocument, faces: readonly Face[], field: PDFTextField, said: string): void {
  const paper = new Paper(pdf, faces, pdf.getPage(0));
  const several = field.isMultiline();
  for (const widget of field.acroField.getWidgets()) {
    const { width, height } = widget.getRectangle();
    const wide = Math.max(10, width - 2 * PAD);
    const laid = (size: number) =>
      said.split(/\r\n?|\n/).flatMap((text) => {
        const rtl = runsRightToLeft(text);
        const style = { ...plain, size };
        return paper.lines([{ text: text || ' ', style }], several ? wide : 10_000, rtl).map((line) => ({ line, rtl }));
      });
    const fits = (size: number, all: ReturnType<typeof laid>) =>
      several ? all.length * size * 1.45 <= height - 2 : all.every(({ line }) => line.width <= wide);
    let size: number = several ? LETTERS.most : Math.max(LETTERS.least, Math.min(LETTERS.most, height * 0.62));
    let all = laid(size);
    while (size > LETTERS.least && !fits(size, all)) {
      size -= 0.5;
      all = laid(size);
    }
    const used = new Map<string, Face>();
    const operators: PDFOperator[] = [];
    let baseline = several ? height - size * 1.2 : (height - size * 0.7) / 2;
    for (const { line, rtl } of all) {
      const middle = field.getAlignment() === TextAlignment.Center;
      let x = middle ? (width - line.width) / 2 : rtl ? width - PAD - line.width : PAD;
      for (const { text, style, font } of line.stretches) {
        const face = faces[font];
        if (!face) continue;
        used.set(face.embedded.name, face);
        operators.push(
          setFontAndSize(face.embedded.name, style.size),
          setTextMatrix(1, 0, 0, 1, x, baseline),
          showText(face.embedded.encodeText(text)),
        );
        x += face.embedded.widthOfTextAtSize(text, style.size);
      }
      baseline -= size * 1.45;
    }
    const [first] = faces;
    const shown = pdf.context.formXObject(
      [
        ...frameOf(widget, first?.embedded.name ?? 'Helv'),
        pushGraphicsState(),
        beginText(),
        setFillingColor(BLACK),
        ...operators,
        endText(),
        popGraphicsState(),
      ],
      {
        Resources: { Font: Object.fromEntries([...used].map(([name, { embedded }]) => [name, embedded.ref])) },
        BBox: pdf.context.obj([0, 0, width, height]),
        Matrix: pdf.context.obj([1, 0, 0, 1, 0, 0]),
      },
    );
    widget.dict.set(PDFName.of('AP'), pdf.context.obj({ N: pdf.context.register(shown) }));
  }
  // It is not drawn over by what fills fields by itself.
  pdf.getForm().markFieldAsClean(field.ref);
}
