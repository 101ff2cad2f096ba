import nspell from 'nspell';
import { Likeness } from './likeness';
import { shortParts } from './short-parts';
import { trimmedEnd } from './trimmed';

/** The kinds of English that can be checked. */
export const VARIETIES = ['en-GB', 'en-US'] as const;
export type Variety = (typeof VARIETIES)[number];

/** A word that is not in the dictionary, and where it stands: offsets in UTF-16 units. */
export interface Misspelling {
  readonly word: string;
  readonly from: number;
  readonly to: number;
}

export interface Speller {
  readonly misspellings: (text: string) => readonly Misspelling[];
  /** What may have been meant, the likeliest first; by which usual words it is like. */
  readonly suggest: (word: string, likeness?: Likeness) => readonly string[];
  /** Takes a word from now on. */
  readonly learn: (word: string) => void;
  /** Lets a word go that was taken, and judges it by the dictionary again. */
  readonly forget: (word: string) => void;
}

const ADDRESS_BEGINS = /\b(?:https?:\/\/|www\.)/iu;
const FILE_ENDS = /\.(?:pdf|docx|odt|txt|png|jpe?g|mp[34])\b/giu;
/** No word of a language that is spelt by letters is longer. */
const LONGEST_WORD = 60;

/** Blanks out what nobody spells in a run without spaces: addresses, and names of files. */
function masked(run: string): string {
  const mail = run.indexOf('@', 1);
  const dot = mail < 0 ? -1 : run.indexOf('.', mail + 2);
  if (dot > 0 && dot < run.length - 1) return ' '.repeat(run.length);
  const begins = ADDRESS_BEGINS.exec(run)?.index ?? run.length;
  let out = run.slice(0, begins) + ' '.repeat(run.length - begins);
  for (const { 0: ending, index } of run.matchAll(FILE_ENDS)) {
    const name = trimmedEnd(run.slice(0, index), /[\w-]/);
    out =
      out.slice(0, name.length) + ' '.repeat(index + ending.length - name.length) + out.slice(index + ending.length);
  }
  return out;
}
/** Words of the Latin script only; a word with a digit in it is a name or a measure. */
const LATIN_WORD = /^[\p{Script=Latin}\p{M}'’]+$/u;
const MOST_SUGGESTIONS = 6;

const segmenter = new Intl.Segmenter('en', { granularity: 'word' });

/** The words of a text that a dictionary of English can judge, and where they stand. */
export function wordsToSpell(text: string): readonly Misspelling[] {
  const words: Misspelling[] = [];
  let before = 0;
  for (const part of shortParts(text.replace(/\S+/g, masked))) {
    for (const { segment, index, isWordLike } of segmenter.segment(part)) {
      if (!isWordLike || segment.length > LONGEST_WORD || !LATIN_WORD.test(segment)) continue;
      const from = before + index;
      words.push({ word: segment.replaceAll('’', "'"), from, to: from + segment.length });
    }
    before += part.length;
  }
  return words;
}

const NONE_USUAL = new Likeness([]);

/**
 * A speller over a dictionary in the format of Hunspell.
 *
 * @param aff the affix file, as text
 * @param dic the word list, as text
 * @param own words that are taken besides
 */
export function makeSpeller(aff: string, dic: string, own: Iterable<string> = []): Speller {
  const spell = nspell({ aff, dic });
  for (const word of own) spell.add(word);
  const known = new Map<string, boolean>();
  const correct = (word: string): boolean => {
    let verdict = known.get(word);
    if (verdict === undefined) {
      verdict = spell.correct(word);
      known.set(word, verdict);
    }
    return verdict;
  };
  return {
    misspellings: (text) => wordsToSpell(text).filter(({ word }) => !correct(word)),
    suggest: (word, likeness = NONE_USUAL) =>
      likeness.ranked(word, spell.suggest(word), correct).slice(0, MOST_SUGGESTIONS),
    learn: (word) => {
      spell.add(word);
      known.clear();
    },
    forget: (word) => {
      // The package has it, its types do not.
      (spell as unknown as { remove: (word: string) => void }).remove(word);
      known.clear();
    },
  };
}
