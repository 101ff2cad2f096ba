import {
  type PDFFont,
  PDFHexString,
  PDFOperator,
  PDFOperatorNames,
  type PDFPage,
  popGraphicsState,
  pushGraphicsState,
  setTextRenderingMode,
  TextRenderingMode,
} from '@cantoo/pdf-lib';
import type * as fontkit from 'fontkit';
import type { DrawnFormula, Outline } from './formula-drawn';

/** A font file twice: as what measures and draws its letters, and as it lies in a PDF. */
export interface Face {
  readonly font: fontkit.Font;
  readonly embedded: PDFFont;
  readonly italic: boolean;
  readonly bold: boolean;
}

/** A formula as it stands in a line, and the size of its letters in points. */
export interface PlacedFormula {
  readonly formula: DrawnFormula;
  readonly tex: string;
  readonly size: number;
}

type FaceOf = (point: number) => Face | undefined;

/** What stands where a formula is drawn, without being seen. */
const UNSEEN = '=';

const faceOfFirst = (letters: string, faceOf: FaceOf): Face | undefined => faceOf(letters.codePointAt(0) ?? 0);

/** Letters as the path that the font with the first of them draws. */
const outlined =
  (faceOf: FaceOf): Outline =>
  (letters) => {
    const font = faceOfFirst(letters, faceOf)?.font;
    if (!font) return null;
    const { glyphs, positions } = font.layout(letters);
    const scale = 1000 / font.unitsPerEm;
    let [path, at] = ['', 0];
    for (const [i, glyph] of glyphs.entries()) {
      const place = positions[i];
      const [dx, dy] = [at + (place?.xOffset ?? 0), place?.yOffset ?? 0];
      path += glyph.path
        .scale(scale)
        .translate(dx * scale, dy * scale)
        .toSVG();
      at += place?.xAdvance ?? glyph.advanceWidth;
    }
    return { path, width: at * scale };
  };

/**
 * A formula as shapes. Who searches or copies finds it as it was typed (ISO 32000-1, 14.9.4, ActualText), at a sign of
 * its width that is not seen: readers look for what stands there at letters only.
 */
export function putFormula(
  page: PDFPage,
  { formula, tex, size }: PlacedFormula,
  { ink, x, baseline }: { readonly ink: string; readonly x: number; readonly baseline: number },
  faceOf: FaceOf,
): void {
  const [up, width] = [formula.height - formula.depth, formula.width * size];
  const says = page.doc.context.obj({ ActualText: PDFHexString.fromText(tex) }).toString();
  page.pushOperators(
    PDFOperator.of(PDFOperatorNames.BeginMarkedContentSequence, ['/Span', says]),
    pushGraphicsState(),
    setTextRenderingMode(TextRenderingMode.Invisible),
  );
  const font = faceOfFirst(UNSEEN, faceOf)?.embedded;
  if (font) {
    const fitting = width / font.widthOfTextAtSize(UNSEEN, 1);
    page.drawText(UNSEEN, { x, y: baseline, size: Math.min(size, fitting), font });
  }
  page.pushOperators(popGraphicsState(), PDFOperator.of(PDFOperatorNames.EndMarkedContent));
  page.drawSvg(formula.svg(ink, outlined(faceOf)), {
    x,
    y: baseline + up * size,
    width,
    height: formula.height * size,
  });
}
