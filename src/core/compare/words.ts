import { diffArrays } from 'diff';

/** One stretch of a text: in both, only in the later, or only in the earlier. */
export interface Part {
  readonly how: 'same' | 'added' | 'removed';
  readonly text: string;
}

const segmenters = new Map<string, Intl.Segmenter>();

/** A text cut into words and what stands between them (UAX #29); joined they are the text again. */
export function tokens(text: string, locale: string): readonly string[] {
  let segmenter = segmenters.get(locale);
  if (!segmenter) {
    segmenter = new Intl.Segmenter(locale, { granularity: 'word' });
    segmenters.set(locale, segmenter);
  }
  const found: string[] = [];
  for (const { segment } of segmenter.segment(text)) found.push(segment);
  return found;
}

export const isWord = (token: string): boolean => /[\p{L}\p{N}]/u.test(token);

const joined = (parts: readonly Part[], how: Part['how']): string =>
  parts.map((part) => (part.how === how || part.how === 'same' ? part.text : '')).join('');

/**
 * Changes that only a space or a comma keeps apart become one change: a reader sees "three old words gone, two
 * new ones there" and not a comb. Both sides stay what they were.
 */
function settle(parts: readonly Part[]): readonly Part[] {
  const settled: Part[] = [];
  const put = (how: Part['how'], text: string) => {
    const before = settled.at(-1);
    if (before?.how === how) settled[settled.length - 1] = { how, text: before.text + text };
    else if (text !== '') settled.push({ how, text });
  };
  let run: Part[] = [];
  const flush = () => {
    const first = run.findIndex(({ how }) => how !== 'same');
    const last = run.findLastIndex(({ how }) => how !== 'same');
    for (const { text } of run.slice(0, Math.max(0, first))) put('same', text);
    if (first >= 0) {
      const core = run.slice(first, last + 1);
      put('removed', joined(core, 'removed'));
      put('added', joined(core, 'added'));
    }
    for (const { text } of run.slice(last + 1)) put('same', text);
    run = [];
  };
  for (const part of parts) {
    if (part.how === 'same' && isWord(part.text)) {
      flush();
      put('same', part.text);
    } else run.push(part);
  }
  flush();
  return settled;
}

/** The shortest way from one row of tokens to the other (Myers 1986, as the package `diff` finds it). */
export const wayBetween = (before: readonly string[], after: readonly string[]): readonly Part[] =>
  diffArrays([...before], [...after]).map(({ added, removed, value }) => ({
    how: added ? 'added' : removed ? 'removed' : 'same',
    text: value.join(''),
  }));

/** What changed between two texts, by words. `same` and `removed` joined give the earlier text, `same` and `added` the later. */
export const compareWords = (before: string, after: string, locale: string): readonly Part[] =>
  settle(wayBetween(tokens(before, locale), tokens(after, locale)));

/**
 * How much two rows of words have in common, whatever their order: 0 for nothing, 1 for all (the coefficient
 * of Dice 1945 and Sørensen 1948 over words as often as they occur).
 */
export function likeness(before: readonly string[], after: readonly string[]): number {
  if (before.length + after.length === 0) return 1;
  const left = new Map<string, number>();
  for (const word of before) left.set(word, (left.get(word) ?? 0) + 1);
  let common = 0;
  for (const word of after) {
    const count = left.get(word) ?? 0;
    if (count === 0) continue;
    left.set(word, count - 1);
    common += 1;
  }
  return (2 * common) / (before.length + after.length);
}
