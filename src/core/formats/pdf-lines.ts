import bidiFactory from 'bidi-js';

const bidi = bidiFactory();

/** Words of one look within a paragraph. */
export interface Styled<Style> {
  readonly text: string;
  readonly style: Style;
}

/** A stretch of a line as it is drawn: from left to right, each as its font writes it. */
export interface Stretch<Style> {
  readonly text: string;
  readonly style: Style;
  readonly font: number;
}

export interface Line<Style> {
  readonly stretches: readonly Stretch<Style>[];
  readonly width: number;
}

export interface Measure<Style> {
  /** Which font has a character, by its number. */
  readonly fontOf: (point: number, style: Style) => number;
  readonly widthOf: (text: string, style: Style, font: number) => number;
}

const RIGHT_TO_LEFT = /[\p{Script=Arabic}\p{Script=Hebrew}\p{Script=Syriac}\p{Script=Thaana}]/u;
/** Letters of these scripts may be parted anywhere. */
const NO_SPACES =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}]/u;

interface Char<Style> {
  readonly text: string;
  readonly style: Style;
  readonly font: number;
  readonly level: number;
}

/** Does a paragraph run from right to left? By its first strong letter (UAX #9, rules P2 and P3). */
export const runsRightToLeft = (text: string): boolean =>
  ((bidi.getEmbeddingLevels(text, 'auto').paragraphs[0]?.level ?? 0) & 1) === 1;

const isMark = (text: string): boolean => /^[\p{M}\u200c\u200d]$/u.test(text);

function charsOf<Style>(runs: readonly Styled<Style>[], measure: Measure<Style>, rtl: boolean): Char<Style>[] {
  const whole = runs.map(({ text }) => text).join('');
  const { levels } = bidi.getEmbeddingLevels(whole, rtl ? 'rtl' : 'ltr');
  const chars: Char<Style>[] = [];
  let at = 0;
  for (const { text, style } of runs) {
    for (const char of text) {
      const before = chars.at(-1);
      const point = char.codePointAt(0) ?? 0;
      // A mark is written by the font of its letter.
      const font = isMark(char) && before ? before.font : measure.fontOf(point, style);
      chars.push({ text: char, style, font, level: levels[at] ?? 0 });
      at += char.length;
    }
  }
  return chars;
}

/** Neighbours that are drawn together. Of what runs to the left, letters and the signs between them are kept apart. */
function stretchesOf<Style>(chars: readonly Char<Style>[]): (Stretch<Style> & { level: number })[] {
  const found: { text: string; style: Style; font: number; level: number; letters: boolean }[] = [];
  for (const { text, style, font, level } of chars) {
    const letters = level % 2 === 0 || RIGHT_TO_LEFT.test(text) || isMark(text);
    const last = found.at(-1);
    if (last && last.style === style && last.font === font && last.level === level && last.letters === letters)
      last.text += text;
    else found.push({ text, style, font, level, letters });
  }
  return found.map(({ text, style, font, level, letters }) => ({
    // A font turns its own letters round; signs that it knows no direction of are turned and mirrored here (rule L4).
    text: letters
      ? text
      : [...text]
          .reverse()
          .map((sign) => bidi.getMirroredCharacter(sign) ?? sign)
          .join(''),
    style,
    font,
    level,
  }));
}

/** Puts the stretches of a line into the order in which they stand from left to right (UAX #9, rule L2). */
function visual<Style>(stretches: (Stretch<Style> & { level: number })[]): Stretch<Style>[] {
  const row = [...stretches];
  const levels = row.map(({ level }) => level);
  const odd = levels.filter((level) => level % 2 === 1);
  if (odd.length === 0) return row;
  for (let level = Math.max(...levels); level >= Math.min(...odd); level--) {
    for (let i = 0; i < row.length; i++) {
      if ((row[i]?.level ?? 0) < level) continue;
      let end = i;
      while (end + 1 < row.length && (row[end + 1]?.level ?? 0) >= level) end += 1;
      row.splice(i, end - i + 1, ...row.slice(i, end + 1).reverse());
      i = end;
    }
  }
  return row;
}

/** Where a line may end: after white space, and anywhere in scripts that have none. */
function wordsOf<Style>(chars: readonly Char<Style>[]): (readonly Char<Style>[])[] {
  const words: Char<Style>[][] = [];
  let open: Char<Style>[] = [];
  let spaced = false;
  for (const char of chars) {
    const space = /^\s$/.test(char.text);
    if (open.length > 0 && ((spaced && !space) || NO_SPACES.test(char.text))) {
      words.push(open);
      open = [];
    }
    open.push(char);
    spaced = space;
  }
  if (open.length > 0) words.push(open);
  return words;
}

const trimEnd = <Style>(chars: readonly Char<Style>[]): readonly Char<Style>[] => {
  let end = chars.length;
  while (end > 0 && /^\s$/.test(chars[end - 1]?.text ?? '')) end -= 1;
  return chars.slice(0, end);
};

/**
 * Breaks a paragraph into lines no wider than `width`, each in the order in which it is drawn. Levels and order are
 * those of the Unicode Bidirectional Algorithm (UAX #9); a word that is wider than a line is cut.
 *
 * @param width in the unit that `measure` gives
 */
export function linesOf<Style>(
  runs: readonly Styled<Style>[],
  measure: Measure<Style>,
  width: number,
  rtl: boolean,
): readonly Line<Style>[] {
  const widthOf = (chars: readonly Char<Style>[]) =>
    stretchesOf(chars).reduce((sum, { text, style, font }) => sum + measure.widthOf(text, style, font), 0);
  const lines: Line<Style>[] = [];
  const close = (chars: readonly Char<Style>[]) => {
    const kept = trimEnd(chars);
    // White space at the end of a line stands at its end, whatever runs through it (rule L1).
    lines.push({ stretches: visual(stretchesOf(kept)), width: widthOf(kept) });
  };
  const all = charsOf(runs, measure, rtl);
  let paragraph: Char<Style>[] = [];
  const flush = () => {
    let open: Char<Style>[] = [];
    let used = 0;
    for (const word of wordsOf(paragraph)) {
      const wide = widthOf(word);
      if (open.length > 0 && used + widthOf(trimEnd(word)) > width) {
        close(open);
        open = [];
        used = 0;
      }
      if (wide <= width) {
        open.push(...word);
        used += wide;
        continue;
      }
      for (const char of word) {
        const more = measure.widthOf(char.text, char.style, char.font);
        if (open.length > 0 && used + more > width) {
          close(open);
          open = [];
          used = 0;
        }
        open.push(char);
        used += more;
      }
    }
    close(open);
    paragraph = [];
  };
  for (const char of all) {
    if (char.text === '\n') flush();
    else paragraph.push(char);
  }
  flush();
  return lines;
}
