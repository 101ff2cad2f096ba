import { createHash } from 'node:crypto';
import { readFile, rm } from 'node:fs/promises';
import { AnnotationMode, getDocument, OPS, type PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import sharp from 'sharp';
import { type Area, between, inReadingOrder, isWithin } from '@/core/pages/geometry';
import { A4, type Box, type FilledWith, type Sheet } from '@/core/pages/given';
import { type LikelyBox, likelyBoxes, type PrintedWords } from '@/core/pages/likely-boxes';
import { LONGEST_SIDE, MOST } from '@/core/pages/things';
import { converted, type MadePdf } from './decks';
import { fitsPixels } from './pictures';

export type SheetsProblem =
  | 'pdf-locked'
  | 'pdf-broken'
  | 'too-many-sheets'
  | 'sheet-too-large'
  | 'picture-too-large'
  | 'not-a-picture'
  | 'no-converter'
  | 'not-for-writing';

export type LookedAtSheets =
  | {
      readonly ok: true;
      readonly sheets: readonly Sheet[];
      readonly boxes: readonly Box[];
      /** What lies beneath instead of the file; `null` where that is the file itself. */
      readonly made: MadePdf | null;
    }
  | { readonly ok: false; readonly code: SheetsProblem };

const refused = (code: SheetsProblem) => ({ ok: false, code }) as const;

type Matrix = readonly number[];

const times = (a: Matrix, b: Matrix): Matrix => {
  const [a0 = 1, a1 = 0, a2 = 0, a3 = 1, a4 = 0, a5 = 0] = a;
  const [b0 = 1, b1 = 0, b2 = 0, b3 = 1, b4 = 0, b5 = 0] = b;
  return [
    a0 * b0 + a2 * b1,
    a1 * b0 + a3 * b1,
    a0 * b2 + a2 * b3,
    a1 * b2 + a3 * b3,
    a0 * b4 + a2 * b5 + a4,
    a1 * b4 + a3 * b5 + a5,
  ];
};

const moved = ([a = 1, b = 0, c = 0, d = 1, e = 0, f = 0]: Matrix, x: number, y: number) => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
});

/** More shapes than this on a page are a drawing. */
const MOST_SHAPES = 20_000;

/** Is a path a rectangle with upright sides? Its parts are a code and its numbers: 0 begins, 1 draws a line, 4 closes. */
function isRectangle(path: ArrayLike<number>, [x0 = 0, y0 = 0, x1 = 0, y1 = 0]: readonly number[]): boolean {
  const on = (at: number, a: number, b: number) => Math.abs(at - a) < 0.01 || Math.abs(at - b) < 0.01;
  let corners = 0;
  for (let i = 0; i < path.length; ) {
    const code = path[i] as number;
    if (code === 4) i += 1;
    else if (code === 0 || code === 1) {
      if (!on(path[i + 1] as number, x0, x1) || !on(path[i + 2] as number, y0, y1)) return false;
      corners += 1;
      i += 3;
    } else return false;
  }
  return corners === 4 || corners === 5;
}

/** What is drawn on a page, where it is seen: the rectangles, and all else with what it covers. */
async function shapesOf(
  page: PDFPageProxy,
  seen: Matrix,
): Promise<{ readonly frames: Area[]; readonly drawn: Area[] }> {
  // Fields draw themselves, in places of their own: they are boxes already.
  const { fnArray, argsArray } = await page.getOperatorList({ annotationMode: AnnotationMode.DISABLE });
  const kept: Matrix[] = [];
  const frames: Area[] = [];
  const drawn: Area[] = [];
  let at = seen;
  for (let i = 0; i < fnArray.length && i < MOST_SHAPES; i += 1) {
    const [does, args] = [fnArray[i], argsArray[i]];
    if (does === OPS.save) kept.push(at);
    else if (does === OPS.restore) at = kept.pop() ?? seen;
    else if (does === OPS.transform) at = times(at, args as Matrix);
    else if (does === OPS.constructPath) {
      const [paints, [path], box] = args as [number, readonly (ArrayLike<number> | null)[], ArrayLike<number> | null];
      if (!box || !path || paints === OPS.endPath) continue;
      const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = Array.from(box);
      const area = between(moved(at, x0, y0), moved(at, x1, y1));
      (isRectangle(path, [x0, y0, x1, y1]) ? frames : drawn).push(area);
    } else if (does === OPS.paintImageXObject || does === OPS.paintInlineImageXObject)
      drawn.push(between(moved(at, 0, 0), moved(at, 1, 1)));
  }
  return { frames, drawn };
}

/** The words of a page, a line each, where they are seen. */
async function wordsOf(page: PDFPageProxy, seen: Matrix): Promise<PrintedWords[]> {
  const { items } = await page.getTextContent();
  const lines: PrintedWords[] = [];
  for (const item of items) {
    if (!('str' in item) || item.str.trim() === '') continue;
    const { x, y } = moved(times(seen, item.transform as Matrix), 0, 0);
    const area = { x, y: y - item.height, w: item.width, h: item.height, text: item.str };
    const last = lines.at(-1);
    // Words of one line come in pieces.
    if (last && Math.abs(last.y - area.y) < 2 && area.x >= last.x && area.x - (last.x + last.w) < area.h)
      lines[lines.length - 1] = {
        ...last,
        w: area.x + area.w - last.x,
        text: `${last.text}${area.x - (last.x + last.w) > area.h * 0.15 ? ' ' : ''}${item.str}`,
      };
    else lines.push(area);
  }
  return lines;
}

interface Field {
  readonly subtype?: string;
  readonly fieldType?: string;
  readonly fieldName?: string;
  readonly alternativeText?: string;
  readonly rect?: readonly number[];
  readonly checkBox?: boolean;
  readonly radioButton?: boolean;
  readonly pushButton?: boolean;
  readonly readOnly?: boolean;
  readonly options?: readonly { readonly displayValue?: string; readonly exportValue?: string }[];
}

/** What a field is filled with; `null` for what nobody fills in: buttons, and signatures. */
function takes({ fieldType, checkBox, pushButton, radioButton }: Field): FilledWith | null {
  if (fieldType === 'Tx') return 'words';
  if (fieldType === 'Ch') return 'choice';
  return fieldType === 'Btn' && checkBox && !pushButton && !radioButton ? 'tick' : null;
}

/** The fields of a page, where they are seen. */
async function fieldsOf(page: PDFPageProxy, seen: Matrix, sheet: string): Promise<Box[]> {
  const annotations = (await page.getAnnotations()) as readonly Field[];
  return annotations.flatMap((field): Box[] => {
    const filledWith = takes(field);
    const { rect, fieldName, readOnly, subtype } = field;
    if (subtype !== 'Widget' || filledWith === null || !rect || !fieldName || readOnly) return [];
    const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = rect;
    return [
      {
        id: `field-${createHash('sha256').update(fieldName).digest('hex').slice(0, 16)}`,
        sheet,
        ...between(moved(seen, x0, y0), moved(seen, x1, y1)),
        name: (field.alternativeText || fieldName).slice(0, 200),
        takes: filledWith,
        options: (field.options ?? [])
          .map((one) => (one.displayValue ?? one.exportValue ?? '').slice(0, 200))
          .slice(0, 200),
        field: fieldName.slice(0, 400),
      },
    ];
  });
}

const within = ({ x, y, w, h }: Area, sheet: Sheet): Area => {
  const [left, top] = [Math.max(0, Math.min(x, sheet.width)), Math.max(0, Math.min(y, sheet.height))];
  return { x: left, y: top, w: Math.min(w, sheet.width - left), h: Math.min(h, sheet.height - top) };
};

/** The boxes of one sheet: its fields, and what it shows as places to write. A field that a frame is drawn around is one box. */
function boxesOf(sheet: Sheet, fields: readonly Box[], likely: readonly LikelyBox[]): Box[] {
  const free = likely.filter(
    (area) => !fields.some((field) => isWithin({ x: field.x + field.w / 2, y: field.y + field.h / 2 }, area)),
  );
  const marked = free.map((area, i): Box => {
    return { id: `${sheet.id}-box-${i + 1}`, sheet: sheet.id, ...area, options: [], field: null };
  });
  const all = [...fields, ...marked].map((box) => ({ ...box, ...within(box, sheet) }));
  return inReadingOrder(all, (box) => box);
}

/** Looks at a PDF as something to write on. Nothing in it is run. */
async function lookAtPages(bytes: Uint8Array): Promise<LookedAtSheets> {
  const task = getDocument({
    data: bytes,
    isEvalSupported: false,
    useSystemFonts: false,
    disableFontFace: true,
    enableXfa: false,
    verbosity: 0,
  });
  try {
    const pdf = await task.promise;
    if (pdf.numPages > MOST.sheets) return refused('too-many-sheets');
    const sheets: Sheet[] = [];
    const boxes: Box[] = [];
    for (let n = 1; n <= pdf.numPages; n += 1) {
      const page = await pdf.getPage(n);
      const { width, height, transform } = page.getViewport({ scale: 1 });
      if (width > LONGEST_SIDE || height > LONGEST_SIDE) return refused('sheet-too-large');
      if (!(width >= 20 && height >= 20)) return refused('pdf-broken');
      const sheet: Sheet = { id: `page-${n}`, width, height, page: n, ruling: 'blank' };
      const fields = await fieldsOf(page, transform, sheet.id);
      const words = await wordsOf(page, transform);
      const likely = likelyBoxes(sheet, await shapesOf(page, transform), words);
      sheets.push(sheet);
      boxes.push(...boxesOf(sheet, fields, likely));
      page.cleanup();
    }
    return { ok: true, sheets, boxes: boxes.slice(0, MOST.boxes), made: null };
  } catch (error) {
    return refused(error instanceof Error && error.name === 'PasswordException' ? 'pdf-locked' : 'pdf-broken');
  } finally {
    await task.destroy();
  }
}

/** A picture as one sheet as wide as A4, or as tall where it is taller than wide. */
async function lookAtPicture(path: string): Promise<LookedAtSheets> {
  try {
    if (!(await fitsPixels(path))) return refused('picture-too-large');
    const { width = 0, height = 0, orientation = 1 } = await sharp(path).metadata();
    const [across, down] = orientation >= 5 ? [height, width] : [width, height];
    if (across < 1 || down < 1) return refused('not-a-picture');
    const widest = across > down ? A4.height : A4.width;
    const tall = (widest * down) / across;
    if (tall > LONGEST_SIDE) return refused('sheet-too-large');
    return {
      ok: true,
      sheets: [{ id: 'page-1', width: widest, height: Math.max(20, tall), page: 1, ruling: 'blank' }],
      boxes: [],
      made: null,
    };
  } catch {
    return refused('not-a-picture');
  }
}

/**
 * Looks at a file as something to write on: its sheets, the fields of a PDF, and the boxes that its pages show as places to
 * write.
 *
 * @param type its media type, as its bytes have it
 */
export async function sheets({
  path,
  type,
}: {
  readonly path: string;
  readonly type: string;
}): Promise<LookedAtSheets> {
  if (/^image\/(png|jpeg|gif|webp)$/.test(type)) return lookAtPicture(path);
  if (type === 'application/pdf') return lookAtPages(new Uint8Array(await readFile(path)));
  if (!/presentation/.test(type)) return refused('not-for-writing');
  const made = await converted(path, type);
  if (typeof made === 'string') return refused(made);
  const looked = await lookAtPages(new Uint8Array(await readFile(made.path)));
  if (looked.ok) return { ...looked, made };
  await rm(made.path, { force: true });
  return looked;
}
