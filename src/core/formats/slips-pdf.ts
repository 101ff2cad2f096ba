import { encode } from 'uqr';
import { begin, type FontFile, PAGE, type Paper, plain, type Style } from './pdf-paper';

/** What stands on a slip in one language. */
export interface SlipWords {
  readonly rtl: boolean;
  readonly school: string;
  readonly userName: string;
  readonly code: string;
  /** What to do, step by step. */
  readonly steps: readonly string[];
}

export interface SlipCard {
  readonly name: string;
  readonly userName: string;
  readonly className: string | null;
  readonly code: string;
  /** What the square says: the address at which the slip is used, its code behind a `#`. */
  readonly link: string;
  /** In the language of whoever it is for first. */
  readonly words: readonly SlipWords[];
}

export interface SlipSheet {
  readonly title: string;
  readonly lang: string;
  /** The address as it is typed. */
  readonly address: string;
  readonly cards: readonly SlipCard[];
}

const ACROSS = 2;
const DOWN = 4;
const PAD = 21;
const SQUARE = 62;
const [WIDTH, HEIGHT] = [PAGE[0] / ACROSS, PAGE[1] / DOWN] as const;

const style = (size: number, bold = false): Style => ({ ...plain, size, bold });

/** One line that fits, its letters getting smaller until it does; what is too long for that has two. */
function fitted(paper: Paper, text: string, width: number, { size, bold }: Style, rtl: boolean) {
  for (const [most, least] of [
    [1, 9],
    [2, 6],
  ] as const) {
    for (let at = size; at >= least; at -= 0.5) {
      const lines = paper.lines([{ text, style: style(at, bold) }], width, rtl);
      if (lines.length <= most) return lines;
    }
  }
  return paper.lines([{ text, style: style(Math.min(size, 6), bold) }], width, rtl).slice(0, 2);
}

function card(
  paper: Paper,
  { name, userName, className, code, link, words }: SlipCard,
  address: string,
  x: number,
  top: number,
): void {
  const first = words[0];
  if (!first) return;
  const [left, width] = [x + PAD, WIDTH - 2 * PAD];
  let y = top - 14;
  const put = (text: string, given: Style, room: number, at: number, rtl: boolean): void => {
    for (const line of fitted(paper, text, room, given, rtl)) y -= paper.draw(line, at, y, room, rtl);
  };
  // The square stands at the end of the line, in the direction of the first language.
  const beside = width - SQUARE - 10;
  const start = first.rtl ? left + SQUARE + 10 : left;
  const { data } = encode(link, { ecc: 'M', border: 0 });
  paper.pattern(data, first.rtl ? left : left + width - SQUARE, top - 16, SQUARE);
  put(name, style(15.5, true), beside, start, first.rtl);
  put(
    className === null ? first.school : `${first.school}${first.rtl ? '، ' : ', '}${className}`,
    style(9),
    beside,
    start,
    first.rtl,
  );
  put(address, style(10, true), beside, start, first.rtl);

  y = Math.min(y, top - 16 - SQUARE) - 6;
  const half = width / 2;
  const height = 34;
  paper.frame(left, y - height, width, height);
  paper.stroke([left + half - 26, y], [left + half - 26, y - height]);
  const cell = (label: (one: SlipWords) => string, said: string, at: number, room: number): void => {
    const under = y;
    const size = style(7.5);
    for (const one of words) {
      const [line] = fitted(paper, label(one), room - 12, size, one.rtl);
      if (line) paper.draw(line, at + 6, under - 3, room - 12, one.rtl);
    }
    const [line] = fitted(paper, said, room - 12, style(13, true), false);
    if (line) paper.draw(line, at + 6, under - 13, room - 12, false);
  };
  cell((one) => one.userName, userName, left, half - 26);
  cell((one) => one.code, code, left + half - 26, half + 26);
  y -= height + 6;
  for (const [n, one] of words.entries()) {
    if (n > 0) {
      y -= 2;
      paper.stroke([left, y], [left + width, y]);
      y -= 2;
    }
    for (const [i, step] of one.steps.entries()) {
      const [line] = fitted(paper, step, width - 14, style(8), one.rtl);
      const number = paper.lines([{ text: String(i + 1), style: style(8, true) }], 12, false)[0];
      if (number) paper.draw(number, one.rtl ? left + width - 7 : left, y, 12, false);
      if (line) y -= paper.draw(line, one.rtl ? left : left + 14, y, width - 14, one.rtl) - 1.2;
    }
  }
}

/** Slips as pages of A4 to print and to cut, eight on a page. What is long gets smaller letters, and no card spills over. */
export async function slipsPdf(
  { title, lang, address, cards }: SlipSheet,
  fonts: readonly FontFile[],
): Promise<Uint8Array> {
  const [pdf, paper] = await begin(title, lang, fonts);
  for (const [i, one] of cards.entries()) {
    const place = i % (ACROSS * DOWN);
    if (i > 0 && place === 0) paper.turn();
    if (place === 0) {
      for (let row = 1; row < DOWN; row += 1) paper.stroke([0, row * HEIGHT], [PAGE[0], row * HEIGHT], true);
      paper.stroke([WIDTH, 0], [WIDTH, PAGE[1]], true);
    }
    card(paper, one, address, (place % ACROSS) * WIDTH, PAGE[1] - Math.floor(place / ACROSS) * HEIGHT);
  }
  return pdf.save();
}
