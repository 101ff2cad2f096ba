import { type Area, isWithin } from './geometry';

/** Some words of a page as a PDF has them, with the area that they take. */
export interface PrintedWords extends Area {
  readonly text: string;
}

/** A box that a page itself shows: with what is asked in it, as far as that is said. */
export interface LikelyBox extends Area {
  readonly name: string;
  /** Something is written in it, or it is ticked. */
  readonly takes: 'words' | 'tick';
}

/** No answer fits into less, and what is larger than this share of the page frames it. */
const LEAST = { w: 60, h: 16 };
const FRAME = 0.7;
/** So a question that is counted begins. */
const NUMBER = /^\s*\(?\d{1,3}[.):]?\s+/;
/** A square of this size with words beside it is ticked. */
const TICK = { least: 7, most: 28 } as const;
/** So near to a box, in points, stands what is asked in it. */
const NEAR = 60;

/** The words of lines that only say where to write (common practice in worksheets and decks, English and Arabic). */
const SAYING = {
  doing: ['write', 'type', 'draw', 'put', 'add', 'enter', 'fill', 'answer', 'اكتب', 'اكتبي', 'ارسم', 'ارسمي'],
  what: ['answer', 'answers', 'thoughts', 'idea', 'ideas', 'reasons', 'words', 'text', 'إجابتك', 'جوابك', 'رأيك'],
  where: ['here', 'below', 'in', 'هنا', 'أدناه'],
  whose: ['your', 'my', 'own', 'إجابتك', 'جوابك', 'رأيك'],
  rest: ['please', 'the', 'an', 'it', 'down', 'من', 'فضلك', 'في'],
} as const;
const ALL_SAYING: ReadonlySet<string> = new Set(Object.values(SAYING).flat());
const MOST_WORDS = 8;

/** Do words of a page only say where to write? */
export function saysWhere(text: string): boolean {
  const words = text.toLowerCase().match(/[\p{L}\p{M}]+/gu) ?? [];
  if (words.length < 2 || words.length > MOST_WORDS || !words.every((word) => ALL_SAYING.has(word))) return false;
  const has = (part: keyof typeof SAYING) => words.some((word) => (SAYING[part] as readonly string[]).includes(word));
  return has('what') ? has('doing') || has('whose') : has('doing') && has('where');
}

const sameArea = (a: Area, b: Area): boolean =>
  Math.abs(a.x - b.x) < 3 && Math.abs(a.y - b.y) < 3 && Math.abs(a.w - b.w) < 6 && Math.abs(a.h - b.h) < 6;

const holds = (outer: Area, inner: Area): boolean =>
  inner.x >= outer.x - 1 &&
  inner.y >= outer.y - 1 &&
  inner.x + inner.w <= outer.x + outer.w + 1 &&
  inner.y + inner.h <= outer.y + outer.h + 1;

/** What is asked in a box: the words that stand nearest above it, or before it on its line. */
function askedAt(box: Area, words: readonly PrintedWords[]): string {
  const lines = words.filter(({ text }) => text.trim() !== '' && !saysWhere(text));
  const above = lines
    .filter(({ x, y, w, h }) => y + h <= box.y + 4 && box.y - (y + h) < NEAR && x < box.x + box.w && x + w > box.x - 4)
    .sort((a, b) => b.y + b.h - (a.y + a.h));
  const [nearest] = above;
  if (nearest) {
    // A question may take several lines: those that follow on each other without a gap.
    const asked = [nearest];
    for (const line of above.slice(1)) {
      const last = asked.at(-1) as PrintedWords;
      const isApart = last.y - (line.y + line.h) > last.h * 0.62 || Math.abs(line.h - last.h) > last.h * 0.15;
      // Where a number stands, it begins.
      if (isApart || NUMBER.test(last.text)) break;
      asked.push(line);
    }
    const words = asked.sort((a, b) => a.y - b.y || a.x - b.x).map(({ text }) => text.trim());
    return words.join(' ').replace(NUMBER, '').slice(0, 200);
  }
  const before = lines
    .filter(({ x, y, w, h }) => x + w <= box.x + 4 && y + h > box.y && y < box.y + box.h)
    .sort((a, b) => b.x - a.x);
  return (before[0]?.text ?? '').trim().slice(0, 200);
}

/** The small empty squares with words right beside them, by those words. */
function tickedIn(frames: readonly Area[], drawn: readonly Area[], words: readonly PrintedWords[]): LikelyBox[] {
  const squares = frames
    .filter(({ w, h }) => w >= TICK.least && w <= TICK.most && Math.abs(w - h) <= 2)
    .filter((frame, i, all) => all.findIndex((other) => sameArea(frame, other)) === i)
    .filter((frame) => ![...drawn, ...words].some((other) => holds(frame, other)));
  return squares.flatMap((square): LikelyBox[] => {
    const middle = square.y + square.h / 2;
    const beside = words.find(({ x, y, w, h }) => {
      const gap = Math.max(x - (square.x + square.w), square.x - (x + w));
      return gap >= -1 && gap < TICK.most && y - 2 < middle && y + h + 2 > middle;
    });
    return beside ? [{ ...square, name: beside.text.trim().slice(0, 200), takes: 'tick' }] : [];
  });
}

/**
 * The boxes on a page that are meant to be written in: frames that are drawn and in which nothing stands, or only where to write;
 * and words by themselves that only say where to write. A frame around others is none of them, nor is the cell of a table that
 * is filled.
 *
 * @param shapes rectangles that are drawn on the page, and all else that is drawn, in points
 * @param words what is printed on it
 */
export function likelyBoxes(
  page: { readonly width: number; readonly height: number },
  { frames, drawn }: { readonly frames: readonly Area[]; readonly drawn: readonly Area[] },
  words: readonly PrintedWords[],
): readonly LikelyBox[] {
  const fitting = frames
    .filter(({ w, h }) => w >= LEAST.w && h >= LEAST.h && !(w > page.width * FRAME && h > page.height * FRAME))
    .filter((frame, i, all) => all.findIndex((other) => sameArea(frame, other)) === i);
  const printed = words.filter(({ text }) => text.trim() !== '');
  const inside = (area: Area) => printed.filter(({ x, y, w, h }) => isWithin({ x: x + w / 2, y: y + h / 2 }, area));
  const empty = fitting.filter((frame) => {
    const others = [...frames.filter((other) => !sameArea(frame, other)), ...drawn].some((other) =>
      holds(frame, other),
    );
    return !others && inside(frame).every(({ text }) => saysWhere(text));
  });
  const told = printed
    .filter((line) => saysWhere(line.text) && !empty.some((frame) => isWithin(line, frame, 2)))
    .map(
      (line): Area => ({
        x: line.x,
        y: line.y,
        w: Math.max(line.w, Math.min(page.width - line.x - 40, 320)),
        h: Math.max(line.h * 3, 48),
      }),
    );
  return [
    ...[...empty, ...told].map((area) => ({ ...area, name: askedAt(area, printed), takes: 'words' as const })),
    ...tickedIn(frames, drawn, printed),
  ];
}
