import type { Block } from '../compare/blocks';
import { isWord, tokens, wayBetween } from '../compare/words';
import type { Selector } from './annotation';

/** The text of a document in which remarks count their characters: its blocks, one a line. */
export const anchorText = (runs: readonly Block[]): string => runs.map(({ text }) => text).join('\n');

/** Where the blocks of a document begin in its anchor text, in UTF-16 units. */
export function blockStarts(runs: readonly Block[]): readonly number[] {
  let at = 0;
  return runs.map(({ text }) => {
    const start = at;
    at += text.length + 1;
    return start;
  });
}

/** Where a remark's words are now. `as-written`: letter for letter; `changed`: most of them are still there. */
export interface Anchored {
  readonly start: number;
  readonly end: number;
  readonly how: 'as-written' | 'changed';
}

const units = (text: string, points: number): number => [...text].slice(0, points).join('').length;

/** The length of what two texts have in common at their end. */
function commonEnd(a: string, b: string): number {
  let n = 0;
  while (n < a.length && n < b.length && a[a.length - 1 - n] === b[b.length - 1 - n]) n += 1;
  return n;
}

function commonStart(a: string, b: string): number {
  let n = 0;
  while (n < a.length && n < b.length && a[n] === b[n]) n += 1;
  return n;
}

/** Every place at which the words stand letter for letter, and how much of their surroundings is there too. */
function places(text: string, quote: Extract<Selector, { type: 'TextQuoteSelector' }>) {
  const found: { start: number; around: number }[] = [];
  for (let at = text.indexOf(quote.exact); at !== -1; at = text.indexOf(quote.exact, at + 1)) {
    const around =
      commonEnd(text.slice(0, at), quote.prefix) + commonStart(text.slice(at + quote.exact.length), quote.suffix);
    found.push({ start: at, around });
  }
  return found;
}

/** A stretch of an earlier text, followed into a later one by what the two have in common. */
function follow(was: string, is: string, start: number, end: number, locale: string): Anchored | null {
  let [before, after] = [0, 0];
  let first = -1;
  let last = -1;
  let kept = 0;
  for (const { how, text } of wayBetween(tokens(was, locale), tokens(is, locale))) {
    if (how === 'same') {
      for (const token of tokens(text, locale)) {
        if (isWord(token) && before >= start && before + token.length <= end) {
          if (first < 0) first = after;
          last = after + token.length;
          kept += 1;
        }
        before += token.length;
        after += token.length;
      }
    } else if (how === 'removed') before += text.length;
    else after += text.length;
  }
  const all = tokens(was.slice(start, end), locale).filter(isWord).length;
  if (first < 0 || kept * 2 < all) return null;
  return { start: first, end: last, how: 'changed' };
}

/** Words so short that they stand anywhere are no proof without what stood around them. */
const TELLING = 12;
const ENOUGH_AROUND = 8;

/**
 * Finds the words of a remark again. First where they stood, then by what the two texts have in common, then
 * letter for letter elsewhere. `null` when more than half of them are gone.
 *
 * @param was the text on which the remark was made; `null` when it is not at hand
 * @param is the text now
 */
export function findAnchor(
  selectors: readonly Selector[],
  was: string | null,
  is: string,
  locale: string,
): Anchored | null {
  const quote = selectors.find((one) => one.type === 'TextQuoteSelector');
  const position = selectors.find((one) => one.type === 'TextPositionSelector');
  const reference = was ?? is;
  const start = position ? units(reference, position.start) : -1;
  const end = position ? units(reference, position.end) : -1;
  if (was === is && position && end <= is.length && (!quote || is.slice(start, end) === quote.exact))
    return { start, end, how: 'as-written' };

  const exact = quote ? places(is, quote) : [];
  const whole = quote ? quote.prefix.length + quote.suffix.length : 0;
  const sure = exact.filter(({ around }) => around > 0 && around === whole);
  const [only] = sure;
  if (quote && only && sure.length === 1)
    return { start: only.start, end: only.start + quote.exact.length, how: 'as-written' };

  if (was !== null && position) {
    const followed = follow(was, is, start, end, locale);
    if (followed) {
      const text = is.slice(followed.start, followed.end);
      const letters = (words: string) => tokens(words, locale).filter(isWord).join(' ');
      return letters(text) === letters(was.slice(start, end)) ? { ...followed, how: 'as-written' } : followed;
    }
  }
  const best = exact.sort((a, b) => b.around - a.around)[0];
  if (quote && best && (quote.exact.length >= TELLING || best.around >= ENOUGH_AROUND))
    return { start: best.start, end: best.start + quote.exact.length, how: 'as-written' };
  return null;
}
